using GentleMole.Core.Site;

namespace GentleMole.Core.Records;

/// <summary>A line drawn from figures on a plan.</summary>
public sealed record DigitisedLine(IReadOnlyList<SitePoint> Points, double CoverMetres, double DoubtMetres);
