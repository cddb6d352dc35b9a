using GentleMole.Core.Network;

namespace GentleMole.Core.Yards;

/// <summary>A hookup as it was made.</summary>
/// <param name="Shown">What the transmitter shows; null where it shows nothing.</param>
/// <param name="Stopped">Why nothing was switched on; null where it was.</param>
/// <param name="Heard">TRUTH: the currents that are heard with it; empty where nothing is.</param>
public sealed record YardHooked(YardHookup Hookup, SourceShown? Shown, YardStop? Stopped, IReadOnlyList<SolvedNetwork> Heard);
