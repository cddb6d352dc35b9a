using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>All clocks of one job.</summary>
/// <param name="Received">Local date and time of the call; null before it is known.</param>
/// <param name="Marked">Each utility that is answered as marked.</param>
/// <param name="Records">Each sheet received.</param>
public sealed record JobClocks(
    LocalDateTime? Received, LocalDate? DigPlanned, IReadOnlyList<Dated> Marked, IReadOnlyList<Dated> Records)
{
    /// <summary>The notice's own times, or null before the call is dated.</summary>
    public NoticeTimes? Times(NoticeRules rules, WorkingCalendar calendar, DateTimeZone zone) => Received is { } received
        ? NoticeClock.Count(received, DigPlanned, rules, calendar, zone)
        : null;

    /// <summary>The last day on which all marks hold: that of the owner whose marks run out first.</summary>
    public (LocalDate Date, string Owner)? MarksExpire(WorkingCalendar calendar, DateTimeZone zone) => Marked.Count == 0
        ? null
        : Marked.Select(m => (m.Rule.LastDay(m.From, calendar, zone), m.Owner)).MinBy(m => m.Item1);

    /// <summary>Every deadline in order of date.</summary>
    public IReadOnlyList<Deadline> Deadlines(NoticeRules rules, WorkingCalendar calendar, DateTimeZone zone, LocalDate today)
    {
        var list = new List<Deadline>();
        void Add(DeadlineKind kind, LocalDate date, string? owner = null) =>
            list.Add(new Deadline(kind, date, Period.DaysBetween(today, date), owner));

        if (Times(rules, calendar, zone) is { } times)
        {
            Add(DeadlineKind.AnswerDue, times.AnswerDue);
            Add(DeadlineKind.DigMayStart, times.DigMayStart);
        }

        if (DigPlanned is { } wanted)
        {
            Add(DeadlineKind.DigPlanned, wanted);
        }

        // Of several sheets of one owner the first to run out counts.
        foreach (var owner in Records.GroupBy(r => r.Owner))
        {
            Add(DeadlineKind.RecordsExpire, owner.Min(r => r.Rule.LastDay(r.From, calendar, zone)), owner.Key);
        }

        if (MarksExpire(calendar, zone) is { } marks)
        {
            Add(DeadlineKind.MarksExpire, marks.Date, marks.Owner);
            if (NoticeClock.RenewBy(marks.Date, rules, calendar, zone) is { } renew)
            {
                Add(DeadlineKind.RenewBy, renew, marks.Owner);
            }
        }

        return [.. list.OrderBy(d => d.Date).ThenBy(d => d.Kind)];
    }
}
