using GentleMole.Core.Site;

namespace GentleMole.Core.Candidates;

/// <summary>A response with its place and logarithms; what it does not tell is no number.</summary>
/// <param name="Asked">How it is counted in the task.</param>
/// <param name="Direction">Azimuth, radians.</param>
internal readonly record struct MetResponse(int Asked, int Pass, double Along, SitePoint Place, int Mode, double LnDepth, double LnMilliamps, double Direction);
