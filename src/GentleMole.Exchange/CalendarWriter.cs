using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using NodaTime;

namespace GentleMole.Exchange;

/// <summary>Deadlines and visits as iCalendar (RFC 5545).</summary>
public static class CalendarWriter
{
    /// <param name="zone">Time zone of the place, by its usual name; visits are written in it.</param>
    /// <param name="madeAt">Moment of writing.</param>
    public static string Write(string name, string zone, Instant madeAt, IEnumerable<CalendarDay> days)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Gentle Mole//Notices//EN" };
        calendar.AddProperty("X-WR-CALNAME", name);
        if (zone != "UTC")
        {
            calendar.AddTimeZone(zone);
        }

        foreach (var day in days)
        {
            calendar.Events.Add(new CalendarEvent
            {
                Uid = day.Uid,
                Summary = day.Title,
                Description = day.Note,
                DtStamp = new CalDateTime(madeAt.ToDateTimeUtc()),
                Start = day.Until is null ? new CalDateTime(day.From.Date.ToDateOnly()) : new CalDateTime(day.From.ToDateTimeUnspecified(), zone),
                End = day.Until is { } until ? new CalDateTime(until.ToDateTimeUnspecified(), zone) : new CalDateTime(day.From.Date.PlusDays(1).ToDateOnly()),
                Transparency = day.Until is null ? "TRANSPARENT" : "OPAQUE",
            });
        }

        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }
}
