using System.Text.Json;
using GentleMole.Core.Site;
using NetTopologySuite.Features;
using NetTopologySuite.Geometries;
using NetTopologySuite.IO.Converters;

namespace GentleMole.Exchange;

/// <summary>GeoJSON (RFC 7946): WGS84, longitude before latitude, nine decimals (a tenth of a millimetre).</summary>
public static class GeoJsonWriter
{
    private static readonly GeometryFactory Geometry = new(new PrecisionModel(1e9), 4326);

    private static readonly JsonSerializerOptions Options = new()
    {
        Converters = { new GeoJsonConverterFactory(Geometry, true) },
        WriteIndented = false,
    };

    /// <summary>Writes the sheet as a FeatureCollection.</summary>
    public static void Write(ExportSheet sheet, Stream stream)
    {
        var collection = new FeatureCollection();
        foreach (var feature in sheet.Features)
        {
            var attributes = new AttributesTable { { "kind", feature.Kind } };
            foreach (var (name, value) in feature.Properties)
            {
                if (value is not null)
                {
                    attributes.Add(name, value);
                }
            }

            if (sheet.OriginProvisional)
            {
                attributes.Add("positionOnEarth", "provisional: the site origin has not been tied to a measured position");
            }

            collection.Add(new Feature(Shape(feature, sheet.Origin), attributes));
        }

        JsonSerializer.Serialize(stream, collection, Options);
    }

    /// <summary>Reads a FeatureCollection back into site metres: what was written, to the millimetre.</summary>
    public static IReadOnlyList<ExportFeature> Read(Stream stream, SiteOrigin origin)
    {
        var collection = JsonSerializer.Deserialize<FeatureCollection>(stream, Options)
            ?? throw new InvalidDataException("The file holds no features.");
        return [.. collection.Select(f => new ExportFeature(
            f.Attributes.GetOptionalValue("kind") as string ?? "",
            f.Geometry switch { Point => ExportShape.Point, LineString => ExportShape.Line, _ => ExportShape.Area },
            [.. (f.Geometry is Polygon polygon ? polygon.ExteriorRing.Coordinates[..^1] : f.Geometry.Coordinates)
                .Select(c => origin.ToSite(new GeoPosition(c.Y, c.X)))],
            [.. f.Attributes.GetNames().Where(n => n != "kind").Select(n => new KeyValuePair<string, object?>(n, f.Attributes[n]))]))];
    }

    private static Geometry Shape(ExportFeature feature, SiteOrigin origin)
    {
        var points = feature.Points.Select(p =>
        {
            var geo = origin.ToGeo(p);
            return new Coordinate(Math.Round(geo.LongitudeDegrees, 9), Math.Round(geo.LatitudeDegrees, 9));
        }).ToArray();
        return feature.Shape switch
        {
            ExportShape.Point => Geometry.CreatePoint(points[0]),
            ExportShape.Line => Geometry.CreateLineString(points),
            _ => Geometry.CreatePolygon([.. points, points[0]]),
        };
    }
}
