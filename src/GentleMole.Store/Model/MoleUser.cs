using Microsoft.AspNetCore.Identity;

namespace GentleMole.Store.Model;

/// <summary>What a person may do; see the table of access.</summary>
public enum Role
{
    /// <summary>Sees jobs and drawings, changes nothing: the one who digs, an engineer.</summary>
    Reader,

    /// <summary>Takes notices, runs the days, asks for records.</summary>
    Office,

    /// <summary>Works on site.</summary>
    Locator,

    /// <summary>All of it, and people, tokens, the place and backups.</summary>
    Lead,
}

/// <summary>A person who signs in.</summary>
public sealed class MoleUser : IdentityUser
{
    public string Name { get; set; } = "";

    public Role Role { get; set; }

    /// <summary>False for somebody who left: their name stays in the log, the door is shut.</summary>
    public bool Active { get; set; } = true;
}

/// <summary>What a token may do.</summary>
public enum TokenScope
{
    /// <summary>Look at jobs, and calculate.</summary>
    Read,

    /// <summary>Read, and send readings.</summary>
    Readings,

    /// <summary>All that the API offers.</summary>
    Full,

    /// <summary>The calendar alone, by its secret address.</summary>
    Calendar,
}

/// <summary>A key for a device or a script. Only its hash is kept.</summary>
public sealed class TokenRow
{
    public int Id { get; set; }

    public required string Name { get; set; }

    public TokenScope Scope { get; set; }

    /// <summary>The only job that it may see; null for all.</summary>
    public int? OnlyJobId { get; set; }

    /// <summary>SHA-256 in hexadecimal.</summary>
    public required string TokenHash { get; set; }

    public string MadeBy { get; set; } = "";

    public DateTime MadeAt { get; set; }

    public DateTime? RevokedAt { get; set; }

    public DateTime? LastUsedAt { get; set; }
}
