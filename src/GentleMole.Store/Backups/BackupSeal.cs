using System.Security.Cryptography;
using System.Text;

namespace GentleMole.Store.Backups;

/// <summary>
/// The last bytes of a backup are the SHA-256 over all bytes before them (they are the zip's comment, so any program can
/// still open it): one flipped or missing byte, wherever it is, breaks the seal.
/// </summary>
internal static class BackupSeal
{
    private const int HexDigits = 64;

    /// <summary>Stands in the place of the seal until it is set.</summary>
    public static string Blank { get; } = new('0', HexDigits);

    public static async Task SetAsync(string path, CancellationToken cancellation)
    {
        var stream = new FileStream(path, FileMode.Open, FileAccess.ReadWrite);
        await using var closing = stream.ConfigureAwait(false);
        var seal = await OverAllButTheLastAsync(stream, cancellation).ConfigureAwait(false);
        stream.Seek(-HexDigits, SeekOrigin.End);
        await stream.WriteAsync(Encoding.ASCII.GetBytes(seal), cancellation).ConfigureAwait(false);
        stream.Flush(flushToDisk: true);
    }

    /// <summary>True when the seal fits.</summary>
    public static async Task<bool> FitsAsync(string path, CancellationToken cancellation)
    {
        var stream = new FileStream(path, FileMode.Open, FileAccess.Read);
        await using var closing = stream.ConfigureAwait(false);
        if (stream.Length <= HexDigits)
        {
            return false;
        }

        var seal = await OverAllButTheLastAsync(stream, cancellation).ConfigureAwait(false);
        var found = new byte[HexDigits];
        await stream.ReadExactlyAsync(found, cancellation).ConfigureAwait(false);
        return Encoding.ASCII.GetString(found) == seal;
    }

    private static async Task<string> OverAllButTheLastAsync(FileStream stream, CancellationToken cancellation)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var buffer = new byte[1 << 20];
        for (var left = stream.Length - HexDigits; left > 0;)
        {
            var read = await stream.ReadAsync(buffer.AsMemory(0, (int)Math.Min(buffer.Length, left)), cancellation).ConfigureAwait(false);
            if (read == 0)
            {
                throw new EndOfStreamException("The backup became shorter while it was read.");
            }

            hash.AppendData(buffer.AsSpan(0, read));
            left -= read;
        }

        return Convert.ToHexStringLower(hash.GetHashAndReset());
    }
}
