using System.Text.Json;
using System.Text.Json.Serialization;
using NetTopologySuite.Features;
using NetTopologySuite.IO.Converters;

namespace GentleMole.Exchange;

/// <summary>GeoJSON (RFC 7946): WGS84, longitude before latitude, nine decimals (a tenth of a millimetre).</summary>
public static class GeoJsonWriter
{
    private static readonly JsonSerializerOptions Options = new()
    {
        Converters = { new GeoJsonConverterFactory(OnEarth.Factory, writeGeometryBBox: false) },
        WriteIndented = false,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    };

    /// <summary>Writes the sheet as a FeatureCollection.</summary>
    public static void Write(ExportSheet sheet, Stream stream)
    {
        using var json = new Utf8JsonWriter(stream);
        json.WriteStartObject();
        json.WriteString("type", "FeatureCollection");
        json.WriteStartArray("features");
        foreach (var feature in sheet.Features)
        {
            var attributes = new AttributesTable();
            foreach (var (name, value) in sheet.PropertiesOf(feature))
            {
                attributes.Add(name, value);
            }

            JsonSerializer.Serialize<IFeature>(json, new Feature(OnEarth.Shape(feature, sheet.Origin), attributes), Options);
            if (json.BytesPending > 32_000)
            {
                json.Flush();
            }
        }

        json.WriteEndArray();
        json.WriteEndObject();
    }
}
