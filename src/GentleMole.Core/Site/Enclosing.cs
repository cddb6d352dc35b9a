using NetTopologySuite.Algorithm;
using NetTopologySuite.Geometries;

namespace GentleMole.Core.Site;

/// <summary>The smallest circle round points.</summary>
public static class Enclosing
{
    /// <summary>The least circle round points (Welzl).</summary>
    public static (SitePoint Centre, double RadiusMetres) Circle(IEnumerable<SitePoint> points)
    {
        var circle = new MinimumBoundingCircle(new MultiPoint([.. points.Select(p => new Point(p.East, p.North))]));
        return (new SitePoint(circle.GetCentre().X, circle.GetCentre().Y), circle.GetRadius());
    }
}
