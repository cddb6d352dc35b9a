using GentleMole.Core.Site;
using NetTopologySuite.Geometries;

namespace GentleMole.Exchange.Drawings;

/// <summary>Parts geometries of the usual library into shapes.</summary>
internal static class GeometryShapes
{
    public static void Take(Geometry? geometry, string layer, IReadOnlyDictionary<string, string> properties, ReadShapes shapes, int depth = 0)
    {
        ReadShapes.Depth(depth);
        var text = properties.GetValueOrDefault("name", "");
        switch (geometry)
        {
            case null or { IsEmpty: true }:
                break;
            case Point point:
                shapes.Add(layer, DrawnKind.Point, Points([point.Coordinate], shapes), text, properties);
                break;
            case LineString line:
                shapes.Add(layer, DrawnKind.Line, Points(line.Coordinates, shapes), text, properties);
                break;
            case Polygon polygon:
                shapes.Add(layer, DrawnKind.Area, Points(polygon.ExteriorRing.Coordinates, shapes), text, properties);
                break;
            case GeometryCollection many:
                foreach (var part in many.Geometries)
                {
                    Take(part, layer, properties, shapes, depth + 1);
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

    private static IReadOnlyList<SitePoint> Points(Coordinate[] coordinates, ReadShapes shapes)
    {
        shapes.Corners(coordinates.Length);
        if (coordinates.Any(c => !double.IsFinite(c.X) || !double.IsFinite(c.Y)))
        {
            throw new DrawingException("A coordinate in it is not a number.");
        }

        return [.. coordinates.Select(c => new SitePoint(c.X, c.Y))];
    }
}
