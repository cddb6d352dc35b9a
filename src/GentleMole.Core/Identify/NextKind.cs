namespace GentleMole.Core.Identify;

/// <summary>What one person can read or change in a minute or a few.</summary>
public enum NextKind
{
    /// <summary>The current on the other response of the sweep.</summary>
    CurrentOnOtherResponse,

    /// <summary>A second dot some metres further.</summary>
    SecondDotAlong,

    /// <summary>The same dot at a lower frequency.</summary>
    LowerFrequency,

    /// <summary>The stake on the other side.</summary>
    MoveStake,

    /// <summary>A second hookup at the far end.</summary>
    SecondHookupFarEnd,

    /// <summary>The lift test.</summary>
    Lift,

    /// <summary>The blade turned along the walk.</summary>
    TurnSideways,

    /// <summary>A row across.</summary>
    RowAcross,

    /// <summary>A wider sweep for other responses.</summary>
    SweepWider,
}
