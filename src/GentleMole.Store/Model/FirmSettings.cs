using GentleMole.Core.Hookup;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>The firm and the rules of the place it works in. One row.</summary>
public sealed class FirmSettings
{
    public int Id { get; set; } = 1;

    public string Name { get; set; } = "";

    /// <summary>Whom to call about a sheet: a number, or who is on duty.</summary>
    public string Contact { get; set; } = "";

    public string PlaceName { get; set; } = "";

    /// <summary>The place whose customs hold, of those the firm keeps; null for one that ships.</summary>
    public int? PlaceCustomId { get; set; }

    /// <summary>Name of the one that ships, where none of the firm's own is chosen.</summary>
    public string ShippedPlace { get; set; } = Core.Paint.PaintCustom.Shipped[0].Name;

    public string TimeZone { get; set; } = "Europe/London";

    /// <summary>Provisional site origin of new jobs, until each is tied to a measured position.</summary>
    public double HomeLatitude { get; set; }

    public double HomeLongitude { get; set; }

    public double ToleranceMetres { get; set; } = 0.5;

    public MarkSchool School { get; set; } = MarkSchool.Corrected;

    /// <summary>Which frequency is tried first on a sound line.</summary>
    public Core.Hookup.FirstFrequency FirstFrequency { get; set; }

    /// <summary>Loop resistances up to which a circuit is good, weak, and may be used at all, ohms.</summary>
    public double GoodLoopOhms { get; set; } = CircuitLimits.Usual.GoodOhms;

    public double WeakLoopOhms { get; set; } = CircuitLimits.Usual.WeakOhms;

    public double StopLoopOhms { get; set; } = CircuitLimits.Usual.StopOhms;

    public CircuitLimits CircuitLimits => new(GoodLoopOhms, WeakLoopOhms, StopLoopOhms);

    /// <summary>How much notice a dig needs: "2 wd", "48 h".</summary>
    public string NoticeRule { get; set; } = "2 wd";

    public LocalTime CutOff { get; set; } = new(17, 0);

    /// <summary>How long marks hold where the owner has no rule of its own.</summary>
    public string MarksValid { get; set; } = "14 d";

    /// <summary>Start and end of a person's day.</summary>
    public LocalTime DayStarts { get; set; } = new(8, 0);

    public LocalTime DayEnds { get; set; } = new(16, 30);

    /// <summary>Mean speed between jobs.</summary>
    public double TravelKilometresPerHour { get; set; } = 35;

    /// <summary>By what was dug up: how many times as wide the ± of a mark's place are made, of dots taken since a moment; 1 and null until somebody says so.</summary>
    public double AcrossTimes { get; set; } = 1;

    public Instant? AcrossTimesSince { get; set; }

    /// <summary>The same of its depth.</summary>
    public double DepthTimes { get; set; } = 1;

    public Instant? DepthTimesSince { get; set; }

    /// <summary>Last notice taken from the notice centre.</summary>
    public long CentreCursor { get; set; }

    /// <summary>True for the made-up firm of the demo; its directory is not for real work, and no other is for the demo.</summary>
    public bool IsDemo { get; set; }

    /// <summary>Leads must have a second factor.</summary>
    public bool LeadsNeedSecondFactor { get; set; }

    /// <summary>Photos and drawings of one job, megabytes.</summary>
    public int JobMegabytes { get; set; } = 500;

    /// <summary>Photos and drawings of all jobs together, megabytes.</summary>
    public int FirmMegabytes { get; set; } = 20_000;

    public NoticeRules Rules => new(ValidityRule.Stored(NoticeRule), CutOff, ValidityRule.Stored(MarksValid));
}
