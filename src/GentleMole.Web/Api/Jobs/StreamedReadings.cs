using System.Text.Json;

namespace GentleMole.Web.Api;

/// <summary>
/// Reads a batch of readings that is written as it should be, several times as fast as the serializer: devices send
/// thousands a second. Whatever is unusual in it – an unknown or repeated name, a null, another kind of value, broken JSON –
/// is left to the serializer, which knows how to take it or how to say what is wrong.
/// </summary>
internal static class StreamedReadings
{
    private static readonly JsonReaderOptions Options = new() { MaxDepth = 4 };

    /// <summary>The batch, or null when the serializer must look.</summary>
    public static ReadingsRequest? TryRead(ReadOnlySpan<byte> json)
    {
        try
        {
            var reader = new Utf8JsonReader(json, Options);
            if (!Is(ref reader, JsonTokenType.StartObject) || !Is(ref reader, JsonTokenType.PropertyName) || !reader.ValueTextEquals("readings"u8)
                || !Is(ref reader, JsonTokenType.StartArray))
            {
                return null;
            }

            var readings = new List<ReadingBody?>();
            while (reader.Read() && reader.TokenType == JsonTokenType.StartObject)
            {
                if (!TryReadOne(ref reader, out var reading))
                {
                    return null;
                }

                readings.Add(reading);
            }

            return reader.TokenType == JsonTokenType.EndArray && Is(ref reader, JsonTokenType.EndObject) && !reader.Read() ? new ReadingsRequest(readings) : null;
        }
        catch (Exception error) when (error is JsonException or InvalidOperationException)
        {
            return null;
        }
    }

    private static bool TryReadOne(ref Utf8JsonReader reader, out ReadingBody reading)
    {
        reading = new ReadingBody();
        var seen = 0;
        while (reader.Read() && reader.TokenType == JsonTokenType.PropertyName)
        {
            var name = Name(ref reader);
            if (name < 0 || (seen & (1 << name)) != 0 || !reader.Read() || reader.TokenType != (name < 3 ? JsonTokenType.String : JsonTokenType.Number))
            {
                return false;
            }

            seen |= 1 << name;
            double number = 0;
            if (name >= 3 && !(reader.TryGetDouble(out number) && double.IsFinite(number)))
            {
                return false;
            }

            switch (name)
            {
                case 0: reading.Id = reader.GetString(); break;
                case 1: reading.TakenAt = reader.GetString(); break;
                case 2: reading.Utility = reader.GetString(); break;
                case 3: reading.EastMetres = number; break;
                case 4: reading.NorthMetres = number; break;
                case 5: reading.Peak = number; break;
                case 6: reading.Null = number; break;
                case 7: reading.DepthMetres = number; break;
                case 8: reading.CurrentMilliamps = number; break;
                case 9: reading.DirectionDegrees = number; break;
                default: reading.FrequencyHertz = number; break;
            }
        }

        return reader.TokenType == JsonTokenType.EndObject;
    }

    private static int Name(ref Utf8JsonReader reader) =>
        reader.ValueTextEquals("id"u8) ? 0
        : reader.ValueTextEquals("takenAt"u8) ? 1
        : reader.ValueTextEquals("utility"u8) ? 2
        : reader.ValueTextEquals("eastMetres"u8) ? 3
        : reader.ValueTextEquals("northMetres"u8) ? 4
        : reader.ValueTextEquals("peak"u8) ? 5
        : reader.ValueTextEquals("null"u8) ? 6
        : reader.ValueTextEquals("depthMetres"u8) ? 7
        : reader.ValueTextEquals("currentMilliamps"u8) ? 8
        : reader.ValueTextEquals("directionDegrees"u8) ? 9
        : reader.ValueTextEquals("frequencyHertz"u8) ? 10
        : -1;

    private static bool Is(ref Utf8JsonReader reader, JsonTokenType type) => reader.Read() && reader.TokenType == type;
}
