using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>A mark on the ground of a yard.</summary>
/// <param name="DepthMetres">To the centre, as the player says; null where nothing is said.</param>
public sealed record YardPoint(SitePoint Place, double? DepthMetres)
{
    /// <summary>Depths that anybody means.</summary>
    public static readonly Bounds Depths = new(0, 10);
}
