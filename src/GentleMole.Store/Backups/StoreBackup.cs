using System.IO.Compression;
using GentleMole.Store.Writing;
using Microsoft.Data.Sqlite;
using NodaTime;

namespace GentleMole.Store.Backups;

/// <summary>
/// Backups: one zip file each, with the database as it stood at one moment (SQLite's VACUUM INTO, consistent while others
/// write), everything else that is kept beside it, a list of all files with their hashes, and a seal over the whole.
/// </summary>
public sealed class StoreBackup(DataFolder folder)
{
    /// <summary>Backups made here, the latest first.</summary>
    public IReadOnlyList<FileInfo> Files() => !Directory.Exists(folder.Backups)
        ? []
        : [.. new DirectoryInfo(folder.Backups).GetFiles("mole-*.zip").OrderByDescending(f => f.Name, StringComparer.Ordinal)];

    /// <summary>Makes a backup; the file appears under its name only when it is complete and on the disk.</summary>
    public async Task<string> MakeAsync(Instant now, string? to = null, CancellationToken cancellation = default)
    {
        Directory.CreateDirectory(folder.Backups);
        var target = to ?? folder.BackupFile(now);
        if (Directory.Exists(target))
        {
            throw new IOException($"{target} is a directory; give the name of the backup's file.");
        }

        // Beside its place, so that taking it is a rename whatever disk that is on.
        var beside = Path.GetDirectoryName(Path.GetFullPath(target))!;
        DataFolder.Sweep(beside);
        var scratch = Path.Combine(beside, DataFolder.ScratchName());
        var database = Path.Combine(folder.Backups, Path.GetFileName(scratch) + ".db");
        try
        {
            await CopyDatabaseAsync(database, cancellation).ConfigureAwait(false);
            var manifest = new BackupManifest { MadeAt = now };
            var zip = await ZipFile.OpenAsync(scratch, ZipArchiveMode.Create, cancellation).ConfigureAwait(false);
            await using (zip.ConfigureAwait(false))
            {
                await PutAsync(zip, database, BackupManifest.Database, CompressionLevel.Fastest, manifest, cancellation).ConfigureAwait(false);
                foreach (var name in folder.Kept())
                {
                    await PutAsync(zip, Path.Combine(folder.Root, name), name, CompressionLevel.NoCompression, manifest, cancellation).ConfigureAwait(false);
                }

                await manifest.WriteAsync(zip, cancellation).ConfigureAwait(false);
                zip.Comment = BackupSeal.Blank;
            }

            await BackupSeal.SetAsync(scratch, cancellation).ConfigureAwait(false);
            File.Move(scratch, target, overwrite: true);
            return target;
        }
        finally
        {
            File.Delete(database);
            File.Delete(database + "-journal");
            File.Delete(scratch);
        }
    }

    private static async Task PutAsync(
        ZipArchive zip, string path, string name, CompressionLevel level, BackupManifest manifest, CancellationToken cancellation)
    {
        if (!File.Exists(path))
        {
            // Taken off the desk meanwhile.
            return;
        }

        var from = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
        await using var closing = from.ConfigureAwait(false);
        var entry = await zip.CreateEntry(name, level).OpenAsync(cancellation).ConfigureAwait(false);
        await using var ending = entry.ConfigureAwait(false);
        manifest.Files.Add(await HashedCopy.RunAsync(name, from, entry, cancellation).ConfigureAwait(false));
    }

    private async Task CopyDatabaseAsync(string target, CancellationToken cancellation)
    {
        var connection = new SqliteConnection(StoreConnection.TextFor(folder.Database) + ";Pooling=False");
        await using var closing = connection.ConfigureAwait(false);
        await connection.OpenAsync(cancellation).ConfigureAwait(false);
        var command = connection.CreateCommand();
        await using var ending = command.ConfigureAwait(false);
        command.CommandTimeout = 0;
        command.CommandText = "VACUUM INTO $to";
        command.Parameters.AddWithValue("$to", target);
        await command.ExecuteNonQueryAsync(cancellation).ConfigureAwait(false);
    }
}
