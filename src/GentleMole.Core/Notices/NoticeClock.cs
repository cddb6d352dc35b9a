using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>Working-day arithmetic of a notice.</summary>
public static class NoticeClock
{
    /// <summary>How far back a renewal is looked for, days.</summary>
    private const int LongestNotice = 60;

    /// <summary>
    /// Counts the notice. Where whole days count, the day of the call does not, so many full working days must lie between
    /// it and the first day of digging, and the answer is due by the end of the working day before that. Where hours count,
    /// they begin with the call, and the answer is due when they end.
    /// </summary>
    /// <param name="received">Local date and time of the call.</param>
    /// <param name="digPlanned">Day on which the digger wants to start, if known.</param>
    public static NoticeTimes Count(
        LocalDateTime received, LocalDate? digPlanned, NoticeRules rules, WorkingCalendar calendar, DateTimeZone zone)
    {
        var late = received.TimeOfDay > rules.CutOff;
        var countsFrom = calendar.FirstWorkingDayFrom(late ? received.Date.PlusDays(1) : received.Date);
        LocalDateTime mayStart;
        LocalDate due;
        if (rules.Notice.Unit == ValidityUnit.Hours)
        {
            mayStart = rules.Notice.Ends(countsFrom == received.Date ? received : countsFrom.AtMidnight(), calendar, zone);
            due = mayStart.PlusTicks(-1).Date;
        }
        else
        {
            due = rules.Notice.Unit == ValidityUnit.WorkingDays
                ? calendar.AddWorkingDays(countsFrom, rules.Notice.Count)
                : calendar.FirstWorkingDayFrom(countsFrom.PlusDays(rules.Notice.Count));
            mayStart = calendar.FirstWorkingDayFrom(due.PlusDays(1)).AtMidnight();
        }

        return new NoticeTimes(
            countsFrom,
            mayStart,
            due,
            digPlanned is { } wanted && wanted < mayStart.Date,
            [.. calendar.HolidaysBetween(received.Date, mayStart.Date)]);
    }

    /// <summary>
    /// The last working day on which a new call still lets digging go on without a gap after marks that hold until
    /// <paramref name="marksHoldUntil"/>; null when no day within two months does.
    /// </summary>
    public static LocalDate? RenewBy(LocalDate marksHoldUntil, NoticeRules rules, WorkingCalendar calendar, DateTimeZone zone)
    {
        // Digging goes on at the next working day after the last one that the marks cover.
        var goesOn = calendar.FirstWorkingDayFrom(marksHoldUntil.PlusDays(1));
        for (var day = marksHoldUntil; day > marksHoldUntil.PlusDays(-LongestNotice); day = day.PlusDays(-1))
        {
            if (calendar.IsWorkingDay(day) && Count(day.AtMidnight(), null, rules, calendar, zone).DigMayStart <= goesOn)
            {
                return day;
            }
        }

        return null;
    }
}
