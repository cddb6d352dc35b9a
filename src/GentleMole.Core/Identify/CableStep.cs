namespace GentleMole.Core.Identify;

/// <summary>What to do with several cables in one chamber.</summary>
public enum CableStep
{
    /// <summary>Go on with the one that was found.</summary>
    Take,

    /// <summary>Read which way the current runs.</summary>
    ReadWays,

    /// <summary>Lift the earths that the cables share, where that is allowed, and read again.</summary>
    LiftEarths,

    /// <summary>Send from the other end: what only shares an earth here does not there.</summary>
    OtherEnd,

    /// <summary>None carries what was sent: it is not in this chamber, or left before it.</summary>
    LookElsewhere,
}
