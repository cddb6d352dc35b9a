namespace GentleMole.Core.Trace;

/// <summary>One independent sign that a dot is where the line is.</summary>
public enum SignKind
{
    PeakToNull,
    OneLineFits,
    Current,
    CurrentDirection,
    Lift,
    DepthPlausible,
    DepthAgainstLast,
    DepthTurnedRound,
    Direction,
    Sideways,
    Shoulders,
}
