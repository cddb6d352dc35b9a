using GentleMole.Core.Lines;

namespace GentleMole.Core.Sweeps;

/// <summary>In which modes lines of a kind are usually heard.</summary>
public static class LineHeard
{
    /// <summary>False where a line of this kind is heard in this mode only when something is bonded to it.</summary>
    public static bool Usually(UtilityKind kind, SweepMode mode) => mode switch
    {
        SweepMode.Power => kind is UtilityKind.Electric or UtilityKind.Unknown,
        SweepMode.Cathodic => kind is UtilityKind.Gas or UtilityKind.Water or UtilityKind.Unknown,
        SweepMode.Active or SweepMode.Radio or SweepMode.Induction => true,
    };
}
