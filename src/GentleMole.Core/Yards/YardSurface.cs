using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>What a part of a yard is covered with. Where two lie over each other the later wins; what none covers is soil.</summary>
public sealed record YardSurface(YardSurfaceKind Kind, IReadOnlyList<SitePoint> Ring);
