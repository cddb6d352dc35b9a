using GentleMole.Core.Site;
using NetTopologySuite.Geometries;

namespace GentleMole.Exchange.Drawings;

/// <summary>Parts geometries of the usual library into shapes.</summary>
internal static class GeometryShapes
{
    public static IEnumerable<DrawnShape> Of(Geometry? geometry, string layer, IReadOnlyDictionary<string, string> properties)
    {
        var text = properties.GetValueOrDefault("name", "");
        switch (geometry)
        {
            case null or { IsEmpty: true }:
                break;
            case Point point:
                yield return new DrawnShape(layer, DrawnKind.Point, Points([point.Coordinate]), text, properties);
                break;
            case LineString line:
                yield return new DrawnShape(layer, DrawnKind.Line, Points(line.Coordinates), text, properties);
                break;
            case Polygon polygon:
                yield return new DrawnShape(layer, DrawnKind.Area, Points(polygon.ExteriorRing.Coordinates), text, properties);
                break;
            case GeometryCollection many:
                foreach (var shape in many.Geometries.SelectMany(g => Of(g, layer, properties)))
                {
                    yield return shape;
                }

                break;
        }
    }

    /// <summary>The layer of a feature by its own words.</summary>
    public static string Layer(IReadOnlyDictionary<string, string> properties, string otherwise)
    {
        if (properties.GetValueOrDefault("layer") is { Length: > 0 } layer)
        {
            return layer;
        }

        var words = $"{properties.GetValueOrDefault("kind", "")} {properties.GetValueOrDefault("utility", "")}".Trim();
        return words.Length > 0 ? words : otherwise;
    }

    private static IReadOnlyList<SitePoint> Points(Coordinate[] coordinates)
    {
        if (coordinates.Any(c => !double.IsFinite(c.X) || !double.IsFinite(c.Y)))
        {
            throw new DrawingException("A coordinate in it is not a number.");
        }

        return [.. coordinates.Select(c => new SitePoint(c.X, c.Y))];
    }
}
