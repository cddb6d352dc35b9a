using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>The firm and the rules of the place it works in. One row.</summary>
public sealed class Firm
{
    public int Id { get; set; } = 1;

    public string Name { get; set; } = "";

    public string PlaceName { get; set; } = "";

    public string TimeZone { get; set; } = "Europe/London";

    /// <summary>Provisional site origin of new jobs, until each is tied to a measured position.</summary>
    public double HomeLatitude { get; set; }

    public double HomeLongitude { get; set; }

    public double ToleranceMetres { get; set; } = 0.5;

    public MarkSchool School { get; set; } = MarkSchool.Corrected;

    public int WorkingDaysNotice { get; set; } = 2;

    public TimeOnly CutOff { get; set; } = new(17, 0);

    public int MarksValidDays { get; set; } = 14;

    public NoticeRules Rules => new(WorkingDaysNotice, LocalTime.FromTimeOnly(CutOff), MarksValidDays);
}

/// <summary>A day on which nobody works in this place.</summary>
public sealed class HolidayRow
{
    public DateOnly Date { get; set; }

    public required string Name { get; set; }
}
