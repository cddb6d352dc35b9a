using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Walk;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>Made-up jobs of a made-up firm, so that the whole way can be seen at once.</summary>
public static class DemoData
{
    /// <summary>Puts the demo in, once: a directory that holds jobs already is left alone.</summary>
    /// <param name="now">The demo's dates are laid round this moment.</param>
    public static async Task SeedAsync(MoleDb db, Instant now, CancellationToken cancellation = default)
    {
        db.Change.Who = "the demo";
        var transaction = await db.BeginWriteAsync(cancellation).ConfigureAwait(false);
        await using var ending = transaction.ConfigureAwait(false);
        var firm = await db.Firms.SingleAsync(cancellation).ConfigureAwait(false);
        firm.IsDemo = true;
        if (!await db.Users.AnyAsync(cancellation).ConfigureAwait(false))
        {
            // Also into a directory from before there were people: nobody could get in.
            db.Users.AddRange(DemoPeople.People());
            db.Owners.AddRange(DemoPeople.Owners());
            await db.SaveChangesAsync(cancellation).ConfigureAwait(false);
        }

        if (await db.Jobs.AnyAsync(cancellation).ConfigureAwait(false))
        {
            await db.SaveChangesAsync(cancellation).ConfigureAwait(false);
            await transaction.CommitAsync(cancellation).ConfigureAwait(false);
            return;
        }

        firm.Contact = "555 0140, until 18:00";
        (firm.Name, firm.PlaceName) = ("Burrow & Lantern Locating", "Pellow Bay");
        (firm.HomeLatitude, firm.HomeLongitude) = (49.7312, -7.4120);
        (firm.ToleranceMetres, firm.School) = (0.5, MarkSchool.Corrected);
        for (var year = now.InUtc().Year; year <= now.InUtc().Year + 1; year++)
        {
            db.Holidays.AddRange(
                new HolidayRow { Date = new LocalDate(year, 1, 1), Name = "New Year's Day" },
                new HolidayRow { Date = new LocalDate(year, 5, 14), Name = "Lantern Day" },
                new HolidayRow { Date = new LocalDate(year, 8, 28), Name = "Regatta Monday" },
                new HolidayRow { Date = new LocalDate(year, 12, 25), Name = "Christmas Day" },
                new HolidayRow { Date = new LocalDate(year, 12, 26), Name = "Boxing Day" });
        }

        var instruments = DemoInstruments.All(now);
        db.Instruments.AddRange(instruments);
        var (lido, floodlights, tannery, chapel) = (LidoJob.Make(now), FloodlightsJob.Make(now), TanneryJob.Make(now), ChapelJob.Make(now));
        db.Jobs.AddRange(lido, Footbridge(now), floodlights, tannery, chapel);
        await db.SaveChangesAsync(cancellation).ConfigureAwait(false);
        await GiveAsync(db, "quill", [lido, floodlights], cancellation).ConfigureAwait(false);
        LidoJob.Work(lido, instruments[0], instruments[2], now);
        FloodlightsJob.Work(floodlights, instruments[0], instruments[2], now);
        TanneryJob.Trace(tannery, instruments[0], instruments[2], now);

        await DemoRadar.PutAsync(db, lido, now, cancellation).ConfigureAwait(false);
        await TanneryJob.WorkAsync(db, tannery, now, cancellation).ConfigureAwait(false);
        await ChapelJob.WorkAsync(db, chapel, now, cancellation).ConfigureAwait(false);
        await DemoPhoto.PutAsync(db, lido, cancellation).ConfigureAwait(false);
        Book(db, [lido, floodlights], now, await db.Users.Where(u => u.UserName == "jem").Select(u => u.Id).SingleOrDefaultAsync(cancellation).ConfigureAwait(false));
        await db.SaveChangesAsync(cancellation).ConfigureAwait(false);
        // The finished job went out with the head of the log as it stood.
        floodlights.HandoverHead = await db.Log.OrderByDescending(e => e.Id).Select(e => e.Hash).FirstAsync(cancellation).ConfigureAwait(false);
        await db.SaveChangesAsync(cancellation).ConfigureAwait(false);
        await transaction.CommitAsync(cancellation).ConfigureAwait(false);
    }

    /// <summary>A reader sees the jobs that they were given; the one who digs is given two of them.</summary>
    private static async Task GiveAsync(MoleDb db, string reader, IReadOnlyList<Job> jobs, CancellationToken cancellation)
    {
        if (await db.Users.Where(u => u.UserName == reader).Select(u => u.Id).SingleOrDefaultAsync(cancellation).ConfigureAwait(false) is { } id)
        {
            db.Grants.AddRange(jobs.Select(j => new JobGrant { JobId = j.Id, PersonId = id }));
        }
    }

    /// <summary>Cautions accepted this morning, and the week's visits.</summary>
    private static void Book(MoleDb db, IReadOnlyList<Job> jobs, Instant now, string? locatorId)
    {
        var today = now.InUtc().Date;
        foreach (var job in jobs)
        {
            db.Acks.AddRange(DemoDesk.Acks(job, "Jem Trewin", today, now.InUtc().Date.At(new LocalTime(8, 5)).InUtc().ToInstant()));
        }

        if (locatorId is not null)
        {
            db.Visits.Add(new Visit { JobId = jobs[0].Id, PersonId = locatorId, Day = today, Position = 1 });
        }
    }

    private static Job Footbridge(Instant now)
    {
        var job = new Job
        {
            Name = "Boating lake footbridge piles",
            Where = "Boating lake, north bank, Pellow Bay",
            Digger = "Marlow & Teague Civils",
            Contact = "I. Teague, 555 0142",
            Purpose = "Four driven piles and two pile caps for a footbridge",
            Means = "Machine, piling rig",
            DigDepthMetres = 6,
            ReceivedAt = now.InUtc().Date.PlusDays(-1).At(new LocalTime(15, 40)),
            DigPlanned = now.InUtc().Date.PlusDays(1),
            DigCorners = [new(4, 6), new(16, 4.5), new(17, 12), new(5, 13.5)],
            OriginLatitude = 49.7341,
            OriginLongitude = -7.4166,
            OriginProvisional = true,
            CreatedAt = now.Plus(Duration.FromDays(-1)),
        };
        job.Conditions = SiteConditions.Water;
        job.Ground = SiteGround.Grass;
        job.Lines.Add(new SoughtLine { Kind = UtilityKind.Electric, Owner = "Norrick Grid", Material = "path lighting cable" });
        job.Lines.Add(new SoughtLine { Kind = UtilityKind.Water, Owner = "Pellow Water", Material = "PE, lake top-up", OutsideDiameterMetres = 0.063 });
        job.Features.Add(new SiteFeature { Name = "water's edge", Shape = FeatureShape.Line, Points = [new(0, 2), new(9, 1), new(22, 1.8), new(30, 4)] });
        job.Features.Add(new SiteFeature { Name = "boat shed", Shape = FeatureShape.Outline, Points = [new(20, 14), new(29, 14), new(29, 20), new(20, 20)] });
        return job;
    }
}
