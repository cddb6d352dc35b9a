using System.Text.Json;
using GentleMole.Store.Log;
using Microsoft.Data.Sqlite;

namespace GentleMole.Store.Evidence;

/// <summary>What the log says of the blocks of samples, and whether they are still so.</summary>
internal sealed class BlockHashes
{
    private const string Mark = nameof(SampleBlock) + ":";
    private readonly Dictionary<long, (string Hash, string Who)> _byBlock = [];

    /// <summary>Takes the hashes out of an entry about a batch; other entries hold none.</summary>
    public void Note(LogEntry entry)
    {
        if (!entry.Subject.StartsWith(Mark, StringComparison.Ordinal))
        {
            return;
        }

        using var document = JsonDocument.Parse(entry.After);
        foreach (var block in document.RootElement.GetProperty("Blocks").EnumerateArray())
        {
            _byBlock[block.GetProperty("Id").GetInt64()] = (block.GetProperty("Sha256").GetString()!, entry.Who);
        }
    }

    /// <summary>Samples in blocks that fit, and the first block that is altered, missing, put under somebody else, or that no entry speaks of.</summary>
    public async Task<(long Samples, long? Broken)> CheckAsync(SqliteConnection connection, CancellationToken cancellation)
    {
        var command = connection.CreateCommand();
        await using var ending = command.ConfigureAwait(false);
        command.CommandText = "SELECT b.Id, b.JobId, b.WalkId, b.Content, w.Who, w.JobId FROM Blocks b LEFT JOIN Walks w ON w.Id = b.WalkId ORDER BY b.Id";
        var reader = await command.ExecuteReaderAsync(cancellation).ConfigureAwait(false);
        await using var done = reader.ConfigureAwait(false);
        long samples = 0;
        long? broken = null;
        while (await reader.ReadAsync(cancellation).ConfigureAwait(false))
        {
            var id = reader.GetInt64(0);
            var fits = _byBlock.Remove(id, out var logged) && !reader.IsDBNull(4) && reader.GetString(4) == logged.Who && reader.GetInt32(5) == reader.GetInt32(1)
                && SampleCodec.HashOf(reader.GetInt32(1), reader.GetInt32(2), reader.GetFieldValue<byte[]>(3)) == logged.Hash;
            samples += fits ? SampleCodec.CountOf(reader.GetFieldValue<byte[]>(3)) : 0;
            broken ??= fits ? null : id;
        }

        var missing = _byBlock.Count > 0 ? _byBlock.Keys.Min() : (long?)null;
        return (samples, broken is { } b && missing is { } m ? Math.Min(b, m) : broken ?? missing);
    }
}
