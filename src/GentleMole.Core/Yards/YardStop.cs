namespace GentleMole.Core.Yards;

/// <summary>Why nothing was switched on.</summary>
public enum YardStop
{
    /// <summary>The line is live, and nobody tested it.</summary>
    NotTested = 0,

    /// <summary>It was tested and found live; that costs nothing.</summary>
    Live = 1,

    /// <summary>The stake went into a service.</summary>
    StakeOnService = 2,

    /// <summary>There is no soil where the stake was to go.</summary>
    StakeNoSoil = 3,
}
