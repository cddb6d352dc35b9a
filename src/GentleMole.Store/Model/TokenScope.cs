using Microsoft.AspNetCore.Identity;

namespace GentleMole.Store.Model;

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
