using GentleMole.Core.Site;

namespace GentleMole.Core.Fault;

/// <summary>What a frame sent on its walk: levels with an arrow towards the fault, brought onto the cable.</summary>
public static class FrameTrack
{
    /// <summary>The word by which an instrument says that a reading is of a frame.</summary>
    public const string Word = "frame";

    private const double AsideMetres = 3;

    /// <summary>True for a reading of a frame.</summary>
    public static bool IsNamed(string utility) => string.Equals(utility.Trim(), Word, StringComparison.OrdinalIgnoreCase);

    /// <summary>A reading along the cable: negative while the arrow points ahead; null where it lies far from the cable.</summary>
    /// <param name="cable">From the near end on.</param>
    /// <param name="place">Where the frame stood.</param>
    /// <param name="level">What it showed.</param>
    /// <param name="arrow">Where its arrow pointed.</param>
    public static FrameReading? Of(Run cable, SitePoint place, double level, Azimuth arrow)
    {
        var station = cable.Project(place);
        return Math.Abs(station.OffsetMetres) > AsideMetres ? null
            : new FrameReading(Math.Round(station.ChainageMetres, 3), cable.DirectionAt(station.ChainageMetres).Dot(arrow.Direction) >= 0 ? -level : level);
    }
}
