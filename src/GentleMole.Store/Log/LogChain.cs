using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;
using GentleMole.Core;
using GentleMole.Store.Evidence;
using GentleMole.Store.Writing;
using Microsoft.Data.Sqlite;

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
    /// Walks the whole chain in the file, read row by row, and holds every block of samples against the hash that the log has
    /// of it. All of it is of one moment, also while others write.
    /// </summary>
    public static async Task<LogVerdict> VerifyAsync(StoreFile file, CancellationToken cancellation = default)
    {
        var connection = await StoreConnection.OpenToReadAsync(file.Path, cancellation).ConfigureAwait(false);
        await using var closing = connection.ConfigureAwait(false);
        var moment = connection.BeginTransaction(deferred: true);
        await using var ending = moment.ConfigureAwait(false);
        var hashes = new BlockHashes();
        var chain = await WalkAsync(connection, hashes, cancellation).ConfigureAwait(false);
        if (chain.Broken is not null)
        {
            return chain;
        }

        var (samples, broken) = await hashes.CheckAsync(connection, cancellation).ConfigureAwait(false);
        return chain with { Samples = samples, BrokenBlock = broken };
    }

    private static async Task<LogVerdict> WalkAsync(SqliteConnection connection, BlockHashes hashes, CancellationToken cancellation)
    {
        var handovers = await HandoversAsync(connection, cancellation).ConfigureAwait(false);
        var command = connection.CreateCommand();
        await using var ending = command.ConfigureAwait(false);
        command.CommandText = "SELECT Id, JobId, At, Who, What, Subject, Before, After, Why, Hash, WhoId FROM Log ORDER BY Id";
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
