using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>Which days count. Saturdays, Sundays and the listed holidays do not.</summary>
public sealed class WorkingCalendar(IEnumerable<Holiday> holidays)
{
    private readonly Dictionary<LocalDate, string> _holidays =
        holidays.GroupBy(h => h.Date).ToDictionary(g => g.Key, g => g.First().Name);

    /// <summary>Neither a weekend nor a holiday.</summary>
    public bool IsWorkingDay(LocalDate date) =>
        date.DayOfWeek is not (IsoDayOfWeek.Saturday or IsoDayOfWeek.Sunday) && !_holidays.ContainsKey(date);

    /// <summary>Name of the holiday on a date, or null.</summary>
    public string? HolidayOn(LocalDate date) => _holidays.GetValueOrDefault(date);

    /// <summary>This day when it is a working day, else the next one.</summary>
    public LocalDate FirstWorkingDayFrom(LocalDate date)
    {
        while (!IsWorkingDay(date))
        {
            date = date.PlusDays(1);
        }

        return date;
    }

    /// <summary>The working day that lies so many full working days after a date; 0 gives <see cref="FirstWorkingDayFrom"/>.</summary>
    public LocalDate AddWorkingDays(LocalDate date, int days)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(days);
        var at = FirstWorkingDayFrom(date);
        for (var i = 0; i < days; i++)
        {
            at = FirstWorkingDayFrom(at.PlusDays(1));
        }

        return at;
    }

    /// <summary>Holidays that fall on what would be working days in (from, to).</summary>
    public IEnumerable<Holiday> HolidaysBetween(LocalDate from, LocalDate to) =>
        _holidays
            .Where(h => h.Key > from && h.Key < to && h.Key.DayOfWeek is not (IsoDayOfWeek.Saturday or IsoDayOfWeek.Sunday))
            .OrderBy(h => h.Key)
            .Select(h => new Holiday(h.Key, h.Value));
}
