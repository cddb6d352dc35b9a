using GentleMole.Core.Site;

namespace GentleMole.Web.Drawing;

/// <summary>What is wide in the ground, on the plan.</summary>
/// <param name="Chosen">Number of the body at hand.</param>
internal sealed record BodiesOverlay(IReadOnlyList<BodiesOverlay.Shape> Shapes, int? Chosen)
{
    /// <summary>A body's outline.</summary>
    /// <param name="IsTopSeen">Its top answers; where not, only missing layers told of it.</param>
    internal sealed record Shape(IReadOnlyList<SitePoint> Corners, int Number, bool IsDecided, bool IsTopSeen, string Link);
}
