using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Follow;

/// <summary>A dot that a line is followed by.</summary>
/// <param name="Place">Where the line was found.</param>
/// <param name="AcrossHalfWidthMetres">± of that across the line, 95 %.</param>
/// <param name="Depth">To the centre, 95 %; null when not measured.</param>
/// <param name="Number">Of the dot as the person knows it.</param>
/// <param name="Pass">Which pass it belongs to: dots of one hookup have one number.</param>
public sealed record FollowedDot(SitePoint Place, double AcrossHalfWidthMetres, Estimate? Depth, int Number, LineFeature Feature = LineFeature.Plain, int Pass = 0);
