using GentleMole.Core.Site;

namespace GentleMole.Exchange.Scenes;

/// <summary>A point of a scene in its own units: site metres east and north on a plan, chainage and depth in a section.</summary>
public readonly record struct ScenePoint(double X, double Y)
{
    public static ScenePoint Of(SitePoint place) => new(place.East, place.North);

    public static IReadOnlyList<ScenePoint> Of(IEnumerable<SitePoint> places) => [.. places.Select(Of)];
}
