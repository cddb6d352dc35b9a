using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using NodaTime;

namespace GentleMole.Exchange;

/// <summary>A day that stands in a calendar.</summary>
/// <param name="Uid">The same for the same thing at every reading, so that a moved day moves.</param>
/// <param name="Until">Local end for something with hours; null for a whole day.</param>
public sealed record CalendarDay(string Uid, string Title, string Note, LocalDateTime From, LocalDateTime? Until);
