using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A day on which nobody works in this place.</summary>
public sealed class HolidayRow
{
    public LocalDate Date { get; set; }

    public required string Name { get; set; }
}
