using System.Globalization;
using System.Text.RegularExpressions;
using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>How long something holds, or how long must pass: 30 days, 2 working days, 48 hours.</summary>
public sealed partial record ValidityRule(int Count, ValidityUnit Unit)
{
    /// <summary>Greatest count of each unit; more is a slip of the finger.</summary>
    private const int Most = 1000;

    [GeneratedRegex(@"^(\d{1,6})\s*(d|days?|wd|working\s+days?|h|hours?)$", RegexOptions.IgnoreCase)]
    private static partial Regex Shape();

    /// <summary>As it is stored and typed: "30 d", "2 wd", "48 h".</summary>
    public string Text => Count.ToString(CultureInfo.InvariantCulture) + Unit switch
    {
        ValidityUnit.Days => " d",
        ValidityUnit.WorkingDays => " wd",
        ValidityUnit.Hours => " h",
    };

    /// <summary>Reads what a person types: <c>14 days</c>, <c>2 wd</c>, <c>48h</c>.</summary>
    public static Result<ValidityRule> Parse(string? text, string field)
    {
        var match = Shape().Match((text ?? "").Trim());
        if (!match.Success)
        {
            return new FieldError(field, $"“{text}” is not a length of time. Give days, working days or hours, like 30 d, 2 wd or 48 h.");
        }

        var count = int.Parse(match.Groups[1].Value, CultureInfo.InvariantCulture);
        if (count is 0 or > Most)
        {
            return new FieldError(field, $"{count} is out of range; give 1 to {Most}.");
        }

        var unit = char.ToLowerInvariant(match.Groups[2].Value[0]) switch
        {
            'd' => ValidityUnit.Days,
            'w' => ValidityUnit.WorkingDays,
            _ => ValidityUnit.Hours,
        };
        return new ValidityRule(count, unit);
    }

    /// <summary>A rule that was checked when it was stored.</summary>
    public static ValidityRule Stored(string text) => Parse(text, "").Value;

    /// <summary>
    /// The local moment at which something that began at <paramref name="from"/> ends. Days end at the midnight after the
    /// last one; hours are real ones, so a working day on which clocks change counts 23 or 25 of them.
    /// </summary>
    public LocalDateTime Ends(LocalDateTime from, WorkingCalendar calendar, DateTimeZone zone) => Unit switch
    {
        ValidityUnit.Days => from.Date.PlusDays(Count + 1).AtMidnight(),
        ValidityUnit.WorkingDays => calendar.AddWorkingDays(from.Date, Count).PlusDays(1).AtMidnight(),
        ValidityUnit.Hours => HoursAfter(from, calendar, zone),
    };

    /// <summary>The last day on which it still holds, at least in part.</summary>
    public LocalDate LastDay(LocalDateTime from, WorkingCalendar calendar, DateTimeZone zone) =>
        Ends(from, calendar, zone).PlusTicks(-1).Date;

    private LocalDateTime HoursAfter(LocalDateTime from, WorkingCalendar calendar, DateTimeZone zone)
    {
        var at = calendar.IsWorkingDay(from.Date)
            ? zone.AtLeniently(from)
            : zone.AtStartOfDay(calendar.FirstWorkingDayFrom(from.Date));
        var left = Duration.FromHours(Count);
        while (true)
        {
            var midnight = zone.AtStartOfDay(at.Date.PlusDays(1));
            var today = midnight.ToInstant() - at.ToInstant();
            if (left <= today)
            {
                return (at.ToInstant() + left).InZone(zone).LocalDateTime;
            }

            left -= today;
            at = zone.AtStartOfDay(calendar.FirstWorkingDayFrom(midnight.Date));
        }
    }
}
