using Microsoft.AspNetCore.Identity;

namespace GentleMole.Store.Model;

/// <summary>What a token may do.</summary>
public enum TokenScope
{
    /// <summary>Look at jobs, and calculate.</summary>
    Read = 0,

    /// <summary>Read, and send readings.</summary>
    Readings = 1,

    /// <summary>All that the API offers.</summary>
    Full = 2,

    /// <summary>The calendar alone, by its secret address.</summary>
    Calendar = 3,
}
