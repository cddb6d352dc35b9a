using GentleMole.Core.Lines;
using GentleMole.Store.Evidence;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Store.Tests;

public class EvidenceTests
{
    [Fact]
    public async Task A_batch_is_kept_whole_once_and_dots_are_made_of_what_names_a_line()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, line) = await room.JobAsync();
        var samples = StoreRoom.Samples(30).Concat(StoreRoom.Samples(12, "steam")).ToList();

        var first = await room.Evidence.TakeAsync(job, "token a", [.. samples, samples[3], samples[35]]);
        var again = await room.Evidence.TakeAsync(job, "token a", samples);

        Assert.Equal((42, 2), (first.Accepted, first.Duplicates));
        Assert.Equal((0, 42), (again.Accepted, again.Duplicates));
        var dots = await room.DoAsync(db => db.Readings.AsNoTracking().Where(r => r.JobId == job).OrderBy(r => r.Number).ToListAsync());
        Assert.Equal(Enumerable.Range(1, 30), dots.Select(d => d.Number));
        Assert.All(dots.Zip(samples), p => Assert.Equal((p.Second.Id, line, p.Second.TakenAt, p.Second.EastMetres, DotState.Taken), (p.First.Id, p.First.LineId, p.First.TakenAt, p.First.EastMetres, p.First.State)));
        Assert.Equal(samples.Skip(30), await room.DoAsync(db => Task.FromResult(EvidenceStore.LooseAsync(db, job, default).ToBlockingEnumerable().ToList())));
        var block = await room.DoAsync(db => db.Blocks.AsNoTracking().SingleAsync());
        Assert.Equal(samples, SampleCodec.Decode(block.Content));
    }

    [Theory]
    [InlineData("depth 0")]
    [InlineData("depth 1e300")]
    [InlineData("place")]
    [InlineData("current")]
    [InlineData("peak")]
    [InlineData("word")]
    [InlineData("year")]
    public async Task What_no_reading_can_be_is_kept_by_no_way_in(string what)
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, _) = await room.JobAsync();
        var good = StoreRoom.Samples(2);
        good[1] = what switch
        {
            "depth 0" => good[1] with { DepthMetres = 5e-324 },
            "depth 1e300" => good[1] with { DepthMetres = 1e300 },
            "place" => good[1] with { EastMetres = double.NaN },
            "current" => good[1] with { CurrentMilliamps = -1 },
            "peak" => good[1] with { Peak = double.PositiveInfinity },
            "word" => good[1] with { Utility = new string('x', 201) },
            _ => good[1] with { TakenAt = Instant.FromUtc(1, 1, 1, 0, 0, 0) },
        };

        await Assert.ThrowsAsync<ArgumentException>(() => room.Evidence.TakeAsync(job, "device", good));
        Assert.Equal(0, await room.DoAsync(db => db.Readings.CountAsync()));
    }

    [Fact]
    public async Task A_reading_belongs_to_the_hookup_that_was_made_before_it()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, line) = await room.JobAsync();
        var begun = StoreRoom.Samples(1)[0].TakenAt;
        var hookups = await room.DoAsync(async db =>
        {
            Hookup[] made = [.. new[] { -10, 5 }.Select(minutes => new Hookup { JobId = job, LineId = line, ConnectedTo = "valve", MadeAt = begun + Duration.FromMinutes(minutes) })];
            db.Hookups.AddRange(made);
            await db.SaveChangesAsync();
            return made.Select(h => h.Id).ToList();
        });
        var samples = StoreRoom.Samples(1).Concat(StoreRoom.Samples(1).Select(s => s with { TakenAt = begun + Duration.FromMinutes(6) }))
            .Append(StoreRoom.Samples(1)[0] with { TakenAt = begun - Duration.FromMinutes(20) }).ToList();

        await room.Evidence.TakeAsync(job, "device", samples);

        var belongs = await room.DoAsync(db => db.Readings.OrderBy(r => r.TakenAt).Select(r => r.HookupId).ToListAsync());
        Assert.Equal([null, hookups[0], hookups[1]], belongs);
    }

    [Fact]
    public async Task A_sample_of_another_job_refuses_the_whole_batch_and_leaves_nothing()
    {
        await using var room = await StoreRoom.OpenAsync();
        var ((one, _), (other, line)) = (await room.JobAsync(), await room.JobAsync());
        var (named, loose) = (StoreRoom.Samples(1), StoreRoom.Samples(1, "steam"));
        await room.Evidence.TakeAsync(one, "a", [.. named, .. loose]);

        foreach (var foreign in new[] { named[0], loose[0], named[0] with { Utility = "steam" }, loose[0] with { Utility = "gas" } })
        {
            Assert.Equal(foreign.Id, (await room.Evidence.TakeAsync(other, "a", [.. StoreRoom.Samples(5), foreign])).Elsewhere);
        }

        Assert.Equal(0, await room.DoAsync(db => db.Readings.CountAsync(r => r.JobId == other)));
        Assert.Equal(0, await room.DoAsync(db => db.Blocks.CountAsync(b => b.JobId == other)));
        Assert.Equal(1, (await room.Evidence.TakeAsync(other, "a", StoreRoom.Samples(1))).Accepted);
        Assert.Equal(1, await room.DoAsync(async db => (await db.Readings.SingleAsync(r => r.LineId == line)).Number));
        Assert.True((await room.Evidence.TakeAsync(999, "a", StoreRoom.Samples(1))).NoSuchJob);
    }

    [Fact]
    public async Task Many_at_once_number_their_dots_without_a_gap_or_a_double_typed_ones_among_them()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, line) = await room.JobAsync();

        await Task.WhenAll(Enumerable.Range(0, 24).Select(i => i % 3 == 0
            ? room.DoAsync(async db =>
            {
                db.Readings.Add(new Reading { Id = Guid.NewGuid(), JobId = job, LineId = line, Utility = "Gas" });
                return await db.SaveChangesAsync();
            })
            : Task.Run(async () => (await room.Evidence.TakeAsync(job, "device " + i, StoreRoom.Samples(10))).Accepted)));

        var numbers = await room.DoAsync(db => db.Readings.Where(r => r.LineId == line).Select(r => r.Number).OrderBy(n => n).ToListAsync());
        Assert.Equal(Enumerable.Range(1, 8 + (16 * 10)), numbers);
        Assert.True((await LogChain.VerifyAsync(room.File)).IsWhole);
    }

    [Fact]
    public async Task Twenty_thousand_loose_samples_find_their_new_line_in_one_entry()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, _) = await room.JobAsync(gas: false);
        for (var i = 0; i < 4; i++)
        {
            await room.Evidence.TakeAsync(job, "device", StoreRoom.Samples(5000));
        }

        var before = await room.DoAsync(db => db.LogHeadAsync());
        var made = await room.DoAsync(async db =>
        {
            await using var turn = await db.BeginWriteAsync();
            db.Lines.Add(new SoughtLine { JobId = job, Kind = UtilityKind.Gas, Owner = "Tamsin Gas" });
            await db.SaveChangesAsync();
            var count = await EvidenceStore.AdoptAsync(db, job, default);
            await turn.CommitAsync();
            return count;
        });

        Assert.Equal(20_000, made);
        Assert.Equal(before + 2, await room.DoAsync(db => db.LogHeadAsync()));
        Assert.Equal((20_000, 0), (await room.DoAsync(db => db.Readings.CountAsync()), await room.DoAsync(db => db.Loose.CountAsync())));
        Assert.Equal(20_000, await room.DoAsync(db => db.Readings.MaxAsync(r => r.Number)));
        Assert.Equal(0, (await room.Evidence.TakeAsync(job, "device", StoreRoom.Samples(0))).Accepted);
        var verdict = await LogChain.VerifyAsync(room.File);
        Assert.True(verdict is { IsWhole: true, Samples: 20_000 });
    }

    [Fact]
    public async Task A_walk_goes_on_until_somebody_else_or_another_hookup_begins_one()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, line) = await room.JobAsync();
        await room.Evidence.TakeAsync(job, "a", StoreRoom.Samples(3));
        await room.Evidence.TakeAsync(job, "a", StoreRoom.Samples(3));
        await room.Evidence.TakeAsync(job, "b", StoreRoom.Samples(3));
        await room.DoAsync(async db =>
        {
            db.Hookups.Add(new Hookup { JobId = job, LineId = line, ReceiverId = 4, MadeAt = Instant.FromUtc(2026, 11, 23, 9, 0, 0) });
            return await db.SaveChangesAsync();
        });
        await room.Evidence.TakeAsync(job, "b", StoreRoom.Samples(3));

        var walks = await room.DoAsync(db => db.Walks.AsNoTracking().OrderBy(w => w.Id).ToListAsync());
        Assert.Equal([("a", Listening.Unsaid), ("b", Listening.Unsaid), ("b", Listening.Active)], walks.Select(w => (w.Who, w.Listening)));
        Assert.Equal(4, walks[2].InstrumentId);
        Assert.Equal([1, 1, 2, 3], await room.DoAsync(db => db.Blocks.OrderBy(b => b.Id).Select(b => b.WalkId).ToListAsync()));
    }

    [Theory]
    [InlineData("UPDATE Blocks SET Content = zeroblob(length(Content)) WHERE Id = 2", 2)]
    [InlineData("UPDATE Blocks SET WalkId = 2, JobId = JobId WHERE Id = 1", 1)]
    [InlineData("DELETE FROM Blocks WHERE Id = 3", 3)]
    [InlineData("INSERT INTO Blocks (Id, JobId, WalkId, StoredAt, Count, Content) SELECT 9, JobId, WalkId, StoredAt, Count, Content FROM Blocks WHERE Id = 1", 9)]
    public async Task Altered_evidence_is_found(string statement, long block)
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, _) = await room.JobAsync();
        foreach (var who in new[] { "a", "b", "a" })
        {
            await room.Evidence.TakeAsync(job, who, StoreRoom.Samples(4));
        }

        await Assert.ThrowsAsync<SqliteException>(() => room.RunAsync("UPDATE Blocks SET Count = 1"));
        await Assert.ThrowsAsync<SqliteException>(() => room.RunAsync("DELETE FROM Walks"));
        Assert.True((await LogChain.VerifyAsync(room.File)).IsWhole);
        await room.RunAsync("DROP TRIGGER BlocksKeepsItsEntries; DROP TRIGGER BlocksLosesNothing; PRAGMA foreign_keys=OFF;" + statement);

        var verdict = await LogChain.VerifyAsync(room.File);

        Assert.Equal((block, false), (verdict.BrokenBlock, verdict.IsWhole));
    }

    [Fact]
    public async Task The_write_ahead_file_is_begun_anew_while_batches_keep_coming()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, _) = await room.JobAsync();
        var journal = new FileInfo(room.File.Path + "-wal");
        await Task.WhenAll(Enumerable.Range(0, 3).Select(_ => Task.Run(async () =>
        {
            for (var i = 0; i < 200; i++)
            {
                await room.Evidence.TakeAsync(job, "device", StoreRoom.Samples(200));
            }
        })));

        // Some 400 MB were written ahead in all.
        Assert.InRange(journal.Length, 1 << 20, 120 << 20);
    }

    [Fact]
    public async Task Dots_that_are_saved_together_are_numbered_in_the_order_taken()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, line) = await room.JobAsync();
        await room.DoAsync(async db =>
        {
            db.Readings.AddRange(Enumerable.Range(1, 9).Select(i => new Reading
            {
                Id = Guid.NewGuid(), JobId = job, LineId = line, Utility = "Gas", EastMetres = i, TakenAt = Instant.FromUtc(2026, 11, 23, 9, i, 0),
            }).Reverse());
            return await db.SaveChangesAsync();
        });

        Assert.Equal(Enumerable.Range(1, 9).Select(i => (double)i), await room.DoAsync(db => db.Readings.OrderBy(r => r.Number).Select(r => r.EastMetres).ToListAsync()));
    }
}
