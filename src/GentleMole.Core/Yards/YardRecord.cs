using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>What a plan says; never the truth to the centimetre.</summary>
/// <param name="Of">TRUTH: the line that it means.</param>
public sealed record YardRecord(UtilityKind Utility, string Owner, IReadOnlyList<SitePoint> Points, double DoubtMetres, double? DepthMetres, string Of);
