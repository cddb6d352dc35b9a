using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;
using GentleMole.Core;
using NodaTime;

namespace GentleMole.Store.Evidence;

/// <summary>
/// Samples as bytes, exactly: every number comes back bit for bit. Version, count, the words once each, then one record a
/// sample: id (16 bytes, as RFC 9562 writes them), moment (100 ns ticks), word, a mask of what was sent, and the numbers.
/// Little-endian but for the id.
/// </summary>
public static class SampleCodec
{
    private const byte Version = 1;
    private const int FixedBytes = 16 + 8 + 2 + 1 + 16;

    public static byte[] Encode(IReadOnlyList<Sample> samples)
    {
        var words = new Dictionary<string, ushort>();
        foreach (var sample in samples)
        {
            words.TryAdd(sample.Utility, (ushort)words.Count);
        }

        var texts = words.Keys.Select(Encoding.UTF8.GetBytes).ToList();
        var bytes = new byte[7 + texts.Sum(t => 2 + t.Length) + samples.Sum(s => FixedBytes + (8 * Optional(s).Count(v => v is not null)))];
        var rest = bytes.AsSpan();
        rest[0] = Version;
        BinaryPrimitives.WriteInt32LittleEndian(rest[1..], samples.Count);
        BinaryPrimitives.WriteUInt16LittleEndian(rest[5..], (ushort)texts.Count);
        rest = rest[7..];
        foreach (var text in texts)
        {
            BinaryPrimitives.WriteUInt16LittleEndian(rest, (ushort)text.Length);
            text.CopyTo(rest[2..]);
            rest = rest[(2 + text.Length)..];
        }

        foreach (var sample in samples)
        {
            sample.Id.TryWriteBytes(rest, bigEndian: true, out _);
            BinaryPrimitives.WriteInt64LittleEndian(rest[16..], sample.TakenAt.Ticks());
            BinaryPrimitives.WriteUInt16LittleEndian(rest[24..], words[sample.Utility]);
            BinaryPrimitives.WriteDoubleLittleEndian(rest[27..], sample.EastMetres);
            BinaryPrimitives.WriteDoubleLittleEndian(rest[35..], sample.NorthMetres);
            var (mask, at) = (0, FixedBytes);
            var optional = Optional(sample);
            for (var i = 0; i < 6; i++)
            {
                if (optional[i] is { } value)
                {
                    mask |= 1 << i;
                    BinaryPrimitives.WriteDoubleLittleEndian(rest[at..], value);
                    at += 8;
                }
            }

            rest[26] = (byte)mask;
            rest = rest[at..];
        }

        return bytes;
    }

    /// <exception cref="InvalidDataException">These bytes are no block of samples.</exception>
    public static IReadOnlyList<Sample> Decode(ReadOnlySpan<byte> bytes)
    {
        try
        {
            if (bytes[0] != Version)
            {
                throw new InvalidDataException($"A block of samples of version {bytes[0]} cannot be read.");
            }

            var count = BinaryPrimitives.ReadInt32LittleEndian(bytes[1..]);
            if (count < 0 || count > bytes.Length / FixedBytes)
            {
                throw new InvalidDataException("A block of samples says that it holds more than it can.");
            }

            var samples = new Sample[count];
            var words = new string[BinaryPrimitives.ReadUInt16LittleEndian(bytes[5..])];
            var rest = bytes[7..];
            for (var i = 0; i < words.Length; i++)
            {
                var length = BinaryPrimitives.ReadUInt16LittleEndian(rest);
                words[i] = Encoding.UTF8.GetString(rest.Slice(2, length));
                rest = rest[(2 + length)..];
            }

            Span<double> numbers = stackalloc double[6];
            for (var n = 0; n < samples.Length; n++)
            {
                var mask = rest[26];
                var at = FixedBytes;
                for (var i = 0; i < 6; i++)
                {
                    numbers[i] = double.NaN;
                    if ((mask & (1 << i)) != 0)
                    {
                        numbers[i] = BinaryPrimitives.ReadDoubleLittleEndian(rest[at..]);
                        at += 8;
                    }
                }

                samples[n] = new Sample(
                    new Guid(rest[..16], bigEndian: true),
                    Moments.OfTicks(BinaryPrimitives.ReadInt64LittleEndian(rest[16..])),
                    words[BinaryPrimitives.ReadUInt16LittleEndian(rest[24..])],
                    BinaryPrimitives.ReadDoubleLittleEndian(rest[27..]),
                    BinaryPrimitives.ReadDoubleLittleEndian(rest[35..]),
                    Sent(numbers[0]), Sent(numbers[1]), Sent(numbers[2]), Sent(numbers[3]), Sent(numbers[4]), Sent(numbers[5]));
                rest = rest[at..];
            }

            return rest.IsEmpty ? samples : throw new InvalidDataException("A block of samples is longer than it says.");
        }
        catch (Exception error) when (error is ArgumentException or IndexOutOfRangeException)
        {
            throw new InvalidDataException("A block of samples cannot be read.", error);
        }
    }

    /// <summary>How many samples a block says it holds.</summary>
    internal static int CountOf(ReadOnlySpan<byte> bytes) => bytes.Length >= 5 ? BinaryPrimitives.ReadInt32LittleEndian(bytes[1..]) : 0;

    /// <summary>SHA-256 in hexadecimal over a block: its job, its walk and its content.</summary>
    public static string HashOf(int jobId, int walkId, ReadOnlySpan<byte> content)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        Span<byte> head = stackalloc byte[8];
        BinaryPrimitives.WriteInt32BigEndian(head, jobId);
        BinaryPrimitives.WriteInt32BigEndian(head[4..], walkId);
        hash.AppendData(head);
        hash.AppendData(content);
        return Convert.ToHexStringLower(hash.GetHashAndReset());
    }

    private static double?[] Optional(Sample s) =>
        [s.Peak, s.Null, s.DepthMetres, s.CurrentMilliamps, s.DirectionDegrees, s.FrequencyHertz];

    private static double? Sent(double value) => double.IsNaN(value) ? null : value;
}
