using GentleMole.Core.Notices;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Words;

/// <summary>Sentences for the clocks of a notice.</summary>
internal static class ClockWords
{
    private static readonly LocalDatePattern DayPattern = LocalDatePattern.CreateWithInvariantCulture("ddd d MMM");

    public static string Day(LocalDate date) => DayPattern.Format(date);

    public static string Name(DeadlineKind kind) => kind switch
    {
        DeadlineKind.AnswerDue => "answer due",
        DeadlineKind.DigMayStart => "digging may start",
        DeadlineKind.DigPlanned => "dig planned",
        _ => "marks hold until",
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

    /// <summary>What the clock says, in a sentence.</summary>
    public static string Sentence(NoticeTimes times, NoticeRules rules)
    {
        var days = rules.WorkingDaysNotice;
        var holidays = times.HolidaysOnTheWay.Count == 0
            ? ""
            : " " + string.Join(" and ", times.HolidaysOnTheWay.Select(h => $"{h.Name} ({Day(h.Date)})")) + " does not count.";
        return $"{days} full working day{(days == 1 ? "" : "s")} lie between the call, counted from {Day(times.CountsFrom)}, and {Day(times.DigMayStart)}.{holidays}";
    }

    /// <summary>The deadline that comes next, or the worst one missed; null when nothing is open.</summary>
    public static Deadline? Next(IReadOnlyList<Deadline> deadlines, JobProgress progress)
    {
        var open = deadlines.Where(d => d.Kind switch
        {
            DeadlineKind.AnswerDue => progress.LinesUnanswered > 0 || progress.Lines == 0,
            DeadlineKind.MarksExpire => true,
            _ => !progress.HandedOver && d.DaysAway >= 0,
        }).ToList();
        return open.FirstOrDefault(d => d.DaysAway < 0) ?? open.FirstOrDefault();
    }
}
