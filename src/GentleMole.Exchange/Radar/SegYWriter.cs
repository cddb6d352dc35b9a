using System.Buffers.Binary;
using System.Globalization;
using System.Runtime.InteropServices;
using GentleMole.Core.Radar;

namespace GentleMole.Exchange.Radar;

/// <summary>Writes a radar profile as SEG-Y, first revision: IEEE floats, the interval in picoseconds, places in millimetres.</summary>
public static class SegYWriter
{
    private const int TraceHeader = 240;
    private const int Together = 64;
    private const short Millimetres = -1000;

    /// <summary>Bytes of the file.</summary>
    public static long LengthOf(RadarProfile profile) => 3600 + ((long)profile.Traces * (TraceHeader + (4L * profile.SamplesEach)));

    /// <summary>Writes it.</summary>
    /// <param name="told">Further lines of the textual header: what was done to the samples, who made them.</param>
    public static async Task WriteAsync(RadarProfile profile, IEnumerable<string> told, Stream to, CancellationToken cancellation = default)
    {
        var picoseconds = (int)Math.Round(profile.IntervalNanoseconds * 1000);
        await to.WriteAsync(SegYText.Write([.. Lines(profile), .. told]), cancellation).ConfigureAwait(false);
        await to.WriteAsync(Binary(profile, picoseconds), cancellation).ConfigureAwait(false);
        var size = TraceHeader + (4 * profile.SamplesEach);
        var buffer = new byte[Together * size];
        for (var first = 0; first < profile.Traces; first += Together)
        {
            var count = Math.Min(Together, profile.Traces - first);
            for (var i = 0; i < count; i++)
            {
                Trace(profile, first + i, picoseconds, buffer.AsSpan(i * size, size));
            }

            await to.WriteAsync(buffer.AsMemory(0, count * size), cancellation).ConfigureAwait(false);
        }
    }

    private static IEnumerable<string> Lines(RadarProfile profile)
    {
        yield return "SEG-Y REV1, GROUND-PENETRATING RADAR PROFILE";
        yield return "SAMPLE INTERVAL UNIT: PICOSECONDS";
        yield return "POSITION ALONG THE PROFILE: SOURCE X, MILLIMETRES, SCALAR -1000";
        if (profile.CentreHertz is { } hertz)
        {
            yield return string.Create(CultureInfo.InvariantCulture, $"CENTRE FREQUENCY: {hertz / 1e6:0.###} MHZ");
        }

        if (profile.SeparationMetres is { } separation)
        {
            yield return string.Create(CultureInfo.InvariantCulture, $"ANTENNA SEPARATION: {separation:0.000} M");
        }
    }

    private static byte[] Binary(RadarProfile profile, int picoseconds)
    {
        var binary = new byte[400];
        void Short(int at, int value) => BinaryPrimitives.WriteUInt16BigEndian(binary.AsSpan(at), (ushort)value);
        BinaryPrimitives.WriteInt32BigEndian(binary.AsSpan(4), 1);
        Short(12, Math.Min(profile.Traces, short.MaxValue));
        Short(16, picoseconds);
        Short(20, profile.SamplesEach);
        Short(24, (int)SegYFormat.IeeeFloat);
        Short(28, 1);
        Short(54, 1);
        Short(300, 0x0100);
        Short(302, 1);
        return binary;
    }

    private static void Trace(RadarProfile profile, int i, int picoseconds, Span<byte> into)
    {
        into[..TraceHeader].Clear();
        BinaryPrimitives.WriteInt32BigEndian(into, i + 1);
        BinaryPrimitives.WriteInt32BigEndian(into[4..], i + 1);
        BinaryPrimitives.WriteInt32BigEndian(into[8..], 1);
        BinaryPrimitives.WriteInt32BigEndian(into[12..], i + 1);
        BinaryPrimitives.WriteInt16BigEndian(into[28..], 1);
        var millimetres = (int)Math.Clamp(Math.Round(profile.AlongMetres[i] * 1000), int.MinValue, int.MaxValue);
        BinaryPrimitives.WriteInt16BigEndian(into[70..], Millimetres);
        BinaryPrimitives.WriteInt32BigEndian(into[72..], millimetres);
        BinaryPrimitives.WriteInt32BigEndian(into[80..], millimetres);
        BinaryPrimitives.WriteInt16BigEndian(into[88..], 1);
        BinaryPrimitives.WriteUInt16BigEndian(into[114..], (ushort)profile.SamplesEach);
        BinaryPrimitives.WriteUInt16BigEndian(into[116..], (ushort)picoseconds);
        BinaryPrimitives.ReverseEndianness(MemoryMarshal.Cast<float, int>(profile.Trace(i)), MemoryMarshal.Cast<byte, int>(into[TraceHeader..]));
    }
}
