namespace GentleMole.Core.Trace;

/// <summary>One independent sign that a dot is where the line is.</summary>
public enum SignKind
{
    /// <summary>Distance of null and peak.</summary>
    PeakToNull,

    /// <summary>Whether one line explains the row.</summary>
    OneLineFits,

    /// <summary>Current against what was before.</summary>
    Current,

    /// <summary>Way of the current.</summary>
    CurrentDirection,

    /// <summary>Rise of the shown depth for a lift.</summary>
    Lift,

    /// <summary>Whether the depth can be.</summary>
    DepthPlausible,

    /// <summary>Depth against the dot before.</summary>
    DepthAgainstLast,

    /// <summary>Depth with the receiver turned round.</summary>
    DepthTurnedRound,

    /// <summary>Direction shown against the path.</summary>
    Direction,

    /// <summary>Response turned sideways.</summary>
    Sideways,

    /// <summary>Shoulders left and right of the peak.</summary>
    Shoulders,
}
