using GentleMole.Core.Lines;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>The dot before on the same line.</summary>
public sealed record PreviousDot(SitePoint Place, Depth? Depth, double? CurrentMilliamps);
