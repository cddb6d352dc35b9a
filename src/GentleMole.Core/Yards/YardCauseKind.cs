namespace GentleMole.Core.Yards;

/// <summary>Where an error of a round came from.</summary>
public enum YardCauseKind
{
    /// <summary>Nothing that is sent was listened to.</summary>
    NoWork = 0,

    /// <summary>The clip was on something else than what was sought.</summary>
    WrongConnection = 1,

    /// <summary>The marks lie on another line.</summary>
    OtherLine = 2,

    /// <summary>Where the marks lie the current ran back to the transmitter.</summary>
    RanBack = 3,

    /// <summary>Little of what was sent ran on what was sought.</summary>
    LittleOnTarget = 4,

    /// <summary>The signal was gone before the line was.</summary>
    SignalGone = 5,

    /// <summary>Volts without current.</summary>
    NoCurrent = 6,

    /// <summary>The stake lit a neighbour.</summary>
    StakeLit = 7,

    /// <summary>So much was sent that the display stood still at its end.</summary>
    Pegged = 8,

    /// <summary>A field of several currents pulled the marks aside.</summary>
    Pulled = 9,

    /// <summary>Corners were cut.</summary>
    CornerCut = 10,

    /// <summary>The line dips, and its depth was not followed.</summary>
    Dive = 11,

    /// <summary>Part of the line has no mark.</summary>
    NotCovered = 12,

    /// <summary>Marks lie where nobody had listened.</summary>
    NotHeard = 13,

    /// <summary>A line on no record was not met.</summary>
    StrangerMissed = 14,

    /// <summary>What nobody could know was answered for.</summary>
    SaidSure = 15,

    /// <summary>What could be found was passed on.</summary>
    SaidUnsure = 16,

    /// <summary>Depths are off though the place is right.</summary>
    DepthOff = 17,

    /// <summary>An answer is missing.</summary>
    NoAnswer = 18,
}
