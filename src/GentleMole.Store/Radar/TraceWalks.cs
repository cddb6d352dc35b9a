using System.Buffers.Binary;
using System.Runtime.InteropServices;
using System.Security.Cryptography;
using GentleMole.Core.Radar;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Store.Radar;

/// <summary>
/// Profiles that are still walked: each lot of traces that a device sends lies on the disk, in a file of its own, before the device is told so;
/// when the walk ends they are joined into one recording. Traces that never came stay a gap.
/// </summary>
public static class TraceWalks
{
    private const int HeadEach = 12;

    /// <summary>Takes a lot of traces in, and ends the walk where that is said.</summary>
    /// <param name="begun">The recording and its place as the device describes them; taken from the first lot.</param>
    /// <param name="traces">All with as many samples as the recording has.</param>
    public static async Task<TakenTraces> TakeAsync(
        MoleDb db, DataFolder folder, WalkedProfile begun, IReadOnlyList<SentTrace> traces, bool ends, Instant now, CancellationToken cancellation = default)
    {
        var transaction = await db.BeginWriteAsync(cancellation).ConfigureAwait(false);
        await using var ending = transaction.ConfigureAwait(false);
        var record = await db.Profiles.SingleOrDefaultAsync(p => p.Id == begun.ProfileId, cancellation).ConfigureAwait(false);
        if (record is not null && !await db.WalkedProfiles.AnyAsync(w => w.ProfileId == record.Id && w.JobId == begun.JobId, cancellation).ConfigureAwait(false))
        {
            return new TakenTraces(0, 0, 0, "This walk is not on this job; nothing of this request was stored.");
        }

        var known = record is null ? [] : (await db.RadarParts.Where(p => p.ProfileId == record.Id).Select(p => p.Numbers).ToListAsync(cancellation).ConfigureAwait(false)).SelectMany(n => n).ToHashSet();
        var fresh = traces.Where(t => !known.Contains(t.Number)).DistinctBy(t => t.Number).OrderBy(t => t.Number).ToList();
        var taken = new TakenTraces(fresh.Count, traces.Count - fresh.Count, known.Count + fresh.Count);
        if (record is { IsOpen: false })
        {
            return fresh.Count == 0 ? taken : new TakenTraces(0, 0, known.Count, "This walk has ended; begin a new one.");
        }

        if (record is null)
        {
            record = begun.Profile!;
            (record.IsOpen, record.At) = (true, now);
            begun.Number = 1 + (await db.WalkedProfiles.Where(p => p.JobId == begun.JobId).MaxAsync(p => (int?)p.Number, cancellation).ConfigureAwait(false) ?? 0);
            db.Profiles.Add(record);
            db.WalkedProfiles.Add(begun);
        }
        else if (fresh.Exists(t => t.Samples.Length != record.SamplesEach))
        {
            return new TakenTraces(0, 0, known.Count, $"The traces of this walk have {record.SamplesEach} samples; all must have as many.");
        }

        if (fresh.Count > 0)
        {
            var (hash, bytes) = await WriteAsync(folder, record.Id, fresh, cancellation).ConfigureAwait(false);
            db.RadarParts.Add(new RadarPart { JobId = begun.JobId, ProfileId = record.Id, First = fresh[0].Number, Numbers = [.. fresh.Select(t => t.Number)], Sha256 = hash, By = begun.By, At = now });
            (record.Traces, record.Bytes) = (taken.Total, record.Bytes + bytes);
            record.LengthMetres = Math.Max(record.LengthMetres, fresh.Max(t => Math.Abs(t.CountedMetres)));
        }

        if (ends)
        {
            await JoinAsync(folder, record, cancellation).ConfigureAwait(false);
        }

        await db.SaveChangesAsync(cancellation).ConfigureAwait(false);
        await transaction.CommitAsync(cancellation).ConfigureAwait(false);
        if (ends)
        {
            Clear(folder, record.Id);
        }

        return taken;
    }

    /// <summary>Ends a walk whose device does not come back; false when it is no open walk of this job.</summary>
    public static async Task<bool> EndAsync(MoleDb db, DataFolder folder, int jobId, Guid id, CancellationToken cancellation = default)
    {
        var transaction = await db.BeginWriteAsync(cancellation).ConfigureAwait(false);
        await using var ending = transaction.ConfigureAwait(false);
        var record = await db.Profiles.SingleOrDefaultAsync(p => p.Id == id && p.IsOpen && db.WalkedProfiles.Any(w => w.ProfileId == id && w.JobId == jobId), cancellation).ConfigureAwait(false);
        if (record is null)
        {
            return false;
        }

        await JoinAsync(folder, record, cancellation).ConfigureAwait(false);
        await db.SaveChangesAsync(cancellation).ConfigureAwait(false);
        await transaction.CommitAsync(cancellation).ConfigureAwait(false);
        Clear(folder, id);
        return true;
    }

    /// <summary>What has come of a walk so far, in the order walked; null before anything has.</summary>
    public static RadarProfile? SoFar(DataFolder folder, RadarRecord record)
    {
        var traces = new SortedDictionary<int, (double Along, float[] Samples)>();
        foreach (var path in Parts(folder, record.Id))
        {
            var bytes = File.ReadAllBytes(path);
            var each = HeadEach + (4 * record.SamplesEach);
            for (var at = 0; at + each <= bytes.Length; at += each)
            {
                var samples = new float[record.SamplesEach];
                bytes.AsSpan(at + HeadEach, 4 * samples.Length).CopyTo(MemoryMarshal.AsBytes(samples.AsSpan()));
                traces[BinaryPrimitives.ReadInt32LittleEndian(bytes.AsSpan(at))] = (BinaryPrimitives.ReadDoubleLittleEndian(bytes.AsSpan(at + 4)), samples);
            }
        }

        return traces.Count == 0 ? null : new RadarProfile(
            [.. traces.Values.SelectMany(t => t.Samples)], record.SamplesEach, record.IntervalNanoseconds, [.. traces.Values.Select(t => t.Along)], record.SeparationMetres, record.CentreHertz);
    }

    /// <summary>A part of an open walk whose file is not the one that came; null when all are.</summary>
    internal static async Task<LogDifference?> DifferenceAsync(MoleDb db, DataFolder folder, RadarRecord record, CancellationToken cancellation)
    {
        foreach (var part in await db.RadarParts.AsNoTracking().Where(p => p.ProfileId == record.Id).ToListAsync(cancellation).ConfigureAwait(false))
        {
            var path = folder.RadarPartFile(record.Id, part.First);
            var hash = File.Exists(path) ? Convert.ToHexStringLower(SHA256.HashData(await File.ReadAllBytesAsync(path, cancellation).ConfigureAwait(false))) : null;
            if (hash != part.Sha256)
            {
                return new LogDifference($"{nameof(RadarPart)}:{part.Id}", part.JobId, hash is null ? "" : "file", hash ?? "", hash is null ? "a file" : part.Sha256);
            }
        }

        return null;
    }

    private static async Task JoinAsync(DataFolder folder, RadarRecord record, CancellationToken cancellation)
    {
        var profile = SoFar(folder, record) ?? new RadarProfile([], record.SamplesEach, record.IntervalNanoseconds, [], record.SeparationMetres, record.CentreHertz);
        await TraceFile.KeepAsync(folder, record, profile, cancellation).ConfigureAwait(false);
        record.IsOpen = false;
    }

    private static async Task<(string Hash, long Bytes)> WriteAsync(DataFolder folder, Guid id, List<SentTrace> traces, CancellationToken cancellation)
    {
        Directory.CreateDirectory(folder.Radar);
        var each = HeadEach + (4 * traces[0].Samples.Length);
        var bytes = new byte[each * traces.Count];
        for (var i = 0; i < traces.Count; i++)
        {
            var into = bytes.AsSpan(i * each, each);
            BinaryPrimitives.WriteInt32LittleEndian(into, traces[i].Number);
            BinaryPrimitives.WriteDoubleLittleEndian(into[4..], traces[i].CountedMetres);
            MemoryMarshal.AsBytes(traces[i].Samples.AsSpan()).CopyTo(into[HeadEach..]);
        }

        var scratch = Path.Combine(folder.Root, DataFolder.ScratchName());
        try
        {
            var stream = new FileStream(scratch, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1);
            await using (stream.ConfigureAwait(false))
            {
                await stream.WriteAsync(bytes, cancellation).ConfigureAwait(false);
                stream.Flush(flushToDisk: true);
            }

            // One of this name without a row was written by a process that died before it was told.
            File.Move(scratch, folder.RadarPartFile(id, traces[0].Number), overwrite: true);
        }
        finally
        {
            File.Delete(scratch);
        }

        return (Convert.ToHexStringLower(SHA256.HashData(bytes)), bytes.Length);
    }

    private static IEnumerable<string> Parts(DataFolder folder, Guid id) => Directory.Exists(folder.Radar) ? Directory.EnumerateFiles(folder.Radar, $"{id:N}.*.part").Order(StringComparer.Ordinal) : [];

    private static void Clear(DataFolder folder, Guid id)
    {
        foreach (var path in Parts(folder, id).ToList())
        {
            File.Delete(path);
        }
    }
}
