using Microsoft.AspNetCore.Identity;

namespace GentleMole.Store.Model;

/// <summary>What a person may do; see the table of access.</summary>
public enum Role
{
    /// <summary>Sees jobs and drawings, changes nothing: the one who digs, an engineer.</summary>
    Reader = 0,

    /// <summary>Takes notices, runs the days, asks for records.</summary>
    Office = 1,

    /// <summary>Works on site.</summary>
    Locator = 2,

    /// <summary>All of it, and people, tokens, the rules of the firm and backups.</summary>
    Lead = 3,
}
