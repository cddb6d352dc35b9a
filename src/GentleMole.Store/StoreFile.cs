using System.Reflection;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Migrations;

namespace GentleMole.Store;

/// <summary>
/// The file itself, asked without the object mapper: whether it is up to date and answers. Building the mapper's model
/// takes longer than everything else at start, and a store that needs nothing done must not wait for it.
/// </summary>
public sealed class StoreFile(string dataDirectory)
{
    /// <summary>Full path of the database.</summary>
    public string Path { get; } = System.IO.Path.Combine(dataDirectory, "gentle-mole.db");

    /// <summary>True when the last migration has been run and the firm's row is there.</summary>
    public async Task<bool> IsCurrentAsync(CancellationToken cancellation = default)
    {
        if (!File.Exists(Path))
        {
            return false;
        }

        var last = typeof(MoleDb).Assembly.GetTypes().Select(t => t.GetCustomAttribute<MigrationAttribute>()?.Id).Max(StringComparer.Ordinal);
        try
        {
            return await CountAsync("SELECT count(*) FROM __EFMigrationsHistory WHERE MigrationId = $p", last, cancellation).ConfigureAwait(false) == 1
                && await AnswersAsync(cancellation).ConfigureAwait(false);
        }
        catch (SqliteException)
        {
            // No history yet, or not a database: the migrations will say which.
            return false;
        }
    }

    /// <summary>True when a real query is answered.</summary>
    public async Task<bool> AnswersAsync(CancellationToken cancellation = default) =>
        await CountAsync("SELECT count(*) FROM Firms", null, cancellation).ConfigureAwait(false) > 0;

    /// <summary>True when there is any job.</summary>
    public async Task<bool> HoldsJobsAsync(CancellationToken cancellation = default) =>
        await CountAsync("SELECT count(*) FROM (SELECT 1 FROM Jobs LIMIT 1)", null, cancellation).ConfigureAwait(false) > 0;

    private async Task<long> CountAsync(string query, string? parameter, CancellationToken cancellation)
    {
        var connection = new SqliteConnection($"Data Source={Path};Mode=ReadWrite");
        await using var closing = connection.ConfigureAwait(false);
        await connection.OpenAsync(cancellation).ConfigureAwait(false);
        var command = connection.CreateCommand();
        await using var ending = command.ConfigureAwait(false);
#pragma warning disable CA2100 // The three queries above are constants.
        command.CommandText = query;
#pragma warning restore CA2100
        if (parameter is not null)
        {
            command.Parameters.AddWithValue("$p", parameter);
        }

        return (long)(await command.ExecuteScalarAsync(cancellation).ConfigureAwait(false))!;
    }
}
