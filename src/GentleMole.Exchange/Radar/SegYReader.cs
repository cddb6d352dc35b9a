using System.Buffers.Binary;
using GentleMole.Core;
using GentleMole.Core.Radar;

namespace GentleMole.Exchange.Radar;

/// <summary>Reads a radar profile out of a SEG-Y file of the first revision, trace by trace as it comes.</summary>
public static class SegYReader
{
    private const int BinaryHeader = 400;
    private const int TraceHeader = 240;
    private const int Block = 1 << 20;
    private const string File = "file";

    /// <summary>Most samples of a profile, all traces together: what fits into the memory that one reader is given.</summary>
    public const long MostSamples = 134_217_728;

    /// <summary>The profile. Refusals at <c>file</c>, and at <c>sampleIntervalUnit</c> where neither the file nor the caller says what the interval is counted in.</summary>
    /// <param name="unit">Taken where the file does not say.</param>
    public static async Task<Result<RadarProfile>> ReadAsync(Stream file, SampleIntervalUnit? unit, CancellationToken cancellation = default)
    {
        var head = new byte[SegYText.Length + BinaryHeader];
        if (await file.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false, cancellation).ConfigureAwait(false) < head.Length)
        {
            return Refuse("It is shorter than the headers of a SEG-Y file.");
        }

        var text = SegYText.Read(head.AsSpan(0, SegYText.Length));
        var binary = head.AsMemory(SegYText.Length);
        int Short(int at) => BinaryPrimitives.ReadUInt16BigEndian(binary.Span[at..]);
        if (!Enum.IsDefined((SegYFormat)Short(24)))
        {
            return Refuse(Short(24) > 16 ? "It is no SEG-Y file: its head names no format of samples." : $"Its samples are in format {Short(24)}; 1, 2, 3, 5 and 8 can be read.");
        }

        var format = (SegYFormat)Short(24);
        var more = (short)Short(304);
        if (more is < 0 or > 40)
        {
            return Refuse($"It says that {more} further text headers follow; 0 to 40 can be read.");
        }

        var skipped = new byte[SegYText.Length];
        for (var i = 0; i < more; i++)
        {
            if (await file.ReadAtLeastAsync(skipped, skipped.Length, throwOnEndOfStream: false, cancellation).ConfigureAwait(false) < skipped.Length)
            {
                return Refuse("It ends within its text headers.");
            }
        }

        if ((SegYText.Unit(text) ?? unit) is not { } counted)
        {
            return new FieldError("sampleIntervalUnit", $"The file does not say what its sample interval of {Short(16)} is counted in: picoseconds, nanoseconds or microseconds.");
        }

        return await TracesAsync(file, format, Short(20), Short(16), counted, text, cancellation).ConfigureAwait(false);
    }

    private static async Task<Result<RadarProfile>> TracesAsync(Stream file, SegYFormat format, int announced, int interval, SampleIntervalUnit unit, string text, CancellationToken cancellation)
    {
        var size = format switch { SegYFormat.Int8 => 1, SegYFormat.Int16 => 2, _ => 4 };
        var header = new byte[TraceHeader];
        var (each, along, samples, raw) = (announced, new List<double>(), Array.Empty<float>(), Array.Empty<byte>());
        while (true)
        {
            var got = await file.ReadAtLeastAsync(header, TraceHeader, throwOnEndOfStream: false, cancellation).ConfigureAwait(false);
            if (got == 0)
            {
                break;
            }

            if (got < TraceHeader)
            {
                return Refuse($"Its last trace is cut short: only {got} bytes of its header are there.");
            }

            if (along.Count == 0)
            {
                each = each > 0 ? each : BinaryPrimitives.ReadUInt16BigEndian(header.AsSpan(114));
                interval = interval > 0 ? interval : BinaryPrimitives.ReadUInt16BigEndian(header.AsSpan(116));
                if (each is 0 or > RadarRules.MostSamples)
                {
                    return Refuse($"Its traces have {each} samples; 1 to {RadarRules.MostSamples} can be read.");
                }

                raw = new byte[each * size];

                // Where the length is known, room for all traces is made at once.
                var left = file.CanSeek ? (file.Length - file.Position + TraceHeader) / (TraceHeader + raw.Length) * each : 0;
                samples = new float[Math.Clamp(left, 0, MostSamples)];
            }

            var own = BinaryPrimitives.ReadUInt16BigEndian(header.AsSpan(114));
            if (own != 0 && own != each)
            {
                return Refuse($"Trace {along.Count + 1} has {own} samples and the first {each}; all must have as many.");
            }

            got = await file.ReadAtLeastAsync(raw, raw.Length, throwOnEndOfStream: false, cancellation).ConfigureAwait(false);
            if (got < raw.Length)
            {
                return Refuse($"Its last trace is cut short: {got / size} of {each} samples are there.");
            }

            var start = (long)along.Count * each;
            if (start + each > MostSamples || along.Count >= RadarRules.MostTraces)
            {
                return Refuse($"It has more than {Math.Min(MostSamples / each, RadarRules.MostTraces)} traces of {each} samples; cut the line into pieces.");
            }

            if (start + each > samples.Length)
            {
                Array.Resize(ref samples, (int)Math.Min(MostSamples, Math.Max(start + each, Math.Max(Block, samples.Length * 3L / 2))));
            }

            if (!Decode(raw, format, samples.AsSpan((int)start, each)))
            {
                return Refuse($"Trace {along.Count + 1} holds what is no number.");
            }

            along.Add(Place(header));
        }

        if (along.Count == 0)
        {
            return Refuse("There is no trace in it.");
        }

        if (interval == 0)
        {
            return Refuse("Its sample interval is zero.");
        }

        var picoseconds = interval * (unit switch { SampleIntervalUnit.Picoseconds => 1.0, SampleIntervalUnit.Nanoseconds => 1e3, _ => 1e6 });
        if (!RadarRules.Interval.Hold(picoseconds))
        {
            return new FieldError("sampleIntervalUnit", FormattableString.Invariant($"Its sample interval would be {picoseconds:0} ps; a radar's is 1 to 65535 ps. It is counted in something else."));
        }

        if (along.Exists(a => !RadarRules.Along.Hold(a)))
        {
            return Refuse("Its traces lie farther from each other than any line is long; look at the coordinate scalar.");
        }

        Array.Resize(ref samples, along.Count * each);
        var first = along[0];
        return new RadarProfile(samples, each, picoseconds / 1000, [.. along.Select(a => Math.Round(a - first, 6))], SegYText.Separation(text), SegYText.Centre(text));
    }

    /// <summary>Source X with the coordinate scalar: positive multiplies, negative divides.</summary>
    private static double Place(ReadOnlySpan<byte> header)
    {
        var scalar = BinaryPrimitives.ReadInt16BigEndian(header[70..]);
        var x = BinaryPrimitives.ReadInt32BigEndian(header[72..]);
        return scalar == 0 ? x : scalar > 0 ? (double)x * scalar : (double)x / -scalar;
    }

    private static bool Decode(ReadOnlySpan<byte> raw, SegYFormat format, Span<float> into)
    {
        switch (format)
        {
            case SegYFormat.IeeeFloat:
                var bits = System.Runtime.InteropServices.MemoryMarshal.Cast<float, int>(into);
                BinaryPrimitives.ReverseEndianness(System.Runtime.InteropServices.MemoryMarshal.Cast<byte, int>(raw), bits);
                break;
            case SegYFormat.Int32:
                for (var i = 0; i < into.Length; i++)
                {
                    into[i] = BinaryPrimitives.ReadInt32BigEndian(raw[(4 * i)..]);
                }

                break;
            case SegYFormat.Int16:
                for (var i = 0; i < into.Length; i++)
                {
                    into[i] = BinaryPrimitives.ReadInt16BigEndian(raw[(2 * i)..]);
                }

                break;
            case SegYFormat.Int8:
                for (var i = 0; i < into.Length; i++)
                {
                    into[i] = (sbyte)raw[i];
                }

                break;
            default:
                for (var i = 0; i < into.Length; i++)
                {
                    into[i] = OfIbm(BinaryPrimitives.ReadUInt32BigEndian(raw[(4 * i)..]));
                }

                break;
        }

        foreach (var value in into)
        {
            if (!float.IsFinite(value))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>Sign, exponent of 16 less 64, and a fraction of 24 bits; what is too large for an IEEE number is infinite.</summary>
    internal static float OfIbm(uint bits)
    {
        var fraction = (bits & 0x00ff_ffff) / (double)0x0100_0000;
        var value = fraction * Math.Pow(16, (int)((bits >> 24) & 0x7f) - 64);
        return (float)((bits >> 31) != 0 ? -value : value);
    }

    private static FieldError Refuse(string sentence) => new(File, sentence);
}
