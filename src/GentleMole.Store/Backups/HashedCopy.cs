using System.Security.Cryptography;

namespace GentleMole.Store.Backups;

internal static class HashedCopy
{
    /// <summary>Copies a stream and tells what went through.</summary>
    public static async Task<BackupFile> RunAsync(string name, Stream from, Stream to, CancellationToken cancellation)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var buffer = new byte[1 << 18];
        long bytes = 0;
        int read;
        while ((read = await from.ReadAsync(buffer, cancellation).ConfigureAwait(false)) > 0)
        {
            hash.AppendData(buffer.AsSpan(0, read));
            await to.WriteAsync(buffer.AsMemory(0, read), cancellation).ConfigureAwait(false);
            bytes += read;
        }

        return new BackupFile(name, bytes, Convert.ToHexStringLower(hash.GetHashAndReset()));
    }
}
