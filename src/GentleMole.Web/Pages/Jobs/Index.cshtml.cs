using GentleMole.Core.Notices;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Sheets;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Pages;

/// <summary>The board: every job with its state, what is due next and what is wrong.</summary>
internal sealed class JobsIndexPage(MoleDb db, PlaceClock clock) : PageModel
{
    public IReadOnlyList<(ListedJob Job, Deadline? Next, IReadOnlyList<string> Warnings)> Jobs { get; private set; } = [];

    public Firm Firm { get; private set; } = new();

    public LocalDate Today { get; private set; }

    public async Task OnGetAsync(CancellationToken cancellation)
    {
        Firm = await db.Firms.AsNoTracking().SingleAsync(cancellation);
        Today = clock.Now(Firm.TimeZone).Date;
        var holidays = await db.Holidays.AsNoTracking().ToListAsync(cancellation);
        var calendar = new WorkingCalendar(holidays.Select(h => new Holiday(LocalDate.FromDateOnly(h.Date), h.Name)));
        var jobs = await JobList.LoadAsync(db, cancellation);
        Jobs = [.. jobs
            .Select(j => (Job: j, Next: NextOf(j, calendar), Warnings: WarningWords.Of(j, Firm, calendar, Today)))
            .OrderBy(j => j.Job.Progress.HandedOver)
            .ThenBy(j => j.Next?.Date ?? LocalDate.MaxIsoValue)
            .ThenByDescending(j => j.Job.Id)];
    }

    private Deadline? NextOf(ListedJob job, WorkingCalendar calendar) =>
        job.Times(Firm.Rules, calendar) is { } times
            ? ClockWords.Next(
                NoticeClock.Deadlines(times, job.DigPlanned is { } planned ? LocalDate.FromDateOnly(planned) : null, Today), job.Progress)
            : null;
}
