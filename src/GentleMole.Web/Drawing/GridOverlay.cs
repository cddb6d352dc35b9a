using GentleMole.Core.Site;

namespace GentleMole.Web.Drawing;

/// <summary>A grid of radar lines on the plan.</summary>
/// <param name="Hatch">Strokes over what was not seen.</param>
internal sealed record GridOverlay(IReadOnlyList<(SitePoint From, SitePoint To, PassState State, int Number)> Lines, IReadOnlyList<(SitePoint From, SitePoint To)> Hatch);
