using System.Text.Json;
using GentleMole.Store.Backups;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Store.Tests;

/// <summary>Heads that are signed with a key that lies elsewhere: what somebody with the data alone could try, and what happens when the key is lost.</summary>
public sealed class HeadTests : IDisposable
{
    private static readonly Instant Monday = Instant.FromUtc(2026, 11, 23, 9, 0);

    private readonly string _keys = Directory.CreateTempSubdirectory("mole-keys-").FullName;
    private readonly List<string> _said = [];

    private string KeyFile => Path.Combine(_keys, "log-key.pem");

    public void Dispose() => Directory.Delete(_keys, recursive: true);

    private HeadKeeper Keeper(StoreRoom room)
    {
        var keeper = new HeadKeeper(room.Folder, KeyFile);
        keeper.MakeReady(_said.Add);
        return keeper;
    }

    private static Task<int> ChangeAsync(StoreRoom room, string name) => room.DoAsync(async db =>
    {
        (await db.Jobs.AsTracking().FirstAsync()).Name = name;
        return await db.SaveChangesAsync();
    });

    /// <summary>Writes the whole log anew so that it fits in itself, with one text made another.</summary>
    private static async Task RewriteAsync(StoreRoom room)
    {
        await room.RunAsync("DROP TRIGGER LogKeepsItsEntries; DROP TRIGGER LogLosesNothing; UPDATE Log SET Why = 'a better reason' WHERE Id = 2");
        await room.DoAsync(async db =>
        {
            var previous = LogChain.Root;
            foreach (var entry in await db.Log.AsNoTracking().OrderBy(e => e.Id).ToListAsync())
            {
                previous = LogChain.HashOf(entry, previous);
                await db.Database.ExecuteSqlAsync($"UPDATE Log SET Hash = {previous} WHERE Id = {entry.Id}");
            }

            return await db.Database.ExecuteSqlAsync($"UPDATE Jobs SET HandoverHead = '' ");
        });
    }

    [Fact]
    public async Task The_key_is_made_once_outside_the_data_and_for_its_owner_alone()
    {
        await using var room = await StoreRoom.OpenAsync();
        Keeper(room);
        var key = await File.ReadAllTextAsync(KeyFile);
        Keeper(room);

        Assert.Equal(key, await File.ReadAllTextAsync(KeyFile));
        Assert.Single(_said);
        Assert.True(OperatingSystem.IsWindows() || File.GetUnixFileMode(KeyFile) == (UnixFileMode.UserRead | UnixFileMode.UserWrite));
        Assert.Contains("inside the data directory", Assert.Throws<IOException>(() => new HeadKeeper(room.Folder, Path.Combine(room.Directory, "key.pem")).MakeReady(_said.Add)).Message, StringComparison.Ordinal);
        await File.WriteAllTextAsync(KeyFile, "no key at all");
        Assert.Contains("holds no key", Assert.Throws<IOException>(() => Keeper(room)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_was_signed_holds_day_by_day_and_goes_with_the_backup()
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.JobAsync();
        var keeper = Keeper(room);
        for (var day = 0; day < 3; day++)
        {
            await ChangeAsync(room, $"Quay {day}");
            Assert.NotNull(await keeper.SignAsync(Monday + Duration.FromDays(day)));
        }

        Assert.Equal(["2026-11-23.json", "2026-11-24.json", "2026-11-25.json"], Directory.GetFiles(room.Folder.Heads).Select(Path.GetFileName).Order());
        var verdict = await LogChain.VerifyAsync(room.File, keeper);
        Assert.True(verdict is { IsWhole: true, Heads: { Signed: 3, Foreign: 0, Trouble: HeadTrouble.None } }, $"{verdict}");
        Assert.Contains("heads/2026-11-24.json", room.Folder.Kept());
    }

    [Fact]
    public async Task A_log_that_was_rewritten_with_its_handovers_is_not_the_one_that_was_signed()
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.JobAsync();
        await ChangeAsync(room, "Quay 2");
        var keeper = Keeper(room);
        await keeper.SignAsync(Monday);
        await RewriteAsync(room);

        // In itself it fits, and only the heads tell.
        Assert.True((await LogChain.VerifyAsync(room.File)).IsWhole);
        Assert.Equal(HeadTrouble.Parted, (await LogChain.VerifyAsync(room.File, keeper)).Heads!.Trouble);

        // Nor does it help to take the heads away, or to go on signing.
        Directory.Delete(room.Folder.Heads, recursive: true);
        await keeper.SignAsync(Monday + Duration.FromDays(1));
        Assert.False((await LogChain.VerifyAsync(room.File, keeper)).IsWhole);
    }

    [Fact]
    public async Task An_end_that_was_cut_off_is_missed_although_all_that_is_left_fits()
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.JobAsync();
        var keeper = Keeper(room);
        await keeper.SignAsync(Monday);
        var before = await File.ReadAllBytesAsync(Path.Combine(room.Folder.Heads, "2026-11-23.json"));
        for (var i = 0; i < 30; i++)
        {
            await ChangeAsync(room, $"Quay {i}");
        }

        await keeper.SignAsync(Monday);
        await room.RunAsync("DROP TRIGGER LogLosesNothing; DELETE FROM Log WHERE Id > (SELECT max(Id) - 30 FROM Log); UPDATE Jobs SET Name = 'Quay'");
        await File.WriteAllBytesAsync(Path.Combine(room.Folder.Heads, "2026-11-23.json"), before);

        Assert.True((await LogChain.VerifyAsync(room.File)).IsWhole);
        Assert.Equal(HeadTrouble.CutOff, (await LogChain.VerifyAsync(room.File, keeper)).Heads!.Trouble);
    }

    [Fact]
    public async Task A_head_that_was_altered_or_signed_by_another_is_known()
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.JobAsync();
        var keeper = Keeper(room);
        await keeper.SignAsync(Monday);
        var file = Directory.GetFiles(room.Folder.Heads).Single();
        var head = SignedHead.Read(file)!;
        (head with { Entries = head.Entries - 1 }).Write(file);
        Assert.Equal(HeadTrouble.Forged, (await LogChain.VerifyAsync(room.File, keeper)).Heads!.Trouble);
        await File.WriteAllTextAsync(file, "{}");
        Assert.Equal(HeadTrouble.Forged, (await LogChain.VerifyAsync(room.File, keeper)).Heads!.Trouble);

        using var other = System.Security.Cryptography.ECDsa.Create();
        SignedHead.Sign(head.Store, head.Entries, head.Head, head.At, other).Write(file);
        Assert.Equal((0, 1), ((await LogChain.VerifyAsync(room.File, keeper)).Heads!.Signed, (await LogChain.VerifyAsync(room.File, keeper)).Heads!.Foreign));
    }

    [Fact]
    public async Task A_key_that_is_lost_is_said_and_what_it_signed_still_holds_against_the_chain()
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.JobAsync();
        await Keeper(room).SignAsync(Monday);
        File.Delete(KeyFile);
        Assert.False((await LogChain.VerifyAsync(room.File, new HeadKeeper(room.Folder, KeyFile))).Heads!.HasKey);

        var keeper = Keeper(room);
        Assert.Contains("is lost", _said[^1], StringComparison.Ordinal);
        await ChangeAsync(room, "Quay 9");
        await keeper.SignAsync(Monday + Duration.FromDays(1));

        Assert.True(await LogChain.VerifyAsync(room.File, keeper) is { IsWhole: true, Heads: { Signed: 1, Foreign: 1 } });
    }

    [Fact]
    public async Task After_a_restore_the_log_goes_on_and_it_is_said_what_is_not_in_it()
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.JobAsync();
        var keeper = Keeper(room);
        await keeper.SignAsync(Monday);
        var backup = await new StoreBackup(room.Folder).MakeAsync(Monday, Path.Combine(_keys, "b.zip"));
        await ChangeAsync(room, "after the backup");
        await keeper.SignAsync(Monday);
        var into = Directory.CreateTempSubdirectory("mole-store-").FullName;
        await StoreRestore.RunAsync(backup, into, _said.Add);
        await using var restored = await StoreRoom.OpenAsync(into);
        var next = new HeadKeeper(restored.Folder, KeyFile);
        Assert.Equal(HeadTrouble.CutOff, (await LogChain.VerifyAsync(restored.File, next)).Heads!.Trouble);

        next.BeginAgain((await LogChain.FirstAsync(restored.File))!, (await LogChain.VerifyAsync(restored.File)).Entries, _said.Add);
        Assert.Contains("is not in it", _said[^1], StringComparison.Ordinal);
        await ChangeAsync(restored, "goes on");
        await next.SignAsync(Monday);
        Assert.True((await LogChain.VerifyAsync(restored.File, next)).IsWhole);
    }

    [Fact]
    public async Task A_head_that_somebody_kept_is_found_in_the_log_or_not()
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.JobAsync();
        var head = (await Keeper(room).SignAsync(Monday))!;
        await ChangeAsync(room, "Quay 5");

        Assert.Equal(head.Entries, await LogChain.FindAsync(room.File, head.Head));
        Assert.Null(await LogChain.FindAsync(room.File, new string('0', 64)));
        Assert.True(head.Fits());
        Assert.False((head with { At = head.At + Duration.FromSeconds(1) }).Fits());
        Assert.Equal(head, JsonSerializer.Deserialize<SignedHead>(JsonSerializer.Serialize(head, StoredJson.Options), StoredJson.Options));
    }
}
