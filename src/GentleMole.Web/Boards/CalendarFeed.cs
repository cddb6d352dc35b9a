using GentleMole.Exchange;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>
/// The clocks and visits as a calendar: a file for a session, and a feed at a secret address, since calendars cannot sign
/// in. The address is a token that opens nothing else, and is revoked like any other.
/// </summary>
internal static class CalendarFeed
{
    private const string Type = "text/calendar; charset=utf-8";

    public static void MapCalendar(this WebApplication app)
    {
        app.MapGet("/notices/calendar.ics", async (JobList jobs, MoleDb db, PlaceClock clock, CancellationToken cancellation) =>
            Results.Text(await WriteAsync(jobs, db, clock, null, cancellation), Type)).ExcludeFromDescription();
        app.MapGet("/calendar/{key}.ics", async (string key, Tokens tokens, JobList jobs, MoleDb db, PlaceClock clock, CancellationToken cancellation) =>
            key.Length < 200 && await tokens.AdmitAsync(key, clock.Moment, cancellation) is { Scope: TokenScope.Calendar } admitted
                ? Results.Text(await WriteAsync(jobs, db, clock, admitted.OnlyJobId, cancellation), Type)
                : Results.NotFound())
            .AllowAnonymous().RequireRateLimiting(RateLimits.Feed).ExcludeFromDescription();
    }

    private static async Task<string> WriteAsync(JobList jobs, MoleDb db, PlaceClock clock, int? only, CancellationToken cancellation)
    {
        var board = await jobs.BoardAsync(cancellation);
        var listed = board.Jobs.Where(j => only is null || j.Id == only).ToList();
        var deadlines = listed.SelectMany(j => j.Deadlines
            .Where(d => ClockWords.IsOpen(d, j.Progress))
            .Select(d => new CalendarDay(
                $"job-{j.Id}-{d.Kind}-{d.Owner}@gentle-mole".ToLowerInvariant().Replace(' ', '-'),
                $"{Capital(ClockWords.Name(d.Kind))}: {j.Name}",
                string.Join(", ", new[] { j.Where, j.Digger, d.Owner }.Where(t => !string.IsNullOrEmpty(t))),
                d.Date.AtMidnight(),
                null)));
        var days = await DayBook.LoadAsync(db, board, board.Today, board.Today.PlusDays(28), cancellation);
        var visits = days.SelectMany(d => d.Run.Stops.Zip(d.Visits, (stop, visit) => (Stop: stop, Visit: visit, d.Day)))
            .Where(v => only is null || v.Visit.JobId == only)
            .Select(v => new CalendarDay(
                $"visit-{v.Visit.Id}@gentle-mole",
                $"On site: {v.Visit.JobName}",
                v.Visit.Where,
                v.Day.AtMidnight().PlusMinutes(v.Stop.Arrives),
                v.Day.AtMidnight().PlusMinutes(v.Stop.Ends)));
        return CalendarWriter.Write(board.Firm.Name, board.Zone.Id, clock.Moment, deadlines.Concat(visits));
    }

    private static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];
}
