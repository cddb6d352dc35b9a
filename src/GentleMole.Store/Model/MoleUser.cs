using Microsoft.AspNetCore.Identity;

namespace GentleMole.Store.Model;

/// <summary>A person who signs in.</summary>
public sealed class MoleUser : IdentityUser
{
    public string Name { get; set; } = "";

    public Role Role { get; set; }

    /// <summary>False for somebody who left: their name stays in the log, the door is shut.</summary>
    public bool Active { get; set; } = true;
}
