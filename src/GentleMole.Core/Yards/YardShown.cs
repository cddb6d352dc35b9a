using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>What the receiver shows.</summary>
/// <param name="PeakNanotesla">Along the level coil across the person.</param>
/// <param name="NullNanotesla">Upright.</param>
/// <param name="DepthMetres">To the centre, by two coils over one line; null when weak, pegged, or not near the peak.</param>
/// <param name="RunsAhead">The current, when it flows out of the clip into the line, runs the way the person faces; null when that cannot be told.</param>
/// <param name="Line">Way of the line, without a head; null when weak.</param>
/// <param name="Steadiness">1 for a display that stands, one half where the response is six times the noise.</param>
public sealed record YardShown(
    double PeakNanotesla, double NullNanotesla, YardSide Side, double? DepthMetres, double? CurrentMilliamps, bool? RunsAhead, Azimuth? Line, double Steadiness, bool IsPegged);
