using System.IO.Compression;
using GentleMole.Store.Backups;
using GentleMole.Store.Log;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Store.Tests;

public sealed class BackupTests : IDisposable
{
    private readonly string _place = Directory.CreateTempSubdirectory("mole-backup-").FullName;

    private string Into => Path.Combine(_place, "restored");

    private async Task<string> MadeAsync()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, _) = await room.JobAsync();
        await room.Evidence.TakeAsync(job, "device", StoreRoom.Samples(400));
        Directory.CreateDirectory(room.Folder.Photos);
        await File.WriteAllBytesAsync(Path.Combine(room.Folder.Photos, "a.jpg"), [1, 2, 3, 4, 5]);
        var file = Path.Combine(_place, "made.zip");
        return await room.Get<StoreBackup>().MakeAsync(Instant.FromUtc(2026, 11, 25, 0, 0), file);
    }

    private Task RestoreAsync(string file) => StoreRestore.RunAsync(file, Into, _ => { });

    private async Task<string> RefusedAsync(string file)
    {
        var message = (await Assert.ThrowsAsync<IOException>(() => RestoreAsync(file))).Message;
        Assert.DoesNotContain(Directory.GetFileSystemEntries(Into), e => !Path.GetFileName(e).StartsWith("in-use", StringComparison.Ordinal));
        return message;
    }

    [Fact]
    public async Task It_comes_back_as_it_was_with_its_photos_and_opens()
    {
        await RestoreAsync(await MadeAsync());

        await using var room = await StoreRoom.OpenAsync(Into);
        Assert.Equal(400, await room.DoAsync(db => db.Readings.CountAsync()));
        Assert.True(await LogChain.VerifyAsync(room.File) is { IsWhole: true, Samples: 400 });
        Assert.Equal([1, 2, 3, 4, 5], await File.ReadAllBytesAsync(Path.Combine(Into, "photos", "a.jpg")));
        Assert.Equal("wal", await room.AskAsync("PRAGMA journal_mode"));
        Assert.DoesNotContain(Directory.GetFileSystemEntries(Into), e => e.Contains("scratch", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Everything_that_is_kept_goes_along_whatever_its_folder_is_called_and_nothing_else()
    {
        string[] kept = ["imports/1-a.data", "keys/key-1.xml", "photos/a.jpg", "radar/run-7/line 1.bin", "simulated-notice-centre.json"];
        string[] others = ["backups/mole-old.zip", ".scratch-1-x", "photos/.half", "gentle-mole.db-of-another", "in-use.note"];
        var file = Path.Combine(_place, "all.zip");
        await using (var room = await StoreRoom.OpenAsync())
        {
            foreach (var name in kept.Concat(others))
            {
                var path = Path.Combine(room.Folder.Root, name);
                Directory.CreateDirectory(Path.GetDirectoryName(path)!);
                await File.WriteAllTextAsync(path, "content of " + name);
            }

            await room.Get<StoreBackup>().MakeAsync(Instant.FromUtc(2026, 11, 25, 0, 0), file);
        }

        using (var zip = await ZipFile.OpenReadAsync(file))
        {
            Assert.Equal(kept.Append("gentle-mole.db").Append("manifest.json").Order(StringComparer.Ordinal), zip.Entries.Select(e => e.FullName).Order(StringComparer.Ordinal));
        }

        await RestoreAsync(file);
        Assert.All(kept, name => Assert.Equal("content of " + name, File.ReadAllText(Path.Combine(Into, name))));
        Assert.All(others, name => Assert.False(File.Exists(Path.Combine(Into, name))));
    }

    [Theory]
    [InlineData("../outside.txt")]
    [InlineData("photos/../../outside.txt")]
    [InlineData("/etc/passwd")]
    [InlineData("photos\\..\\x")]
    [InlineData("photos//a.jpg")]
    [InlineData(".hidden")]
    [InlineData("gentle-mole.db-wal")]
    [InlineData("in-use.lock")]
    [InlineData("backups/mole-2026.zip")]
    [InlineData("a/b/c/d/e")]
    [InlineData("")]
    public void A_path_that_leaves_the_directory_or_is_not_kept_is_none_of_a_backup(string path) => Assert.False(DataFolder.IsKept(path));

    [Fact]
    public async Task One_flipped_byte_anywhere_is_refused_and_so_is_a_missing_end()
    {
        var good = await File.ReadAllBytesAsync(await MadeAsync());
        var file = Path.Combine(_place, "bad.zip");
        var random = new Random(3);
        for (var i = 0; i < 60; i++)
        {
            var bad = (byte[])good.Clone();
            bad[i < 8 ? good.Length - 1 - (i * 12) : random.Next(good.Length)] ^= (byte)(1 << random.Next(8));
            await File.WriteAllBytesAsync(file, bad);
            Assert.Contains("cannot be restored", await RefusedAsync(file), StringComparison.Ordinal);
        }

        foreach (var length in new[] { 0, 10, 64, good.Length / 2, good.Length - 1 })
        {
            await File.WriteAllBytesAsync(file, good[..length]);
            await RefusedAsync(file);
        }
    }

    [Theory]
    [InlineData("swap the photo")]
    [InlineData("add a file")]
    [InlineData("climb out")]
    [InlineData("alter the log")]
    [InlineData("no list")]
    public async Task A_forger_who_sets_the_seal_anew_is_found_by_what_is_inside(string how)
    {
        var file = await MadeAsync();
        await Assert.ThrowsAsync<IOException>(async () =>
        {
            using (var zip = ZipFile.Open(file, ZipArchiveMode.Update))
            {
                switch (how)
                {
                    case "swap the photo":
                        zip.GetEntry("photos/a.jpg")!.Delete();
                        await using (var photo = zip.CreateEntry("photos/a.jpg").Open())
                        {
                            await photo.WriteAsync(new byte[] { 1, 2, 3, 4, 6 });
                        }

                        break;
                    case "add a file":
                        zip.CreateEntry("photos/b.jpg");
                        break;
                    case "climb out":
                        zip.CreateEntry("../../outside.txt");
                        break;
                    case "no list":
                        zip.GetEntry("manifest.json")!.Delete();
                        break;
                    default:
                        await ForgeLogAsync(zip);
                        break;
                }

                zip.Comment = BackupSeal.Blank;
            }

            await BackupSeal.SetAsync(file, default);
            Assert.True(await BackupSeal.FitsAsync(file, default));
            await RestoreAsync(file);
        });
        Assert.False(File.Exists(Path.Combine(Into, "gentle-mole.db")));
        Assert.False(File.Exists(Path.Combine(_place, "outside.txt")));
    }

    [Fact]
    public async Task A_killed_restore_leaves_nothing_in_the_way_of_the_next_or_of_a_start()
    {
        var file = await MadeAsync();
        Directory.CreateDirectory(Path.Combine(Into, ".scratch-restore", "photos"));
        await File.WriteAllBytesAsync(Path.Combine(Into, ".scratch-restore", "gentle-mole.db"), new byte[3000]);
        Directory.CreateDirectory(Path.Combine(Into, "photos"));
        await File.WriteAllBytesAsync(Path.Combine(Into, "photos", "a.jpg"), [9]);

        await RestoreAsync(file);

        Assert.Equal([1, 2, 3, 4, 5], await File.ReadAllBytesAsync(Path.Combine(Into, "photos", "a.jpg")));
        Assert.Contains("holds a database", (await Assert.ThrowsAsync<IOException>(() => RestoreAsync(file))).Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_killed_backups_left_is_swept_at_start_and_one_being_made_is_not()
    {
        var room = await StoreRoom.OpenAsync();
        Directory.CreateDirectory(room.Folder.Backups);
        var (dead, alive) = (Path.Combine(room.Folder.Backups, ".scratch-999999-x.db"), Path.Combine(room.Folder.Backups, DataFolder.ScratchName()));
        await File.WriteAllBytesAsync(dead, new byte[200_000]);
        await File.WriteAllBytesAsync(alive, new byte[10]);

        await using var again = await StoreRoom.OpenAsync(await room.CloseAsync());

        Assert.Equal((false, true), (File.Exists(dead), File.Exists(alive)));
        Assert.Contains("0.2 MB", Assert.Single(again.Said, s => s.StartsWith("Swept", StringComparison.Ordinal)), StringComparison.Ordinal);
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_place, true);
    }

    /// <summary>Alters an entry of the log in the database and puts the fitting hash into the list.</summary>
    private async Task ForgeLogAsync(ZipArchive zip)
    {
        var scratch = Path.Combine(_place, "forged.db");
        zip.GetEntry("gentle-mole.db")!.ExtractToFile(scratch);
        await using (var connection = new SqliteConnection($"Data Source={scratch};Pooling=False"))
        {
            await connection.OpenAsync();
            await using var command = connection.CreateCommand();
            command.CommandText = "DROP TRIGGER LogKeepsItsEntries; UPDATE Log SET Who = 'nobody' WHERE Id = 2";
            await command.ExecuteNonQueryAsync();
        }

        var manifest = await BackupManifest.ReadAsync(zip, default);
        zip.GetEntry("gentle-mole.db")!.Delete();
        zip.CreateEntryFromFile(scratch, "gentle-mole.db");
        var bytes = await File.ReadAllBytesAsync(scratch);
        var listed = manifest.Files.FindIndex(f => f.Name == "gentle-mole.db");
        manifest.Files[listed] = new BackupFile("gentle-mole.db", bytes.Length, Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(bytes)));
        zip.GetEntry("manifest.json")!.Delete();
        await manifest.WriteAsync(zip, default);
    }
}
