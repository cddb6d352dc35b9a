using GentleMole.Core.Site;
using NetTopologySuite.Geometries;

namespace GentleMole.Core.Yards;

/// <summary>Rings on a yard.</summary>
public static class YardRings
{
    /// <summary>A place lies in a ring or on its edge.</summary>
    public static bool Holds(IReadOnlyList<SitePoint> ring, SitePoint place) => Of(ring).Covers(new Point(place.East, place.North));

    /// <summary>How far a place lies outside a ring; 0 in it.</summary>
    public static double Outside(IReadOnlyList<SitePoint> ring, SitePoint place) => Of(ring).Distance(new Point(place.East, place.North));

    private static Polygon Of(IReadOnlyList<SitePoint> ring) => new(new LinearRing([.. ring.Append(ring[0]).Select(c => new Coordinate(c.East, c.North))]));
}
