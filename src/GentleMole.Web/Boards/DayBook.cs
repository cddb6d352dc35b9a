using GentleMole.Core.Days;
using GentleMole.Core.Lines;
using GentleMole.Core.Notices;
using GentleMole.Core.Site;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>Reads visits and runs the days.</summary>
internal static class DayBook
{
    /// <summary>Every day that has a visit, from a day to a day, both included.</summary>
    public static async Task<IReadOnlyList<BookedDay>> LoadAsync(
        MoleDb db, Board board, LocalDate from, LocalDate to, CancellationToken cancellation)
    {
        var (first, last) = (from, to);
        var visits = await db.Visits.AsNoTracking().Where(v => v.Day >= first && v.Day <= last)
            .OrderBy(v => v.Position).ThenBy(v => v.Id).ToListAsync(cancellation);
        var people = await db.Users.AsNoTracking().ToDictionaryAsync(u => u.Id, cancellation);
        var ids = visits.Select(v => v.JobId).Distinct().ToList();
        var jobs = await db.Jobs.AsNoTracking().Include(j => j.Lines).Where(j => EF.Parameter(ids).Contains(j.Id)).ToDictionaryAsync(j => j.Id, cancellation);
        var listed = board.Jobs.Where(j => ids.Contains(j.Id)).ToDictionary(j => j.Id);
        return [.. visits.GroupBy(v => (v.PersonId, v.Day))
            .Select(g => Day(board.Firm, people[g.Key.PersonId], g.Key.Day, [.. g.Select(v => Booked(v, jobs[v.JobId], listed[v.JobId]))]))
            .OrderBy(d => d.Day).ThenBy(d => d.Person.Name)];
    }

    /// <summary>How long a job takes, from what its sheet says.</summary>
    public static TimeEstimate Estimate(Job job, bool recordsReady) => SiteTime.Of(new SiteWork(
        SiteRules.IsArea(job.DigCorners) ? DigArea.Area(job.DigCorners) : 0,
        SiteRules.IsRun(job.DigRoute) ? new Run(job.DigRoute).Length : SiteRules.IsArea(job.DigCorners) ? DigArea.Axis(job.DigCorners).Length : 0,
        job.Lines.Count,
        job.Lines.Count(l => Material.Of(l.Material).CarriesNothing),
        job.Traffic,
        job.Ground,
        recordsReady));

    private static BookedVisit Booked(Visit visit, Job job, ListedJob listed)
    {
        var estimate = Estimate(job, listed.Progress.OwnersOpen == 0);
        var due = listed.Deadlines.FirstOrDefault(d => d.Kind == DeadlineKind.AnswerDue && listed.Progress.LinesUnanswered > 0);
        return new BookedVisit(visit.Id, job.Id, job.Name, job.Where, estimate, visit.Minutes ?? estimate.Minutes, visit.Minutes is not null, due, job.Origin);
    }

    private static BookedDay Day(FirmSettings firm, MoleUser person, LocalDate day, List<BookedVisit> visits)
    {
        var (starts, ends) = (Minutes(firm.DayStarts), Minutes(firm.DayEnds));
        var stops = visits.Select(v => new Stop(v.Id, v.Minutes, v.Due is { } due && due.Date <= day ? ends : null)).ToList();
        var travel = TravelTable(firm, visits);
        var run = DayOrder.Run(stops, [.. Enumerable.Range(0, stops.Count)], travel, starts, ends);
        if (stops.Count is < 2 or > DayOrder.MostStops)
        {
            return new BookedDay(person, day, visits, run, null, null);
        }

        var order = DayOrder.Best(stops, travel, starts);
        var better = DayOrder.Run(stops, order, travel, starts, ends);
        var gains = better.LateMinutes < run.LateMinutes || better.TravelMinutes <= run.TravelMinutes - 5;
        return new BookedDay(person, day, visits, run, gains ? order : null, gains ? better : null);
    }

    private static double[,] TravelTable(FirmSettings firm, List<BookedVisit> visits)
    {
        var home = new SiteOrigin(firm.HomeLatitude, firm.HomeLongitude);
        var places = visits.Select(v => home.ToSite(new GeoPosition(v.Place.LatitudeDegrees, v.Place.LongitudeDegrees))).Prepend(default).ToList();
        var table = new double[places.Count, places.Count];
        for (var i = 0; i < places.Count; i++)
        {
            for (var j = 0; j < places.Count; j++)
            {
                table[i, j] = i == j ? 0 : Travel.Minutes(places[i].DistanceTo(places[j]), firm.TravelKilometresPerHour);
            }
        }

        return table;
    }

    private static int Minutes(LocalTime time) => (time.Hour * 60) + time.Minute;
}
