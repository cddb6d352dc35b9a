using GentleMole.Core;
using GentleMole.Core.Days;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Frame;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>One person's day, and the firm's week: jobs with their time, travel, what is due, and a better order.</summary>
internal sealed class DaysPage(MoleDb db, JobList jobs) : FirmPage(db)
{
    [BindProperty(SupportsGet = true, Name = "day")]
    public LocalDate? DayAsked { get; set; }

    [BindProperty(SupportsGet = true, Name = "person")]
    public string? PersonId { get; set; }

    public Board Board { get; private set; } = null!;

    public IReadOnlyList<MoleUser> People { get; private set; } = [];

    public LocalDate Day { get; private set; }

    public LocalDate Monday => Day.PlusDays(1 - (int)Day.DayOfWeek);

    public IReadOnlyList<BookedDay> Week { get; private set; } = [];

    public MoleUser? Person1 => People.FirstOrDefault(p => p.Id == PersonId) ?? People.FirstOrDefault();

    public BookedDay? Shown => Week.FirstOrDefault(d => d.Day == Day && d.Person.Id == Person1?.Id);

    /// <summary>Jobs that still need somebody on site, the most pressing first.</summary>
    public IReadOnlyList<(ListedJob Job, TimeEstimate Estimate)> Waiting { get; private set; } = [];

    public IEnumerable<LocalDate> WeekDays => Enumerable.Range(0, 7).Select(i => Monday.PlusDays(i));

    public int Starts => Minutes(Board.Firm.DayStarts);

    public int Ends => Minutes(Board.Firm.DayEnds);

    public static string Clock(int minutes) => $"{minutes / 60:00}:{minutes % 60:00}";

    public static string Span(int minutes) => minutes < 60 ? $"{minutes} min" : $"{minutes / 60} h {minutes % 60:00}";

    public BookedDay? Of(MoleUser person, LocalDate day) => Week.FirstOrDefault(d => d.Day == day && d.Person.Id == person.Id);

    public async Task<IActionResult> OnPostAddAsync()
    {
        var reader = Reader();
        var job = reader.Whole("job", "", 1, int.MaxValue);
        if (job is null || !await Db.Jobs.AnyAsync(j => j.Id == job))
        {
            reader.Refuse("job", "Choose a job.");
        }

        if (Person1 is not { } person)
        {
            reader.Refuse("job", "There is nobody to send. Let somebody in under People.");
            return Refused(reader);
        }

        if (reader.IsGood && Shown?.Visits.Any(v => v.JobId == job) == true)
        {
            reader.Refuse("job", "This job is on that day already.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Visits.Add(new Visit { JobId = job!.Value, PersonId = person.Id, Day = Day, Position = (Shown?.Visits.Count ?? 0) + 1 });
        await SaveAsync();
        return Back();
    }

    /// <summary>Takes a visit off the day, moves it up, or gives it minutes of its own.</summary>
    public async Task<IActionResult> OnPostVisitAsync()
    {
        var reader = Reader();
        var id = reader.Whole("visit", "", 1, int.MaxValue);
        var visits = await TodaysAsync();
        if (visits.Find(v => v.Id == id) is not { } visit)
        {
            return Back();
        }

        switch (reader.Text("do", 10))
        {
            case "off":
                Db.Visits.Remove(visit);
                visits.Remove(visit);
                break;
            case "up" when visits.IndexOf(visit) is > 0 and var at:
                visits.RemoveAt(at);
                visits.Insert(at - 1, visit);
                break;
            case "minutes":
                visit.Minutes = reader.Whole("minutes", "min", 5, 1440);
                break;
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Number(visits);
        await SaveAsync();
        return Back();
    }

    /// <summary>Takes over the order that was proposed.</summary>
    public async Task<IActionResult> OnPostOrderAsync()
    {
        if (Shown is { Better: { } better } shown)
        {
            var visits = await TodaysAsync();
            Number([.. better.Select(i => visits.Single(v => v.Id == shown.Visits[i].Id))]);
            await SaveAsync();
        }

        return Back();
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Board = await jobs.BoardAsync(cancellation);
        Day = DayAsked is { } asked && asked.IsOfTheseTimes() ? asked : Board.Today;
        People = await Db.Users.AsNoTracking().Where(u => u.Active && (u.Role == Role.Locator || u.Role == Role.Lead)).OrderBy(u => u.Name).ToListAsync(cancellation);
        Week = await DayBook.LoadAsync(Db, Board, Monday, Monday.PlusDays(6), cancellation);
        var today = Board.Today;
        var booked = await Db.Visits.Where(v => v.Day >= today).Select(v => v.JobId).Distinct().ToListAsync(cancellation);
        var next = Board.Jobs.Where(j => !j.Progress.HandedOver && !booked.Contains(j.Id))
            .OrderBy(j => j.Times?.AnswerDue ?? LocalDate.MaxIsoValue).Take(12).ToList();
        var ids = next.Select(j => j.Id).ToList();
        var stored = await Db.Jobs.AsNoTracking().Include(j => j.Lines).Where(j => EF.Parameter(ids).Contains(j.Id)).ToDictionaryAsync(j => j.Id, cancellation);
        Waiting = [.. next.Select(j => (j, DayBook.Estimate(stored[j.Id], j.Progress.OwnersOpen == 0)))];
    }

    private Task<List<Visit>> TodaysAsync()
    {
        var (day, person) = (Day, Person1?.Id);
        return Db.Visits.Where(v => v.Day == day && v.PersonId == person).OrderBy(v => v.Position).ThenBy(v => v.Id).ToListAsync(HttpContext.RequestAborted);
    }

    private static void Number(List<Visit> visits)
    {
        for (var i = 0; i < visits.Count; i++)
        {
            visits[i].Position = i + 1;
        }
    }

    private static int Minutes(LocalTime time) => (time.Hour * 60) + time.Minute;

    private RedirectToPageResult Back() => RedirectToPage(null, null, new { day = Day.ToString("yyyy-MM-dd", null), person = Person1?.Id });
}
