using System.Text.Json;
using NetTopologySuite.Features;
using NetTopologySuite.Geometries;
using NetTopologySuite.IO.Converters;

namespace GentleMole.Exchange.Drawings;

/// <summary>GeoJSON (RFC 7946): WGS84 unless an older file names another system.</summary>
internal static class GeoJsonDrawing
{
    private static readonly JsonSerializerOptions Options = new() { Converters = { new GeoJsonConverterFactory() } };

    public static Drawing Read(byte[] content)
    {
        try
        {
            using var document = JsonDocument.Parse(content);
            var root = document.RootElement;
            var type = root.ValueKind == JsonValueKind.Object && root.TryGetProperty("type", out var t) ? t.ToString() : "";
            var shapes = type switch
            {
                "FeatureCollection" => root.Deserialize<FeatureCollection>(Options)!.SelectMany(Shapes),
                "Feature" => Shapes(root.Deserialize<IFeature>(Options)!),
                "" => throw new DrawingException("It is JSON, but not GeoJSON: it has no type."),
                _ => GeometryShapes.Of(root.Deserialize<Geometry>(Options), type, new Dictionary<string, string>()),
            };
            return new Drawing("GeoJSON", [.. shapes], System(root), 1, new Dictionary<string, int>());
        }
        catch (Exception error) when (error is JsonException or ArgumentException or InvalidOperationException or NotSupportedException or FormatException or NullReferenceException)
        {
            throw new DrawingException("It is not well-formed GeoJSON.");
        }
    }

    private static IEnumerable<DrawnShape> Shapes(IFeature feature)
    {
        var properties = feature.Attributes is { } table
            ? table.GetNames().Where(n => table[n] is not null).ToDictionary(n => n, n => Convert.ToString(table[n], global::System.Globalization.CultureInfo.InvariantCulture) ?? "")
            : [];
        return GeometryShapes.Of(feature.Geometry, GeometryShapes.Layer(properties, feature.Geometry?.GeometryType ?? ""), properties);
    }

    private static string System(JsonElement root) =>
        root.TryGetProperty("crs", out var crs) && crs.ValueKind == JsonValueKind.Object && crs.TryGetProperty("properties", out var p)
        && p.ValueKind == JsonValueKind.Object && p.TryGetProperty("name", out var name)
            ? CoordinateSystems.NameOf(name.ToString())
            : CoordinateSystems.Wgs84;
}
