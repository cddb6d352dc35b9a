using GentleMole.Core.Site;

namespace GentleMole.Web.Drawing;

/// <summary>A picture of how strongly a grid answers at one depth, laid on the plan; and the way along which it is cut.</summary>
/// <param name="Address">Of the picture.</param>
/// <param name="NorthWest">Its corner.</param>
internal sealed record SliceOverlay(string Address, SitePoint NorthWest, SitePoint SouthEast, IReadOnlyList<SitePoint> Cut);
