using System.IO.Compression;
using System.Text.Json;
using GentleMole.Core;
using GentleMole.Store.Log;
using GentleMole.Store.Writing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Store.Backups;

/// <summary>
/// Brings a backup back. Everything is unpacked and checked aside (seal, hash of every file, SQLite's own check, the chain of
/// the log with its evidence) and only then put in its place, the database last: killed at any moment it leaves either
/// nothing that counts or all of it.
/// </summary>
public static class StoreRestore
{
    /// <exception cref="IOException">The directory is in use or holds a database, or the backup is not whole; the message says which.</exception>
    public static async Task RunAsync(string backup, string dataDirectory, Action<string> say, CancellationToken cancellation = default)
    {
        if (!File.Exists(backup))
        {
            throw new IOException($"There is no file {backup}.");
        }

        using var folder = new DataFolder(dataDirectory);
        await folder.ClaimAsync(StoreSetup.LongestWait, say, cancellation).ConfigureAwait(false);
        if (File.Exists(folder.Database) && new FileInfo(folder.Database).Length > 0)
        {
            throw new IOException($"{folder.Root} holds a database already; give an empty directory.");
        }

        folder.Sweep(say);
        try
        {
            await UnpackAsync(backup, folder, cancellation).ConfigureAwait(false);
            await CheckAsync(new DataFolder(folder.Restoring), cancellation).ConfigureAwait(false);
        }
        catch (Exception error) when (error is InvalidDataException or IOException or SqliteException && !IsAboutSpace(error))
        {
            Directory.Delete(folder.Restoring, recursive: true);
            throw new IOException($"{backup} cannot be restored: {(error is IOException ? error.Message : "it is damaged.")} {folder.Root} was left as it was; take another backup.", error);
        }

        PutInPlace(folder);
    }

    private static bool IsAboutSpace(Exception error) => StoreTrouble.Of(error) is { Kind: StoreTroubleKind.Full };

    private static async Task UnpackAsync(string backup, DataFolder folder, CancellationToken cancellation)
    {
        Directory.CreateDirectory(folder.Restoring);
        if (!await BackupSeal.FitsAsync(backup, cancellation).ConfigureAwait(false))
        {
            throw new IOException("it is not a whole backup; bytes are missing or were altered since it was made.");
        }

        var zip = await ZipFile.OpenReadAsync(backup, cancellation).ConfigureAwait(false);
        await using var closing = zip.ConfigureAwait(false);
        var manifest = await BackupManifest.ReadAsync(zip, cancellation).ConfigureAwait(false);
        foreach (var file in manifest.Files)
        {
            var from = await zip.GetEntry(file.Name)!.OpenAsync(cancellation).ConfigureAwait(false);
            await using var reading = from.ConfigureAwait(false);
            var place = Path.Combine(folder.Restoring, file.Name);
            Directory.CreateDirectory(Path.GetDirectoryName(place)!);
            var to = new FileStream(place, FileMode.CreateNew, FileAccess.Write);
            await using var writing = to.ConfigureAwait(false);
            if (await HashedCopy.RunAsync(file.Name, from, to, cancellation).ConfigureAwait(false) != file)
            {
                throw new IOException($"{file.Name} in it is not as it was when the backup was made.");
            }

            to.Flush(flushToDisk: true);
        }
    }

    private static async Task CheckAsync(DataFolder restored, CancellationToken cancellation)
    {
        var file = new StoreFile(restored);
        var state = await file.InspectAsync(cancellation).ConfigureAwait(false);
        if (state == StoreState.Nothing)
        {
            throw new IOException("the database in it holds nothing.");
        }

        var connection = await StoreConnection.OpenToReadAsync(file.Path, cancellation).ConfigureAwait(false);
        await using (connection.ConfigureAwait(false))
        {
            if (await connection.ScalarAsync("PRAGMA integrity_check", cancellation).ConfigureAwait(false) is not "ok")
            {
                throw new IOException("the database in it is damaged.");
            }
        }

        if (await FirstWrongAsync(file.Path, state, cancellation).ConfigureAwait(false) is { } wrong)
        {
            throw new IOException($"it holds what cannot be kept ({wrong.Field}: {wrong.Sentence.TrimEnd('.')}).");
        }

        if (await LogChain.VerifyAsync(file, null, cancellation).ConfigureAwait(false) is { IsWhole: false })
        {
            throw new IOException("what it holds is not what its log says; ./mole verify says where in the directory that it was made from.");
        }
    }

    /// <summary>What came by another way must hold to the same rule. A store of an earlier version is brought up to date for that, as a start would.</summary>
    private static async Task<FieldError?> FirstWrongAsync(string path, StoreState state, CancellationToken cancellation)
    {
        var db = StoreSetup.Open(path);
        await using var closing = db.ConfigureAwait(false);
        try
        {
            if (state != StoreState.Current)
            {
                await db.Database.MigrateAsync(cancellation).ConfigureAwait(false);
            }

            return await KeptRules.FirstWrongAsync(db, cancellation).ConfigureAwait(false);
        }
        catch (Exception error) when (error is FormatException or InvalidOperationException or JsonException or InvalidCastException or OverflowException)
        {
            throw new IOException("a value in it cannot be read.", error);
        }
        finally
        {
            SqliteConnection.ClearAllPools();
        }
    }

    private static void PutInPlace(DataFolder folder)
    {
        foreach (var name in new DataFolder(folder.Restoring).Kept().ToList())
        {
            var place = Path.Combine(folder.Root, name);
            Directory.CreateDirectory(Path.GetDirectoryName(place)!);
            File.Move(Path.Combine(folder.Restoring, name), place, overwrite: true);
        }

        File.Delete(folder.Database + "-wal");
        File.Delete(folder.Database + "-shm");
        File.Move(Path.Combine(folder.Restoring, BackupManifest.Database), folder.Database, overwrite: true);
        Directory.Delete(folder.Restoring, recursive: true);
    }
}
