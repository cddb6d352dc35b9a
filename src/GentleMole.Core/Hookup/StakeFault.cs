namespace GentleMole.Core.Hookup;

/// <summary>What may be wrong with where the stake stands.</summary>
public enum StakeFault
{
    /// <summary>The lead does not leave the line at a right angle.</summary>
    NotSquare,

    /// <summary>So near the line that the soil currents follow it.</summary>
    TooNear,

    /// <summary>The lead crosses another line, which will carry part of the return current.</summary>
    AcrossAnotherLine,

    /// <summary>The stake stands beside another line and feeds it.</summary>
    BesideAnotherLine,
}
