using Microsoft.AspNetCore.Identity;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A person who signs in.</summary>
public sealed class MoleUser : IdentityUser
{
    public string Name { get; set; } = "";

    public Role Role { get; set; }

    /// <summary>False for somebody who left: their name stays in the log, the door is shut.</summary>
    public bool Active { get; set; } = true;

    /// <summary>Hash of a link by which a new password may be set once; empty for none.</summary>
    public string ResetHash { get; set; } = "";

    /// <summary>Until when that link holds.</summary>
    public Instant? ResetUntil { get; set; }

    /// <summary>Hash of the last code of the second factor that was taken: each opens once.</summary>
    public string UsedCode { get; set; } = "";
}
