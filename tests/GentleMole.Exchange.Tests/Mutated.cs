using CsCheck;

namespace GentleMole.Exchange.Tests;

/// <summary>
/// What a fuzzer makes of good files: bytes turned, runs cut out, doubled, put elsewhere or swapped with another file's, and
/// words and numbers that parsers stumble over put in. How long it goes on is said by <c>MOLE_FUZZ_SECONDS</c>, for each reader.
/// </summary>
internal static class Mutated
{
    private static readonly byte[][] Sore =
    [
        "1e308"u8.ToArray(), "-1e-320"u8.ToArray(), "NaN"u8.ToArray(), "99999999999999999999"u8.ToArray(), "\0"u8.ToArray(), "\u2028"u8.ToArray(), [0xff, 0xff, 0xff, 0xff], [0x7f, 0xff, 0xff, 0xff],
        [0x80], [0xed, 0xa0, 0x80], "[[[[[["u8.ToArray(), "{\"a\":"u8.ToArray(), "<a>"u8.ToArray(), "]]>"u8.ToArray(), "'\""u8.ToArray(), "\r\n0\r\n"u8.ToArray(),
    ];

    public static int Seconds => int.TryParse(Environment.GetEnvironmentVariable("MOLE_FUZZ_SECONDS"), out var seconds) ? seconds : 6;

    /// <summary>Mutations of one of these files.</summary>
    public static Gen<byte[]> Of(params byte[][] good) => Gen.Select(Gen.Int[0, good.Length - 1], Gen.Int[0, good.Length - 1], Edit.Array[1, 6]).Select((which, other, edits) =>
    {
        var bytes = good[which];
        foreach (var edit in edits)
        {
            bytes = Apply(bytes, good[other], edit);
        }

        return bytes;
    });

    /// <summary>Goes on for the time that is given; whatever a reader does but refuse is a failure, with the seed to come back to it.</summary>
    public static void Hold(Gen<byte[]> files, Action<byte[]> read) => files.Sample(read, time: Seconds, threads: 1);

    private static Gen<(int Kind, double At, double Length, int Word)> Edit => Gen.Select(Gen.Int[0, 5], Gen.Double[0, 1], Gen.Double[0, 0.2], Gen.Int[0, 255]);

    private static byte[] Apply(byte[] bytes, byte[] other, (int Kind, double At, double Length, int Word) edit)
    {
        if (bytes.Length < 2)
        {
            return bytes;
        }

        var at = (int)(edit.At * (bytes.Length - 1));
        var end = Math.Min(bytes.Length, at + 1 + (int)(edit.Length * bytes.Length));
        switch (edit.Kind)
        {
            case 0:
                var turned = (byte[])bytes.Clone();
                turned[at] = (byte)edit.Word;
                return turned;
            case 1:
                return [.. bytes[..at], .. bytes[end..]];
            case 2:
                return [.. bytes[..end], .. bytes[at..]];
            case 3:
                return [.. bytes[..at], .. Sore[edit.Word % Sore.Length], .. bytes[at..]];
            case 4:
                return [.. bytes[..at], .. Sore[edit.Word % Sore.Length], .. bytes[end..]];
            default:
                var from = (int)(edit.At * (other.Length - 1));
                return [.. bytes[..at], .. other[from..Math.Min(other.Length, from + (end - at))], .. bytes[at..]];
        }
    }
}
