using GentleMole.Core.Site;

namespace GentleMole.Core.Wires;

/// <summary>A response on a circle.</summary>
/// <param name="Way">From the middle of the circle.</param>
/// <param name="Level">Any unit, the same for all; null where it was not read.</param>
public sealed record SpliceWay(Azimuth Way, double? Level);
