using GentleMole.Core.Network;

namespace GentleMole.Core.Identify;

/// <summary>One way in which the ground and the hookup may differ from what records say.</summary>
/// <param name="Network">With the soil, ends, bonds and the unknown line of this way; lines lie where records have them.</param>
/// <param name="Source">Solved for one ampere where it is a direct one; on another line where the clip is.</param>
/// <param name="LogWeight">Logarithm of how much likelier it is than it was drawn.</param>
/// <param name="HasUnknown">True when the last line of the network is one that nobody drew.</param>
/// <param name="HiddenBond">A bond that nobody drew.</param>
internal sealed record GroundDraw(BuriedNetwork Network, SignalSource Source, double LogWeight, bool HasUnknown, Bond? HiddenBond)
{
    /// <summary>Ends that are not as records have them: line and whether it is its end rather than its start.</summary>
    public IReadOnlyList<(int Line, bool AtEnd)> OtherEnds { get; init; } = [];

    /// <summary>How far right of the target's plan the line that nobody drew lies; null where there is none.</summary>
    public double? UnknownAside { get; init; }
}
