using GentleMole.Core.Site;

namespace GentleMole.Core.Practice;

/// <summary>What a simulated receiver shows at the place where the peak was found, unrounded; SI units.</summary>
/// <param name="NullOffsetMetres">Null from peak, to the right.</param>
/// <param name="Direction">As the hand holds the receiver.</param>
public sealed record WalkedDot(
    SitePoint Place, double NullOffsetMetres, double PeakTesla, double NullTesla, double? DepthMetres, double? CurrentAmperes, Azimuth Direction, double SidewaysPart);
