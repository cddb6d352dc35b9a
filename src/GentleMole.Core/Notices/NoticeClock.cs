using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>The rules of the place for notices. Defaults only: local rules win.</summary>
/// <param name="WorkingDaysNotice">Full working days between the day of the call and the first day of digging.</param>
/// <param name="CutOff">A call after this hour counts as made on the next working day.</param>
/// <param name="MarksValidDays">Calendar days that marks stay valid after they were made.</param>
public sealed record NoticeRules(int WorkingDaysNotice, LocalTime CutOff, int MarksValidDays)
{
    public static NoticeRules Default { get; } = new(2, new LocalTime(17, 0), 14);
}

/// <summary>What a clock of a job says.</summary>
public enum DeadlineKind
{
    /// <summary>Every utility on the notice needs an answer before this day begins.</summary>
    AnswerDue,

    /// <summary>First day on which digging may start under the notice.</summary>
    DigMayStart,

    /// <summary>Day on which the digger wants to start.</summary>
    DigPlanned,

    /// <summary>Last day on which the marks hold.</summary>
    MarksExpire,
}

/// <summary>A day that matters, and how many days away it is (negative when past).</summary>
public sealed record Deadline(DeadlineKind Kind, LocalDate Date, int DaysAway);

/// <summary>The clocks of one notice.</summary>
public sealed record NoticeTimes(
    LocalDate CountsFrom,
    LocalDate DigMayStart,
    LocalDate AnswerDue,
    bool PlannedTooEarly,
    IReadOnlyList<Holiday> HolidaysOnTheWay,
    LocalDate? MarksExpire);

/// <summary>Working-day arithmetic of a notice.</summary>
public static class NoticeClock
{
    /// <summary>
    /// Counts the notice. The day of the call does not count; so many full working days must lie between it and the first
    /// day of digging. The answer is due by the end of the working day before that.
    /// </summary>
    /// <param name="received">Local date and time of the call.</param>
    /// <param name="digPlanned">Day on which the digger wants to start, if known.</param>
    /// <param name="markedOn">Day on which the last mark was made, if any.</param>
    public static NoticeTimes Count(
        LocalDateTime received, LocalDate? digPlanned, LocalDate? markedOn, NoticeRules rules, WorkingCalendar calendar)
    {
        var late = received.TimeOfDay > rules.CutOff;
        var countsFrom = calendar.FirstWorkingDayFrom(late ? received.Date.PlusDays(1) : received.Date);
        var mayStart = calendar.AddWorkingDays(countsFrom, rules.WorkingDaysNotice + 1);
        var due = calendar.AddWorkingDays(countsFrom, rules.WorkingDaysNotice);
        return new NoticeTimes(
            countsFrom,
            mayStart,
            due,
            digPlanned is { } wanted && wanted < mayStart,
            [.. calendar.HolidaysBetween(received.Date, mayStart)],
            markedOn?.PlusDays(rules.MarksValidDays));
    }

    /// <summary>The deadlines of a notice in order of date.</summary>
    public static IReadOnlyList<Deadline> Deadlines(NoticeTimes times, LocalDate? digPlanned, LocalDate today)
    {
        Deadline At(DeadlineKind kind, LocalDate date) => new(kind, date, Period.DaysBetween(today, date));
        var list = new List<Deadline> { At(DeadlineKind.AnswerDue, times.AnswerDue), At(DeadlineKind.DigMayStart, times.DigMayStart) };
        if (digPlanned is { } wanted)
        {
            list.Add(At(DeadlineKind.DigPlanned, wanted));
        }

        if (times.MarksExpire is { } expire)
        {
            list.Add(At(DeadlineKind.MarksExpire, expire));
        }

        return [.. list.OrderBy(d => d.Date).ThenBy(d => d.Kind)];
    }
}
