using Microsoft.Data.Sqlite;

namespace GentleMole.Store.Writing;

/// <summary>
/// How the file is opened, by the object mapper and beside it: it writes ahead, syncs fully before it says "saved", holds
/// to foreign keys, waits a moment for a file that somebody outside has locked, and leaves checkpoints to their own thread.
/// What was answered with success survives a power cut.
/// </summary>
internal static class StoreConnection
{
    // The write-ahead file is cut back to 64 MB when it is begun anew, and no further: writing over it is much cheaper than
    // letting it grow again.
    public const string Pragmas =
        "PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON; PRAGMA busy_timeout=1000; PRAGMA wal_autocheckpoint=0; PRAGMA journal_size_limit=67108864;";

    /// <summary>A file that is gone is not made anew: an empty store would answer for the lost one.</summary>
    public static string TextFor(string file) => $"Data Source={file};Mode=ReadWrite;Default Timeout=3";

    public static SqliteConnection Open(string file)
    {
        var connection = new SqliteConnection(TextFor(file) + ";Pooling=False");
        connection.Open();
        connection.Run(Pragmas);
        return connection;
    }

    public static async Task<SqliteConnection> OpenToReadAsync(string file, CancellationToken cancellation)
    {
        var connection = new SqliteConnection($"Data Source={file};Mode=ReadOnly;Pooling=False;Default Timeout=3");
        await connection.OpenAsync(cancellation).ConfigureAwait(false);
        return connection;
    }

    /// <summary>Runs statements of our own.</summary>
    public static void Run(this SqliteConnection connection, string statements)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Statements are constants of this assembly.
        command.CommandText = statements;
#pragma warning restore CA2100
        command.ExecuteNonQuery();
    }

    /// <summary>Asks one value; null for none.</summary>
    public static async Task<object?> ScalarAsync(this SqliteConnection connection, string query, CancellationToken cancellation, params (string Name, object? Value)[] parameters)
    {
        var command = connection.CreateCommand();
        await using var ending = command.ConfigureAwait(false);
#pragma warning disable CA2100 // Queries are constants of this assembly.
        command.CommandText = query;
#pragma warning restore CA2100
        foreach (var (name, value) in parameters)
        {
            command.Parameters.AddWithValue(name, value ?? DBNull.Value);
        }

        var found = await command.ExecuteScalarAsync(cancellation).ConfigureAwait(false);
        return found is DBNull ? null : found;
    }
}
