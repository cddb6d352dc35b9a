using GentleMole.Core.Notices;
using GentleMole.StandIns;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Centre;
using GentleMole.Web.Frame;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>What runs out next, over all notices, on a strip of days.</summary>
internal sealed class NoticesPage(MoleDb db, JobList jobs, CentreLink centre) : FirmPage(db)
{
    public const int DaysBefore = 2;
    public const int DaysShown = 21;
    private const int PageSize = 40;

    [BindProperty(SupportsGet = true, Name = "q")]
    public string? Search { get; set; }

    [BindProperty(SupportsGet = true, Name = "when")]
    public string? When { get; set; }

    [BindProperty(SupportsGet = true, Name = "from")]
    public int From { get; set; }

    public Board Board { get; private set; } = null!;

    private const int MostAside = 10;

    /// <summary>Notices that came and could not be taken, the oldest first.</summary>
    public IReadOnlyList<PutAside> Aside { get; private set; } = [];

    public CentreLink Centre => centre;

    public IReadOnlyList<BoardRow> Rows { get; private set; } = [];

    public int Found { get; private set; }

    public int? NextFrom => From + PageSize < Found ? From + PageSize : null;

    /// <summary>How many clocks run out when.</summary>
    public IReadOnlyList<(string Key, string Name, int Count)> Counts { get; private set; } = [];

    /// <summary>Answers that the centre has not confirmed, and why.</summary>
    public (int Count, string Trouble) Waiting { get; private set; }

    public LocalDate FirstDay => Board.Today.PlusDays(-DaysBefore);

    public IEnumerable<LocalDate> Days => Enumerable.Range(0, DaysShown).Select(i => FirstDay.PlusDays(i));

    /// <summary>Column of a day on the strip, from 1; null when it lies outside.</summary>
    public int? Column(LocalDate day) => Period.DaysBetween(FirstDay, day) is >= 0 and < DaysShown and var at ? at + 1 : null;

    public string DayKind(LocalDate day) => Board.Calendar.IsWorkingDay(day) ? day == Board.Today ? "today" : "" : "off";

    /// <summary>One more made-up call; in the demo alone.</summary>
    public async Task<IActionResult> OnPostCallAsync()
    {
        if (centre.StandIn is not { } standIn)
        {
            return NotFound();
        }

        standIn.SimulateCall();
        await centre.TurnAsync(HttpContext.RequestAborted);
        return RedirectToPage();
    }

    /// <summary>How the stand-in behaves; in the demo alone.</summary>
    public async Task<IActionResult> OnPostMoodAsync()
    {
        var reader = Reader();
        var mood = reader.Choice("mood", CentreMood.Working);
        if (centre.StandIn is not { } standIn || !reader.IsGood)
        {
            return NotFound();
        }

        standIn.Mood = mood;
        await centre.TurnAsync(HttpContext.RequestAborted);
        return RedirectToPage();
    }

    /// <summary>Somebody has seen to a notice that could not be taken.</summary>
    public async Task<IActionResult> OnPostSettleAsync(int aside)
    {
        var settled = await Db.PutAside.SingleOrDefaultAsync(p => p.Id == aside && p.SettledAt == null, HttpContext.RequestAborted);
        if (settled is null)
        {
            return NotFound();
        }

        (settled.SettledAt, settled.SettledBy) = (Db.Change.Now, Visitor.Name);
        await SaveAsync();
        return RedirectToPage();
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Board = await jobs.BoardAsync(cancellation);
        var rows = Board.Jobs
            .Where(j => JobsIndexPage.Matches(j, Search))
            .Select(j => new BoardRow(j, ClockWords.Next(j.Deadlines, j.Progress), [.. j.Deadlines.Where(d => ClockWords.IsOpen(d, j.Progress))]))
            .Where(r => r.Next is not null || r.Job.Clocks.Received is null)
            .ToList();
        var groups = rows.ToLookup(r => Group(r.Next));
        Counts = [.. new[] { ("over", "overdue"), ("today", "today"), ("week", "within a week"), ("later", "later"), ("none", "no call date") }
            .Select(g => (g.Item1, g.Item2, groups[g.Item1].Count())).Where(g => g.Item3 > 0)];
        var shown = (When is { Length: > 0 } when ? groups[when] : rows)
            .OrderBy(r => r.Next?.Date ?? LocalDate.MaxIsoValue).ThenBy(r => r.Job.Id).ToList();
        Found = shown.Count;
        From = Math.Clamp(From, 0, Math.Max(0, Found - 1));
        Rows = [.. shown.Skip(From).Take(PageSize)];
        Aside = await Db.PutAside.AsNoTracking().Where(p => p.SettledAt == null).OrderBy(p => p.Id).Take(MostAside).ToListAsync(cancellation);
        if (centre.IsOn)
        {
            var waiting = await Db.CentreAnswers.AsNoTracking().Where(a => a.SentAt == null).OrderBy(a => a.MadeAt).Select(a => a.Trouble).ToListAsync(cancellation);
            Waiting = (waiting.Count, waiting.FirstOrDefault() ?? "");
        }
    }

    private static string Group(Deadline? next) => next?.DaysAway switch
    {
        null => "none",
        < 0 => "over",
        0 => "today",
        <= 7 => "week",
        _ => "later",
    };
}
