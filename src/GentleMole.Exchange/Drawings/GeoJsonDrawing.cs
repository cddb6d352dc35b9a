using System.Globalization;
using System.Text.Json;
using NetTopologySuite.Features;
using NetTopologySuite.Geometries;
using NetTopologySuite.IO.Converters;

namespace GentleMole.Exchange.Drawings;

/// <summary>GeoJSON (RFC 7946): WGS84 unless an older file names another system.</summary>
internal static class GeoJsonDrawing
{
    /// <summary>Most names, values and brackets: more is no plan, whatever they are.</summary>
    private const int MostTokens = 6_000_000;

    private static readonly JsonSerializerOptions Options = new() { Converters = { new GeoJsonConverterFactory() } };

    public static Drawing Read(string path, ReadShapes shapes)
    {
        var content = File.ReadAllBytes(path).AsMemory();
        content = content.Span.StartsWith("\uFEFF"u8) ? content[3..] : content;
        try
        {
            Measure(content.Span);
            using var document = JsonDocument.Parse(content);
            var root = document.RootElement;
            var type = root.ValueKind == JsonValueKind.Object && root.TryGetProperty("type", out var t) ? t.ToString() : "";
            switch (type)
            {
                case "FeatureCollection":
                    foreach (var feature in root.GetProperty("features").EnumerateArray())
                    {
                        Take(feature, shapes);
                    }

                    break;
                case "Feature":
                    Take(root, shapes);
                    break;
                case "":
                    throw new DrawingException("It is JSON, but not GeoJSON: it has no type.");
                default:
                    GeometryShapes.Take(root.Deserialize<Geometry>(Options), type, new Dictionary<string, string>(), shapes);
                    break;
            }

            return new Drawing("GeoJSON", shapes.Shapes, System(root), 1, shapes.Skipped);
        }
        catch (Exception error) when (error is not (DrawingException or OutOfMemoryException))
        {
            // The library throws what it happens to meet.
            throw new DrawingException("It is not well-formed GeoJSON.");
        }
    }

    /// <summary>Counts corners and depth before anything is built of them: an array that begins with a number is a place.</summary>
    private static void Measure(ReadOnlySpan<byte> content)
    {
        var reader = new Utf8JsonReader(content, new JsonReaderOptions { MaxDepth = 2 * ReadShapes.DeepestNesting });
        var counted = new ReadShapes();
        var opened = false;
        for (var tokens = 0; reader.Read(); tokens++)
        {
            if (tokens == MostTokens)
            {
                throw new DrawingException($"It holds more than {MostTokens / 1_000_000} million values. Cut out the part round the site.");
            }

            if (opened && reader.TokenType == JsonTokenType.Number)
            {
                counted.Corners(1);
            }

            opened = reader.TokenType == JsonTokenType.StartArray;
        }
    }

    private static void Take(JsonElement element, ReadShapes shapes)
    {
        var feature = element.Deserialize<IFeature>(Options)!;
        var properties = feature.Attributes is { } table
            ? shapes.Properties(table.GetNames().Where(n => table[n] is not null)
                .Select(n => KeyValuePair.Create(n, Convert.ToString(table[n], CultureInfo.InvariantCulture) ?? "")))
            : [];
        GeometryShapes.Take(feature.Geometry, GeometryShapes.Layer(properties, feature.Geometry?.GeometryType ?? ""), properties, shapes);
    }

    private static string System(JsonElement root) =>
        root.TryGetProperty("crs", out var crs) && crs.ValueKind == JsonValueKind.Object && crs.TryGetProperty("properties", out var p)
        && p.ValueKind == JsonValueKind.Object && p.TryGetProperty("name", out var name)
            ? CoordinateSystems.NameOf(name.ToString())
            : CoordinateSystems.Wgs84;
}
