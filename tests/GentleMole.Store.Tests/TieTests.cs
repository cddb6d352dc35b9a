using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace GentleMole.Store.Tests;

/// <summary>Records are tied to the utility that they tell of by its number, whichever of the two comes first.</summary>
public class TieTests
{
    private static SoughtLine Line(int job, string owner, UtilityKind kind = UtilityKind.Gas) => new() { JobId = job, Kind = kind, Owner = owner };

    private static RecordLine Record(int job, string owner, UtilityKind kind = UtilityKind.Gas) =>
        new() { JobId = job, Kind = kind, Owner = owner, Points = [new SitePoint(0, 0), new SitePoint(10, 0)] };

    private static Task<List<int?>> TiesAsync(StoreRoom room) => room.DoAsync(db => db.Records.OrderByDescending(r => r.Owner).Select(r => r.LineId).ToListAsync());

    [Theory]
    [InlineData("line first")]
    [InlineData("record first")]
    [InlineData("both at once")]
    [InlineData("with the job")]
    public async Task A_record_finds_its_line_and_no_other(string how)
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.DoAsync(async db =>
        {
            var job = new Job { Name = "Quay" };
            db.Jobs.Add(job);
            if (how == "with the job")
            {
                job.Lines.AddRange([Line(0, "Tamsin Gas"), Line(0, "Tamsin Gas", UtilityKind.Water)]);
                job.Records.AddRange([Record(0, "tamsin gas"), Record(0, "Norrick Grid")]);
                return await db.SaveChangesAsync();
            }

            await db.SaveChangesAsync();
            SoughtLine[] lines = [Line(job.Id, "Tamsin Gas"), Line(job.Id, "Tamsin Gas", UtilityKind.Water)];
            RecordLine[] records = [Record(job.Id, "tamsin gas"), Record(job.Id, "Norrick Grid")];
            db.AddRange(how == "record first" ? records : lines);
            if (how != "both at once")
            {
                await db.SaveChangesAsync();
            }

            db.AddRange(how == "record first" ? lines : records);
            return await db.SaveChangesAsync();
        });

        var gas = await room.DoAsync(db => db.Lines.SingleAsync(l => l.Kind == UtilityKind.Gas));
        Assert.Equal([gas.Id, null], await TiesAsync(room));
    }

    [Fact]
    public async Task A_corrected_name_parts_nothing_and_a_line_that_goes_leaves_its_record()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, line) = await room.JobAsync();
        await room.DoAsync(async db =>
        {
            var owner = (await db.Lines.SingleAsync()).Owner;
            db.Records.Add(Record(job, owner));
            await db.SaveChangesAsync();
            (await db.Lines.SingleAsync()).Owner = "Tamsin Gas Networks";
            return await db.SaveChangesAsync();
        });
        Assert.Equal([line], await TiesAsync(room));

        await room.DoAsync(async db =>
        {
            db.Lines.Remove(await db.Lines.SingleAsync());
            return await db.SaveChangesAsync();
        });
        Assert.Equal([null], await TiesAsync(room));
    }

    [Fact]
    public async Task Records_of_an_earlier_version_are_tied_when_it_is_opened()
    {
        var directory = Directory.CreateTempSubdirectory("mole-ties-").FullName;
        var room = await StoreRoom.OpenAsync(directory);
        var (job, line) = await room.JobAsync();
        await room.DoAsync(async db =>
        {
            db.Records.AddRange(Record(job, (await db.Lines.SingleAsync()).Owner.ToLowerInvariant()), Record(job, "Norrick Grid"));
            await db.SaveChangesAsync();
            await db.GetService<IMigrator>().MigrateAsync("FirstStore");
            return 0;
        });
        await room.CloseAsync();

        await using var again = await StoreRoom.OpenAsync(directory);
        Assert.Equal([line, null], await TiesAsync(again));
        Assert.Equal(Core.Hookup.CircuitLimits.Usual, (await again.DoAsync(db => db.Firms.SingleOrDefaultAsync()))?.CircuitLimits ?? Core.Hookup.CircuitLimits.Usual);
    }
}
