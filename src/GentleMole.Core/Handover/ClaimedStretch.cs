using GentleMole.Core.Marking;
using GentleMole.Core.Site;

namespace GentleMole.Core.Handover;

/// <summary>A stretch as a sheet states it.</summary>
/// <param name="Ends">The two dots, as the sheet names them.</param>
/// <param name="AcrossHalfMetres">± of its place, 95 %.</param>
/// <param name="DepthMetres">To the centre; null where none was read.</param>
public sealed record ClaimedStretch(string Ends, SitePoint From, SitePoint To, double AcrossHalfMetres, double? DepthMetres, double? DepthHalfMetres, QualityLevel Level, Verdict Confidence)
{
    /// <summary>How long it is.</summary>
    public double LengthMetres => From.DistanceTo(To);
}
