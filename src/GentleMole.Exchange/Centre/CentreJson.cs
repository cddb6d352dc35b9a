using System.Text.Json;
using System.Text.Json.Serialization;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;
using NodaTime.Text;

namespace GentleMole.Exchange.Centre;

/// <summary>How the centre's messages are written: camelCase, moments and days by ISO 8601.</summary>
public static class CentreJson
{
    public static JsonSerializerOptions Options { get; } = Set(new JsonSerializerOptions(JsonSerializerDefaults.Web) { MaxDepth = 32 });

    /// <summary>Makes these options write and read as the centre does.</summary>
    public static JsonSerializerOptions Set(JsonSerializerOptions options)
    {
        options.Converters.Add(new MomentConverter());
        return options.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);
    }

    /// <summary>Writes a moment in UTC; reads it with whatever offset a centre gives it, with seconds or without.</summary>
    private sealed class MomentConverter : JsonConverter<Instant>
    {
        private static readonly IPattern<OffsetDateTime> Written = new CompositePatternBuilder<OffsetDateTime>
        {
            { OffsetDateTimePattern.Rfc3339, _ => true },
            { OffsetDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mmo<Z+HH:mm>"), _ => false },
        }.Build();

        public override Instant Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.String && Written.Parse(reader.GetString()!).TryGetValue(default, out var moment)
                ? moment.ToInstant()
                : throw new JsonException("It must be a date and time with its zone.");

        public override void Write(Utf8JsonWriter writer, Instant value, JsonSerializerOptions options) =>
            writer.WriteStringValue(InstantPattern.ExtendedIso.Format(value));
    }
}
