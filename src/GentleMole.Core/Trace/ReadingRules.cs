using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Trace;

/// <summary>
/// What a reading can be, whoever hands it in: typed, sent by a device, made by a simulated receiver. Beyond these a figure is
/// a slip or a fault; within them it is evidence, and whether it may be believed is for the verdict to say.
/// </summary>
public static class ReadingRules
{
    /// <summary>Most readings that are taken at once.</summary>
    public const int MostAtOnce = 10_000;

    /// <summary>Characters of the word for what was followed.</summary>
    public const int MostUtility = 200;

    /// <summary>Depth to the centre, metres.</summary>
    public static readonly Bounds Depth = new(0.001, 100);

    /// <summary>How far the receiver is lifted for a second depth, metres.</summary>
    public static readonly Bounds Lift = new(0.05, 2);

    /// <summary>Depth shown after the lift, metres.</summary>
    public static readonly Bounds LiftedDepth = new(Depth.Least, Depth.Most + Lift.Most);

    /// <summary>Distance to one side at which a tilted antenna falls silent, or the peak has fallen, metres.</summary>
    public static readonly Bounds Aside = new(0.001, 100);

    /// <summary>Current shown, milliamperes.</summary>
    public static readonly Bounds Milliamps = new(0, 1e6);

    /// <summary>Peak or null response, in units of the receiver.</summary>
    public static readonly Bounds Response = new(0, 1e15);

    /// <summary>Response turned sideways, per cent of that across.</summary>
    public static readonly Bounds SidewaysPercent = new(0, 1000);

    /// <summary>Degrees clockwise from north.</summary>
    public static readonly Bounds DirectionDegrees = new(-360, 360);

    /// <summary>Hertz.</summary>
    public static readonly Bounds Hertz = new(0.001, 1e7);

    /// <summary>Null from peak, metres to the right.</summary>
    public static readonly Bounds NullOffset = new(-20, 20);

    /// <summary>Chainage along the tape at which a dot is typed, metres.</summary>
    public static readonly Bounds Chainage = new(-1000, 20_000);

    /// <summary>Offset from the tape at which a dot is typed, metres to the right.</summary>
    public static readonly Bounds Offset = new(-1000, 1000);

    /// <summary>East or north of the site's origin, metres.</summary>
    public static readonly Bounds Place = new(-SiteRules.FarthestMetres, SiteRules.FarthestMetres);

    /// <summary>True when all that a reading shows can be.</summary>
    public static bool Hold(
        SitePoint place, double? peak, double? vertical, double? depthMetres, double? milliamps, double? directionDegrees, double? hertz) =>
        Place.Hold(place.East) && Place.Hold(place.North)
        && Response.HoldIfGiven(peak) && Response.HoldIfGiven(vertical)
        && Depth.HoldIfGiven(depthMetres) && Milliamps.HoldIfGiven(milliamps)
        && DirectionDegrees.HoldIfGiven(directionDegrees) && Hertz.HoldIfGiven(hertz);
}
