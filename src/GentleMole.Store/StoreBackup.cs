using System.Globalization;
using System.IO.Compression;
using Microsoft.Data.Sqlite;

namespace GentleMole.Store;

/// <summary>
/// Backups: one file each, with the database as it stood at one moment (SQLite's VACUUM INTO, consistent while others write)
/// and the photos.
/// </summary>
public sealed class StoreBackup(StoreFile file, string dataDirectory)
{
    private const string Database = "gentle-mole.db";

    public string Directory { get; } = Path.Combine(dataDirectory, "backups");

    /// <summary>Backups made here, the latest first.</summary>
    public IReadOnlyList<FileInfo> Files() => !System.IO.Directory.Exists(Directory)
        ? []
        : [.. new DirectoryInfo(Directory).GetFiles("mole-*.zip").OrderByDescending(f => f.Name, StringComparer.Ordinal)];

    /// <summary>Makes a backup; the file appears under its name only when it is complete.</summary>
    public async Task<string> MakeAsync(DateTime nowUtc, string? to = null, CancellationToken cancellation = default)
    {
        System.IO.Directory.CreateDirectory(Directory);
        var target = to ?? Path.Combine(Directory, $"mole-{nowUtc.ToString("yyyy-MM-dd-HHmmss", CultureInfo.InvariantCulture)}.zip");
        var scratch = Path.Combine(Directory, $".{Guid.NewGuid():N}");
        try
        {
            await CopyDatabaseAsync(scratch + ".db", cancellation).ConfigureAwait(false);
            var zip = await ZipFile.OpenAsync(scratch + ".zip", ZipArchiveMode.Create, cancellation).ConfigureAwait(false);
            await using (zip.ConfigureAwait(false))
            {
                await zip.CreateEntryFromFileAsync(scratch + ".db", Database, CompressionLevel.Fastest, cancellation).ConfigureAwait(false);
                foreach (var photo in Photos())
                {
                    await zip.CreateEntryFromFileAsync(photo, "photos/" + Path.GetFileName(photo), CompressionLevel.NoCompression, cancellation).ConfigureAwait(false);
                }
            }

            File.Move(scratch + ".zip", target, overwrite: true);
            return target;
        }
        finally
        {
            File.Delete(scratch + ".db");
            File.Delete(scratch + ".zip");
        }
    }

    /// <summary>Unpacks a backup into a directory that holds no database yet.</summary>
    /// <exception cref="IOException">There is a database already, or the file is no backup.</exception>
    public static async Task RestoreAsync(string backup, string dataDirectory, CancellationToken cancellation = default)
    {
        if (File.Exists(Path.Combine(dataDirectory, Database)))
        {
            throw new IOException($"{dataDirectory} holds a database already; give an empty directory.");
        }

        try
        {
            var zip = await ZipFile.OpenReadAsync(backup, cancellation).ConfigureAwait(false);
            await using (zip.ConfigureAwait(false))
            {
                if (zip.GetEntry(Database) is null)
                {
                    throw new IOException($"{backup} is no backup: it holds no database.");
                }
            }

            await ZipFile.ExtractToDirectoryAsync(backup, dataDirectory, cancellation).ConfigureAwait(false);
        }
        catch (InvalidDataException)
        {
            throw new IOException($"{backup} is no backup: it cannot be unpacked.");
        }
    }

    private IEnumerable<string> Photos() =>
        Path.Combine(dataDirectory, "photos") is var photos && System.IO.Directory.Exists(photos) ? System.IO.Directory.EnumerateFiles(photos) : [];

    private async Task CopyDatabaseAsync(string target, CancellationToken cancellation)
    {
        var connection = new SqliteConnection($"Data Source={file.Path};Mode=ReadWrite");
        await using var closing = connection.ConfigureAwait(false);
        await connection.OpenAsync(cancellation).ConfigureAwait(false);
        var command = connection.CreateCommand();
        await using var ending = command.ConfigureAwait(false);
        command.CommandText = "VACUUM INTO $to";
        command.Parameters.AddWithValue("$to", target);
        await command.ExecuteNonQueryAsync(cancellation).ConfigureAwait(false);
    }
}
