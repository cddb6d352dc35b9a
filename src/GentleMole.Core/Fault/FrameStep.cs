namespace GentleMole.Core.Fault;

/// <summary>What to do with the frame next.</summary>
public enum FrameStep
{
    /// <summary>Read the reference beside the stake.</summary>
    Reference = 0,

    /// <summary>First reading on the cable.</summary>
    Begin = 1,

    /// <summary>The fault lies ahead: on, in longer steps.</summary>
    GoOn = 2,

    /// <summary>Already behind a fault at the first reading: back.</summary>
    GoBack = 3,

    /// <summary>The sign turned between two readings: between them.</summary>
    Halve = 4,

    /// <summary>Near enough: turn the frame across the cable and find the reversal sideways.</summary>
    TurnAcross = 5,

    /// <summary>Behind a fault: on, another may follow.</summary>
    GoOnBehind = 6,

    /// <summary>The end of the cable.</summary>
    Ended = 7,
}
