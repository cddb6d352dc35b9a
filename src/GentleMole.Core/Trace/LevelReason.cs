namespace GentleMole.Core.Trace;

/// <summary>Why a stretch has the level that it has, and no better one.</summary>
public enum LevelReason
{
    /// <summary>It lies open, and was measured there.</summary>
    Exposed = 0,

    /// <summary>Both its ends were dug up; nobody has seen what lies between.</summary>
    BetweenHoles = 1,

    /// <summary>Position and depth were measured from above.</summary>
    Found = 2,

    /// <summary>A depth was not read at one of its ends.</summary>
    NoDepth = 3,

    /// <summary>It was marked against what its signs say.</summary>
    AgainstSigns = 4,

    /// <summary>No dot for too long a way.</summary>
    TooLong = 5,

    /// <summary>By a plan that something seen on the site agrees with.</summary>
    TiedToSite = 6,

    /// <summary>By a plan alone.</summary>
    Planned = 7,
}
