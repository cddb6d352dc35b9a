using System.Buffers.Binary;
using System.Runtime.InteropServices;
using System.Security.Cryptography;
using GentleMole.Core.Radar;
using GentleMole.Store.Model;

namespace GentleMole.Store.Radar;

/// <summary>
/// The traces of a profile as a file: a head of 64 bytes, the place of every trace (doubles, metres), then all samples (floats), little-endian.
/// It is on the disk, whole and under its own name, before anybody is told that it is kept.
/// </summary>
public static class TraceFile
{
    private const int Head = 64;
    private const int Piece = 1 << 20;
    private static readonly byte[] Mark = [.. "MOLETRC1"u8];

    /// <summary>Lays the traces down and makes the row that names them; the row is saved by the caller, afterwards.</summary>
    /// <exception cref="IOException">The disk does not take it.</exception>
    public static async Task<RadarRecord> KeepAsync(DataFolder folder, RadarProfile profile, CancellationToken cancellation = default)
    {
        var record = new RadarRecord { Id = Guid.NewGuid() };
        await KeepAsync(folder, record, profile, cancellation).ConfigureAwait(false);
        return record;
    }

    /// <summary>The same for a row that is there already.</summary>
    /// <exception cref="IOException">The disk does not take it.</exception>
    public static async Task KeepAsync(DataFolder folder, RadarRecord record, RadarProfile profile, CancellationToken cancellation = default)
    {
        Directory.CreateDirectory(folder.Radar);
        (record.Traces, record.SamplesEach, record.IntervalNanoseconds, record.LengthMetres) = (profile.Traces, profile.SamplesEach, profile.IntervalNanoseconds, profile.LengthMetres);
        (record.SeparationMetres, record.CentreHertz) = (profile.SeparationMetres, profile.CentreHertz);
        var (scratch, path) = (Path.Combine(folder.Root, DataFolder.ScratchName()), folder.RadarFile(record.Id));
        try
        {
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            var stream = new FileStream(scratch, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1);
            await using (stream.ConfigureAwait(false))
            {
                async Task PutAsync(ReadOnlyMemory<byte> part)
                {
                    hash.AppendData(part.Span);
                    await stream.WriteAsync(part, cancellation).ConfigureAwait(false);
                }

                await PutAsync(HeadOf(profile)).ConfigureAwait(false);
                await PutAsync(MemoryMarshal.AsBytes(profile.AlongMetres.AsSpan()).ToArray()).ConfigureAwait(false);
                var piece = new byte[Piece];
                for (long at = 0; at < 4L * profile.Samples.Length; at += Piece)
                {
                    var count = (int)Math.Min(Piece, (4L * profile.Samples.Length) - at);
                    MemoryMarshal.AsBytes(profile.Samples.AsSpan((int)(at / 4), count / 4)).CopyTo(piece);
                    await PutAsync(piece.AsMemory(0, count)).ConfigureAwait(false);
                }

                stream.Flush(flushToDisk: true);
                record.Bytes = stream.Length;
            }

            record.Sha256 = Convert.ToHexStringLower(hash.GetHashAndReset());
            File.Move(scratch, path, overwrite: true);
        }
        catch
        {
            File.Delete(scratch);
            throw;
        }
    }

    /// <summary>The profile again; null when its file is gone, or is not the one that was laid down.</summary>
    public static async Task<RadarProfile?> TakeAsync(DataFolder folder, RadarRecord record, CancellationToken cancellation = default)
    {
        var path = folder.RadarFile(record.Id);
        var length = Head + (8L * record.Traces) + (4L * record.Traces * record.SamplesEach);
        if (!File.Exists(path) || new FileInfo(path).Length != length)
        {
            return null;
        }

        var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read, 1, FileOptions.SequentialScan);
        await using var closing = stream.ConfigureAwait(false);
        var head = new byte[Head];
        await stream.ReadExactlyAsync(head, cancellation).ConfigureAwait(false);
        if (!head.AsSpan(0, Mark.Length).SequenceEqual(Mark))
        {
            return null;
        }

        var (along, samples) = (new double[record.Traces], new float[record.Traces * record.SamplesEach]);
        stream.ReadExactly(MemoryMarshal.AsBytes(along.AsSpan()));
        stream.ReadExactly(MemoryMarshal.AsBytes(samples.AsSpan()));
        return new RadarProfile(samples, record.SamplesEach, record.IntervalNanoseconds, along, record.SeparationMetres, record.CentreHertz);
    }

    /// <summary>Hash of the file as it lies there; null when it is gone.</summary>
    public static async Task<string?> HashAsync(DataFolder folder, RadarRecord record, CancellationToken cancellation)
    {
        var path = folder.RadarFile(record.Id);
        if (!File.Exists(path))
        {
            return null;
        }

        var stream = new FileStream(path, FileMode.Open, FileAccess.Read);
        await using var closing = stream.ConfigureAwait(false);
        return Convert.ToHexStringLower(await SHA256.HashDataAsync(stream, cancellation).ConfigureAwait(false));
    }

    private static byte[] HeadOf(RadarProfile profile)
    {
        var head = new byte[Head];
        Mark.CopyTo(head, 0);
        BinaryPrimitives.WriteInt32LittleEndian(head.AsSpan(8), profile.Traces);
        BinaryPrimitives.WriteInt32LittleEndian(head.AsSpan(12), profile.SamplesEach);
        BinaryPrimitives.WriteDoubleLittleEndian(head.AsSpan(16), profile.IntervalNanoseconds);
        BinaryPrimitives.WriteDoubleLittleEndian(head.AsSpan(24), profile.SeparationMetres ?? double.NaN);
        BinaryPrimitives.WriteDoubleLittleEndian(head.AsSpan(32), profile.CentreHertz ?? double.NaN);
        return head;
    }
}
