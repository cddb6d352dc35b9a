using GentleMole.Core.Site;

namespace GentleMole.Core.Follow;

/// <summary>A straight piece between two places.</summary>
internal static class Segment
{
    /// <summary>How far a place lies from the piece, metres.</summary>
    public static double Distance(SitePoint place, SitePoint from, SitePoint to)
    {
        var step = to - from;
        var square = step.Dot(step);
        var part = square > 0 ? Math.Clamp((place - from).Dot(step) / square, 0, 1) : 0;
        return place.DistanceTo(from + (step * part));
    }
}
