using System.Reflection;
using GentleMole.Store.Writing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Migrations;

namespace GentleMole.Store;

/// <summary>
/// The file itself, asked without the object mapper: whose it is, whether it is up to date, whether it answers. Building the
/// mapper's model takes longer than everything else at start, and a store that needs nothing done must not wait for it.
/// </summary>
public sealed class StoreFile(DataFolder folder)
{
    /// <summary>Written into the file's header, so that it can be told from another program's: "mole".</summary>
    public const int ApplicationId = 0x6D6F6C65;

    private static readonly byte[] Heading = [.. "SQLite format 3\0"u8];

    /// <summary>The directory that it lies in.</summary>
    public DataFolder Folder => folder;

    /// <summary>Full path of the database.</summary>
    public string Path => folder.Database;

    private static IReadOnlyList<string> Steps { get; } =
        [.. typeof(MoleDb).Assembly.GetTypes().Select(t => t.GetCustomAttribute<MigrationAttribute>()?.Id).OfType<string>().Order(StringComparer.Ordinal)];

    /// <summary>Looks at the file and changes nothing.</summary>
    /// <exception cref="IOException">It is not a database, not ours, damaged, or of a version that this one cannot read; the message says which.</exception>
    public async Task<StoreState> InspectAsync(CancellationToken cancellation = default)
    {
        if (!File.Exists(Path) || new FileInfo(Path).Length == 0)
        {
            return StoreState.Nothing;
        }

        if (!await HasHeadingAsync(cancellation).ConfigureAwait(false))
        {
            throw new IOException($"{Path} is not a database. It was left as it is; move it away, or give another --data directory.");
        }

        try
        {
            var connection = new SqliteConnection(StoreConnection.TextFor(Path) + ";Pooling=False");
            await using var closing = connection.ConfigureAwait(false);
            await connection.OpenAsync(cancellation).ConfigureAwait(false);
            return await StateAsync(connection, cancellation).ConfigureAwait(false);
        }
        catch (SqliteException error) when (StoreTrouble.Of(error) is { Kind: StoreTroubleKind.Damaged } trouble)
        {
            throw new IOException($"{Path} is damaged: {trouble.Sentence} Restore the latest backup into an empty directory.", error);
        }
    }

    /// <summary>True when a real query is answered.</summary>
    public async Task<bool> AnswersAsync(CancellationToken cancellation = default)
    {
        if (!File.Exists(Path))
        {
            return false;
        }

        var connection = await StoreConnection.OpenToReadAsync(Path, cancellation).ConfigureAwait(false);
        await using var closing = connection.ConfigureAwait(false);
        return await connection.ScalarAsync("SELECT count(*) FROM Firms", cancellation).ConfigureAwait(false) is > 0L;
    }

    /// <summary>The demo's people are walked in as by one click, and its token is known: it is not begun on real work, and real work not on it.
    /// A store from before that was written down passes, and is asked again when it is up to date.</summary>
    /// <exception cref="IOException">The directory is of the other kind; the message says what to do.</exception>
    public async Task RefuseForeignAsync(bool demo, CancellationToken cancellation = default)
    {
        var connection = await StoreConnection.OpenToReadAsync(Path, cancellation).ConfigureAwait(false);
        await using var closing = connection.ConfigureAwait(false);
        if (await connection.ScalarAsync("SELECT 1 FROM pragma_table_info('Firms') WHERE name = 'IsDemo'", cancellation).ConfigureAwait(false) is null)
        {
            return;
        }

        var isDemo = await connection.ScalarAsync("SELECT max(IsDemo) FROM Firms", cancellation).ConfigureAwait(false) is > 0L;
        var isEmpty = await connection.ScalarAsync("SELECT (SELECT count(*) FROM Jobs) + (SELECT count(*) FROM AspNetUsers)", cancellation).ConfigureAwait(false) is 0L;
        if (demo && !isDemo && !isEmpty)
        {
            throw new IOException($"{folder.Root} holds real work; the demo lets everybody in and is not started on it. Give the demo another --data directory, or start it with ./mole run.");
        }

        if (!demo && isDemo)
        {
            throw new IOException($"{folder.Root} holds the demo's made-up work, which everybody can walk into; it is not for real use. Give another --data directory, or start it with ./mole demo.");
        }
    }

    /// <summary>True when anybody has an account.</summary>
    public async Task<bool> HoldsPeopleAsync(CancellationToken cancellation = default)
    {
        var connection = await StoreConnection.OpenToReadAsync(Path, cancellation).ConfigureAwait(false);
        await using var closing = connection.ConfigureAwait(false);
        return await connection.ScalarAsync("SELECT 1 FROM AspNetUsers LIMIT 1", cancellation).ConfigureAwait(false) is not null;
    }

    /// <summary>True when there is any job.</summary>
    public async Task<bool> HoldsJobsAsync(CancellationToken cancellation = default)
    {
        var connection = await StoreConnection.OpenToReadAsync(Path, cancellation).ConfigureAwait(false);
        await using var closing = connection.ConfigureAwait(false);
        return await connection.ScalarAsync("SELECT 1 FROM Jobs LIMIT 1", cancellation).ConfigureAwait(false) is not null;
    }

    /// <summary>
    /// Makes the file where there is none, has it write ahead, and clears the mark that a killed migration has left: only the
    /// process that holds the directory may call this, and it is the only one that could be migrating.
    /// </summary>
    /// <exception cref="SqliteException">It cannot be written.</exception>
    internal void MakeReady(StoreState state)
    {
        using var connection = new SqliteConnection($"Data Source={Path};Mode=ReadWriteCreate;Pooling=False;Default Timeout=3");
        connection.Open();
        connection.Run("PRAGMA journal_mode=WAL;");
        connection.Run(state == StoreState.Current
            ? "BEGIN IMMEDIATE; INSERT INTO Once (Id, At) VALUES (x'00', '2000-01-01 00:00:00'); ROLLBACK;"
            : $"PRAGMA application_id={ApplicationId}; DROP TABLE IF EXISTS __EFMigrationsLock;");
    }

    private async Task<StoreState> StateAsync(SqliteConnection connection, CancellationToken cancellation)
    {
        var tables = await connection.ScalarAsync(
            "SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name NOT LIKE '\\_\\_EFMigrations%' ESCAPE '\\'", cancellation).ConfigureAwait(false);
        var history = await connection.ScalarAsync("SELECT 1 FROM sqlite_master WHERE name = '__EFMigrationsHistory'", cancellation).ConfigureAwait(false);
        if (tables is 0L)
        {
            return StoreState.Nothing;
        }

        if (history is null || await connection.ScalarAsync("PRAGMA application_id", cancellation).ConfigureAwait(false) is not (long)ApplicationId and not 0L)
        {
            throw new IOException($"{Path} belongs to another program. It was left as it is; give another --data directory.");
        }

        var done = new List<string>();
        var command = connection.CreateCommand();
        await using var ending = command.ConfigureAwait(false);
        command.CommandText = "SELECT MigrationId FROM __EFMigrationsHistory ORDER BY MigrationId";
        var reader = await command.ExecuteReaderAsync(cancellation).ConfigureAwait(false);
        await using (reader.ConfigureAwait(false))
        {
            while (await reader.ReadAsync(cancellation).ConfigureAwait(false))
            {
                done.Add(reader.GetString(0));
            }
        }

        if (done.FirstOrDefault(d => !Steps.Contains(d)) is { } strange)
        {
            throw new IOException(string.CompareOrdinal(strange, Steps[^1]) > 0
                ? $"{folder.Root} was made by a newer version of Gentle Mole than this one. Start that version; this one left it as it is."
                : $"{folder.Root} was made by a version of Gentle Mole from before the first release, which this one cannot read. It was left as it is; give another --data directory.");
        }

        return done.Count == Steps.Count && await connection.ScalarAsync("SELECT 1 FROM Firms", cancellation).ConfigureAwait(false) is not null
            ? StoreState.Current
            : StoreState.Older;
    }

    private async Task<bool> HasHeadingAsync(CancellationToken cancellation)
    {
        var stream = new FileStream(Path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
        await using var closing = stream.ConfigureAwait(false);
        var head = new byte[Heading.Length];
        return await stream.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false, cancellation).ConfigureAwait(false) == head.Length
            && head.AsSpan().SequenceEqual(Heading);
    }
}
