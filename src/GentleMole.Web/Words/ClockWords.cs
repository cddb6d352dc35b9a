using GentleMole.Core.Job;
using GentleMole.Core.Notices;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Words;

/// <summary>Sentences for the clocks of a notice.</summary>
internal static class ClockWords
{
    private static readonly LocalDatePattern DayPattern = LocalDatePattern.CreateWithInvariantCulture("ddd d MMM");
    private static readonly LocalDateTimePattern MomentPattern = LocalDateTimePattern.CreateWithInvariantCulture("ddd d MMM HH:mm");

    public static string Day(LocalDate date) => DayPattern.Format(date);

    /// <summary>A day, with its hour where that is not midnight.</summary>
    public static string Moment(LocalDateTime at) => at.TimeOfDay == LocalTime.Midnight ? Day(at.Date) : MomentPattern.Format(at);

    public static string Name(DeadlineKind kind) => kind switch
    {
        DeadlineKind.AnswerDue => "answer due",
        DeadlineKind.DigMayStart => "digging may start",
        DeadlineKind.DigPlanned => "dig planned",
        DeadlineKind.RecordsExpire => "plans hold until",
        DeadlineKind.RenewBy => "renew by",
        DeadlineKind.MarksExpire => "marks hold until",
    };

    /// <summary>The clock with the owner it is about.</summary>
    public static string Name(Deadline deadline) => deadline switch
    {
        { Kind: DeadlineKind.RecordsExpire, Owner: { } owner } => $"plans of {owner} hold until",
        { Kind: DeadlineKind.MarksExpire, Owner: { } owner } => $"marks hold until ({owner})",
        _ => Name(deadline.Kind),
    };

    /// <summary>today, tomorrow, in 3 days, 2 days ago.</summary>
    public static string Away(int days) => days switch
    {
        0 => "today",
        1 => "tomorrow",
        -1 => "yesterday",
        > 1 => $"in {days} days",
        _ => $"{-days} days ago",
    };

    public static string Rule(ValidityRule rule) => rule.Unit switch
    {
        ValidityUnit.Days => Count(rule.Count, "day"),
        ValidityUnit.WorkingDays => Count(rule.Count, "working day"),
        ValidityUnit.Hours => Count(rule.Count, "hour") + " on working days",
    };

    /// <summary>What the clock says, in a sentence.</summary>
    public static string Sentence(NoticeTimes times, NoticeRules rules)
    {
        var holidays = times.HolidaysOnTheWay.Count == 0
            ? ""
            : " " + string.Join(" and ", times.HolidaysOnTheWay.Select(h => $"{h.Name} ({Day(h.Date)})")) + " does not count.";
        var count = rules.Notice.Unit == ValidityUnit.WorkingDays
            ? $"{Capital(Count(rules.Notice.Count, "full working day"))} {(rules.Notice.Count == 1 ? "lies" : "lie")} between the call, counted from {Day(times.CountsFrom)}, and {Day(times.DigMayStart)}."
            : $"{Capital(Rule(rules.Notice))} after the call, counted from {Day(times.CountsFrom)}.";
        return count + holidays;
    }

    /// <summary>The deadline that comes next, or the worst one missed; null when nothing is open.</summary>
    public static Deadline? Next(IReadOnlyList<Deadline> deadlines, JobProgress progress)
    {
        var open = deadlines.Where(d => IsOpen(d, progress)).ToList();
        return open.FirstOrDefault(d => d.DaysAway < 0) ?? open.FirstOrDefault();
    }

    /// <summary>A clock that still asks for something.</summary>
    public static bool IsOpen(Deadline deadline, JobProgress progress) => deadline.Kind switch
    {
        DeadlineKind.AnswerDue => progress.LinesUnanswered > 0 || progress.Lines == 0,
        DeadlineKind.MarksExpire => true,
        DeadlineKind.RenewBy => deadline.DaysAway >= 0,
        DeadlineKind.RecordsExpire => !progress.HandedOver,
        DeadlineKind.DigMayStart or DeadlineKind.DigPlanned => !progress.HandedOver && deadline.DaysAway >= 0,
    };

    private static string Count(int count, string what) => $"{count} {what}{(count == 1 ? "" : "s")}";

    private static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];
}
