using System.Text.Json;
using System.Text.Json.Serialization;
using GentleMole.Core.Site;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;

namespace GentleMole.Store;

/// <summary>How lists are kept in a column: points as short [east, north] pairs.</summary>
internal static class StoredJson
{
    public static JsonSerializerOptions Options { get; } = new JsonSerializerOptions { Converters = { new PointConverter() } }.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);

    private sealed class PointConverter : JsonConverter<SitePoint>
    {
        public override SitePoint Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            reader.Read();
            var east = reader.GetDouble();
            reader.Read();
            var north = reader.GetDouble();
            reader.Read();
            return new SitePoint(east, north);
        }

        public override void Write(Utf8JsonWriter writer, SitePoint value, JsonSerializerOptions options)
        {
            writer.WriteStartArray();
            writer.WriteNumberValue(value.East);
            writer.WriteNumberValue(value.North);
            writer.WriteEndArray();
        }
    }
}
