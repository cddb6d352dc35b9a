using System.Diagnostics;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Store.Tests;

/// <summary>What happens when the disk, the file or somebody else stands in the way, and that it is over when they are gone.</summary>
public class TroubleTests
{
    private static async Task<StoreTroubleKind?> TroubleAsync(Func<Task> work)
    {
        try
        {
            await work();
            return null;
        }
        catch (Exception error)
        {
            return StoreTrouble.Of(error)?.Kind;
        }
    }

    [Fact]
    public async Task A_full_disk_fails_what_is_being_written_keeps_the_rest_and_is_over_when_there_is_room()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, _) = await room.JobAsync();
        await room.Evidence.TakeAsync(job, "a", StoreRoom.Samples(100));
        await room.Get<StoreWriter>().RunAsync(s => s.Prepare("PRAGMA max_page_count = 1").Number());

        var lost = StoreRoom.Samples(8000);
        Assert.Equal(StoreTroubleKind.Full, await TroubleAsync(() => room.Evidence.TakeAsync(job, "a", lost)));
        Assert.Equal(100, await room.DoAsync(db => db.Readings.CountAsync()));

        // The next group is written on a fresh connection: nobody has to start anything anew.
        Assert.Equal(8000, (await room.Evidence.TakeAsync(job, "a", lost)).Accepted);
        Assert.Equal("ok", await room.AskAsync("PRAGMA integrity_check"));
    }

    [Fact]
    public async Task A_program_that_keeps_the_file_locked_is_told_to_all_who_wait_and_then_it_goes_on()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, _) = await room.JobAsync();
        await using (var other = new SqliteConnection($"Data Source={room.File.Path};Pooling=False"))
        {
            await other.OpenAsync();
            other.Run("BEGIN IMMEDIATE");
            var began = Stopwatch.GetTimestamp();
            var kinds = await Task.WhenAll(Enumerable.Range(0, 20).Select(_ => TroubleAsync(() => room.Evidence.TakeAsync(job, "a", StoreRoom.Samples(10)))));

            Assert.All(kinds, k => Assert.Equal(StoreTroubleKind.Busy, k));
            Assert.InRange(Stopwatch.GetElapsedTime(began).TotalSeconds, 0, 15);
            Assert.Equal(StoreTroubleKind.Busy, await TroubleAsync(() => room.Get<StorePulse>().BeatAsync()));
            other.Run("ROLLBACK");
        }

        Assert.Equal(10, (await room.Evidence.TakeAsync(job, "a", StoreRoom.Samples(10))).Accepted);
        await room.Get<StorePulse>().BeatAsync();
    }

    [Fact]
    public async Task A_file_that_is_gone_or_was_changed_for_an_empty_one_is_not_made_anew()
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.JobAsync();
        SqliteConnection.ClearAllPools();
        var aside = room.File.Path + ".aside";
        File.Move(room.File.Path, aside);

        Assert.Equal(StoreTroubleKind.Gone, await TroubleAsync(() => room.Get<StorePulse>().BeatAsync()));
        Assert.Equal(StoreTroubleKind.Gone, await TroubleAsync(() => room.DoAsync(db => db.Jobs.CountAsync())));
        Assert.False(File.Exists(room.File.Path));
        await File.WriteAllBytesAsync(room.File.Path, []);
        Assert.Equal(StoreTroubleKind.Damaged, await TroubleAsync(() => room.Get<StorePulse>().BeatAsync()));

        SqliteConnection.ClearAllPools();
        File.Move(aside, room.File.Path, overwrite: true);
        Assert.Equal(1, await room.DoAsync(db => db.Jobs.CountAsync()));
        await room.Get<StorePulse>().BeatAsync();
    }

    [Fact]
    public async Task More_than_can_wait_is_refused_at_once_and_nothing_that_was_taken_on_is_lost()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, _) = await room.JobAsync();
        var turn = await room.Get<WriteGate>().EnterAsync();
        var sent = Enumerable.Range(0, StoreWriter.MostWaiting + 40).Select(_ => room.Evidence.TakeAsync(job, "a", StoreRoom.Samples(2))).ToList();
        turn.Dispose();
        var kinds = await Task.WhenAll(sent.Select(s => TroubleAsync(() => s)));

        Assert.All(kinds, k => Assert.True(k is null or StoreTroubleKind.Busy));
        Assert.InRange(kinds.Count(k => k == StoreTroubleKind.Busy), 1, 60);
        Assert.Equal(2 * kinds.Count(k => k is null), await room.DoAsync(db => db.Readings.CountAsync()));
    }

    [Fact]
    public async Task Pages_and_streams_take_turns_in_the_order_in_which_they_came()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, _) = await room.JobAsync();
        using var stop = new CancellationTokenSource();
        var stream = Enumerable.Range(0, 4).Select(_ => Task.Run(async () =>
        {
            while (!stop.IsCancellationRequested)
            {
                await room.Evidence.TakeAsync(job, "a", StoreRoom.Samples(200));
            }
        })).ToList();

        for (var i = 0; i < 20; i++)
        {
            var began = Stopwatch.GetTimestamp();
            await room.DoAsync(async db =>
            {
                db.Jobs.Add(new Job { Name = "A page" });
                return await db.SaveChangesAsync();
            });
            Assert.InRange(Stopwatch.GetElapsedTime(began).TotalSeconds, 0, 5);
        }

        await stop.CancelAsync();
        await Task.WhenAll(stream);
        Assert.Equal(21, await room.DoAsync(db => db.Jobs.CountAsync()));
    }
}
