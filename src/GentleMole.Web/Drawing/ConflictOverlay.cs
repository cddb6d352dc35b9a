using GentleMole.Core.Site;

namespace GentleMole.Web.Drawing;

/// <summary>Where of the dig no machine may work, and which places to expose, in order.</summary>
internal sealed record ConflictOverlay(IReadOnlyList<IReadOnlyList<SitePoint>> Bands, IReadOnlyList<SitePoint> Holes);
