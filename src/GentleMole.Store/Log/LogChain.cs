using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;
using GentleMole.Core;
using GentleMole.Store.Evidence;
using GentleMole.Store.Writing;
using GentleMole.Store.Model;
using GentleMole.Store.Radar;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Store.Log;

/// <summary>Hashes of the log, and the walk that checks them.</summary>
public static class LogChain
{
    /// <summary>Hash before the first entry.</summary>
    public const string Root = "";

    /// <summary>
    /// SHA-256 over number, job, moment and texts, each with its length before it, so that no two different entries give the
    /// same bytes.
    /// </summary>
    public static string HashOf(LogEntry entry, string previous)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        Span<byte> number = stackalloc byte[8];
        foreach (var value in (ReadOnlySpan<long>)[entry.Id, entry.JobId ?? -1, entry.At.Ticks()])
        {
            BinaryPrimitives.WriteInt64BigEndian(number, value);
            hash.AppendData(number);
        }

        foreach (var text in (ReadOnlySpan<string>)[previous, entry.Who, entry.What, entry.Subject, entry.Before, entry.After, entry.Why])
        {
            var bytes = Encoding.UTF8.GetBytes(text);
            BinaryPrimitives.WriteInt64BigEndian(number, bytes.Length);
            hash.AppendData(number);
            hash.AppendData(bytes);
        }

        // Entries from before there was a number are hashed as they were.
        if (entry.WhoId.Length > 0)
        {
            hash.AppendData(Encoding.UTF8.GetBytes(entry.WhoId));
        }

        return Convert.ToHexStringLower(hash.GetHashAndReset());
    }

    /// <summary>
    /// Walks the whole chain in the file, row by row; holds every block of samples, every photo, every row and value of the
    /// tables against what the log says of it, and the chain against the heads that were signed. All of it is of one moment,
    /// also while others write.
    /// </summary>
    /// <param name="file">The store.</param>
    /// <param name="heads">Who signs the heads; null to leave them out.</param>
    /// <param name="cancellation">Ends it.</param>
    public static async Task<LogVerdict> VerifyAsync(StoreFile file, HeadKeeper? heads = null, CancellationToken cancellation = default)
    {
        var isCurrent = await file.InspectAsync(cancellation).ConfigureAwait(false) == StoreState.Current;
        var db = StoreSetup.Open(file.Path);
        await using var closing = db.ConfigureAwait(false);
        var moment = await db.BeginSnapshotAsync(cancellation).ConfigureAwait(false);
        await using var ending = moment.ConfigureAwait(false);
        var connection = (SqliteConnection)db.Database.GetDbConnection();
        var (hashes, replay) = (new BlockHashes(), isCurrent ? new LogReplay(db.Model) : null);
        var chain = await WalkAsync(connection, hashes, replay, isCurrent, cancellation).ConfigureAwait(false);
        if (chain.Broken is not null)
        {
            return chain;
        }

        var (samples, broken) = await hashes.CheckAsync(connection, cancellation).ConfigureAwait(false);
        chain = chain with { Samples = samples, BrokenBlock = broken, Heads = heads is null ? null : await HeadsAsync(connection, heads, cancellation).ConfigureAwait(false) };
        if (replay is null || broken is not null)
        {
            return chain;
        }

        var (rows, difference) = await replay.CompareAsync(db, cancellation).ConfigureAwait(false);
        if (difference is null)
        {
            (var photos, difference) = await PhotosAsync(db, file.Folder, cancellation).ConfigureAwait(false);
            chain = chain with { Photos = photos };
        }

        if (difference is null)
        {
            (var profiles, difference) = await ProfilesAsync(db, file.Folder, cancellation).ConfigureAwait(false);
            chain = chain with { Profiles = profiles };
        }

        return chain with { Rows = rows, Difference = difference };
    }

    /// <summary>Hash of the first entry, by which a store is known; null for an empty log.</summary>
    public static async Task<string?> FirstAsync(StoreFile file, CancellationToken cancellation = default)
    {
        var connection = await StoreConnection.OpenToReadAsync(file.Path, cancellation).ConfigureAwait(false);
        await using var closing = connection.ConfigureAwait(false);
        return await connection.ScalarAsync("SELECT Hash FROM Log WHERE Id = 1", cancellation).ConfigureAwait(false) as string;
    }

    /// <summary>Number of the entry with this hash; null when the chain holds none. For a head that somebody kept.</summary>
    public static async Task<long?> FindAsync(StoreFile file, string hash, CancellationToken cancellation = default)
    {
        var connection = await StoreConnection.OpenToReadAsync(file.Path, cancellation).ConfigureAwait(false);
        await using var closing = connection.ConfigureAwait(false);
        var command = connection.CreateCommand();
        await using var ending = command.ConfigureAwait(false);
        command.CommandText = "SELECT Id FROM Log WHERE Hash = $hash";
        command.Parameters.AddWithValue("$hash", hash);
        return await command.ExecuteScalarAsync(cancellation).ConfigureAwait(false) as long?;
    }

    private static async Task<HeadVerdict?> HeadsAsync(SqliteConnection connection, HeadKeeper heads, CancellationToken cancellation)
    {
        if (await connection.ScalarAsync("SELECT Hash FROM Log WHERE Id = 1", cancellation).ConfigureAwait(false) is not string store)
        {
            return null;
        }

        using var command = connection.CreateCommand();
        command.CommandText = "SELECT Hash FROM Log WHERE Id = $id";
        var id = command.Parameters.Add("$id", SqliteType.Integer);
        return heads.Check(store, at =>
        {
            id.Value = at;
            return command.ExecuteScalar() as string;
        });
    }

    /// <summary>Every photo's file is there and is the one that came.</summary>
    private static async Task<(int Photos, LogDifference? Difference)> PhotosAsync(MoleDb db, DataFolder folder, CancellationToken cancellation)
    {
        var count = 0;
        foreach (var photo in await db.Photos.AsNoTracking().OrderBy(p => p.JobId).ToListAsync(cancellation).ConfigureAwait(false))
        {
            var path = folder.PhotoFile(photo.Id, photo.Format);
            if (!File.Exists(path))
            {
                return (count, new LogDifference($"{nameof(Photo)}:{photo.Id}", photo.JobId, "", "", "a file"));
            }

            var stream = new FileStream(path, FileMode.Open, FileAccess.Read);
            await using var closing = stream.ConfigureAwait(false);
            if (Convert.ToHexStringLower(await SHA256.HashDataAsync(stream, cancellation).ConfigureAwait(false)) is var hash && hash != photo.Sha256)
            {
                return (count, new LogDifference($"{nameof(Photo)}:{photo.Id}", photo.JobId, "file", hash, photo.Sha256));
            }

            count++;
        }

        return (count, null);
    }

    /// <summary>Every radar profile's traces are there and are those that came.</summary>
    private static async Task<(int Profiles, LogDifference? Difference)> ProfilesAsync(MoleDb db, DataFolder folder, CancellationToken cancellation)
    {
        var count = 0;
        foreach (var record in await db.Profiles.AsNoTracking().OrderBy(p => p.At).ToListAsync(cancellation).ConfigureAwait(false))
        {
            if (record.IsOpen)
            {
                if (await TraceWalks.DifferenceAsync(db, folder, record, cancellation).ConfigureAwait(false) is { } part)
                {
                    return (count, part);
                }

                count++;
                continue;
            }

            var hash = await TraceFile.HashAsync(folder, record, cancellation).ConfigureAwait(false);
            if (hash != record.Sha256)
            {
                return (count, new LogDifference($"{nameof(RadarRecord)}:{record.Id}", null, hash is null ? "" : "file", hash ?? "", hash is null ? "a file" : record.Sha256));
            }

            count++;
        }

        return (count, null);
    }

    private static async Task<LogVerdict> WalkAsync(SqliteConnection connection, BlockHashes hashes, LogReplay? replay, bool isCurrent, CancellationToken cancellation)
    {
        var handovers = await HandoversAsync(connection, cancellation).ConfigureAwait(false);
        var command = connection.CreateCommand();
        await using var ending = command.ConfigureAwait(false);
        command.CommandText = "SELECT Id, JobId, At, Who, What, Subject, Before, After, Why, Hash, " + (isCurrent ? "WhoId" : "''") + " FROM Log ORDER BY Id";
        var reader = await command.ExecuteReaderAsync(cancellation).ConfigureAwait(false);
        await using var done = reader.ConfigureAwait(false);
        var (count, head) = (0L, Root);
        while (await reader.ReadAsync(cancellation).ConfigureAwait(false))
        {
            var entry = new LogEntry
            {
                Id = reader.GetInt64(0),
                JobId = reader.IsDBNull(1) ? null : reader.GetInt32(1),
                At = StoredMoment.Of(reader.GetString(2)),
                Who = reader.GetString(3),
                What = reader.GetString(4),
                Subject = reader.GetString(5),
                Before = reader.GetString(6),
                After = reader.GetString(7),
                Why = reader.GetString(8),
                WhoId = reader.GetString(10),
            };
            var hash = reader.GetString(9);
            if (entry.Id != count + 1 || HashOf(entry, head) != hash)
            {
                return new LogVerdict(count, entry.Id, head, []);
            }

            (count, head) = (entry.Id, hash);
            hashes.Note(entry);
            replay?.Apply(entry);
            handovers.RemoveAll(h => h.Head == hash);
        }

        return new LogVerdict(count, null, head, [.. handovers.Select(h => h.Job)]);
    }

    private static async Task<List<(int Job, string Head)>> HandoversAsync(SqliteConnection connection, CancellationToken cancellation)
    {
        var command = connection.CreateCommand();
        await using var ending = command.ConfigureAwait(false);
        command.CommandText = "SELECT Id, HandoverHead FROM Jobs WHERE HandoverHead <> ''";
        var reader = await command.ExecuteReaderAsync(cancellation).ConfigureAwait(false);
        await using var done = reader.ConfigureAwait(false);
        var found = new List<(int, string)>();
        while (await reader.ReadAsync(cancellation).ConfigureAwait(false))
        {
            found.Add((reader.GetInt32(0), reader.GetString(1)));
        }

        return found;
    }
}
