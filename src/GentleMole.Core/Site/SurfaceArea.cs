namespace GentleMole.Core.Site;

/// <summary>An outline on the site with its surface.</summary>
public sealed record SurfaceArea(Surface Surface, IReadOnlyList<SitePoint> Corners);
