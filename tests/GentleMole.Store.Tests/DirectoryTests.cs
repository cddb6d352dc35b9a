using GentleMole.Store.Demo;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using NodaTime;

namespace GentleMole.Store.Tests;

/// <summary>Whose directory it is: the demo's or real work's, for its owner alone, and from before there were given jobs.</summary>
public class DirectoryTests
{
    [Fact]
    public async Task Real_work_and_the_demo_keep_out_of_each_others_directories()
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.File.RefuseForeignAsync(demo: true);
        await room.File.RefuseForeignAsync(demo: false);
        await room.JobAsync();
        await room.File.RefuseForeignAsync(demo: false);
        Assert.Contains("real work", (await Assert.ThrowsAsync<IOException>(() => room.File.RefuseForeignAsync(demo: true))).Message, StringComparison.Ordinal);

        await using var demo = await StoreRoom.OpenAsync();
        await demo.DoAsync(async db =>
        {
            await DemoData.SeedAsync(db, Instant.FromUtc(2026, 11, 23, 9, 0));
            return 0;
        });
        await demo.File.RefuseForeignAsync(demo: true);
        Assert.Contains("made-up", (await Assert.ThrowsAsync<IOException>(() => demo.File.RefuseForeignAsync(demo: false))).Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("Trust")]
    [InlineData("Following")]
    public async Task Real_work_of_an_earlier_version_is_refused_by_the_demo(string version)
    {
        var room = await StoreRoom.OpenAsync();
        await room.JobAsync();
        await room.DoAsync(async db =>
        {
            await db.GetService<IMigrator>().MigrateAsync(version);
            return 0;
        });
        var directory = await room.CloseAsync();

        var refused = await Assert.ThrowsAsync<IOException>(() => StoreRoom.OpenAsync(directory, demo: true));
        Assert.Contains("real work", refused.Message, StringComparison.Ordinal);
        var file = new StoreFile(new DataFolder(directory));
        if (version == "Trust")
        {
            Assert.Equal(StoreState.Older, await file.InspectAsync());
        }

        await using var again = await StoreRoom.OpenAsync(directory);
        Assert.Equal(1, await again.DoAsync(db => db.Jobs.CountAsync()));
    }

    [Fact]
    public async Task What_was_open_to_others_is_shut_and_that_is_said()
    {
        if (OperatingSystem.IsWindows())
        {
            return;
        }

        var room = await StoreRoom.OpenAsync();
        var photo = Path.Combine(Directory.CreateDirectory(room.Folder.Photos).FullName, "p.jpg");
        await File.WriteAllBytesAsync(photo, [1]);
        File.SetUnixFileMode(photo, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.OtherRead);
        File.SetUnixFileMode(room.Folder.Photos, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute | UnixFileMode.GroupRead);
        await using var again = await StoreRoom.OpenAsync(await room.CloseAsync());

        Assert.Contains(again.Said, s => s.Contains("was open to others", StringComparison.Ordinal));
        Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(photo));
#pragma warning disable CA1416 // Left above where there are none.
        Assert.All(Directory.GetFileSystemEntries(again.Directory, "*", SearchOption.AllDirectories).Append(again.Directory), entry =>
            Assert.Equal(UnixFileMode.None, File.GetUnixFileMode(entry) & ~(UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute)));
#pragma warning restore CA1416
    }

    [Fact]
    public async Task Readers_of_an_earlier_version_keep_what_they_saw_and_the_log_says_so()
    {
        var room = await StoreRoom.OpenAsync();
        await room.JobAsync();
        await room.JobAsync();
        await room.DoAsync(async db =>
        {
            db.Users.Add(new MoleUser { UserName = "eli", NormalizedUserName = "ELI", Name = "Eli", Role = Role.Reader, SecurityStamp = "s" });
            await db.SaveChangesAsync();
            await db.GetService<IMigrator>().MigrateAsync("Following");
            return 0;
        });
        await using var again = await StoreRoom.OpenAsync(await room.CloseAsync());

        Assert.Equal(2, await again.DoAsync(db => db.Grants.CountAsync()));
        Assert.Equal(2, await again.DoAsync(db => db.Log.CountAsync(e => e.Subject.StartsWith("JobGrant:") && e.Why.Contains("keep the jobs"))));
        Assert.False(await again.DoAsync(db => db.Firms.AnyAsync(f => f.IsDemo)));
        var verdict = await LogChain.VerifyAsync(again.File);
        Assert.True(verdict.IsWhole, $"{verdict.Difference}");
    }
}
