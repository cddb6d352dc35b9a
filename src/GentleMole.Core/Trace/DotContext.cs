using GentleMole.Core.Marking;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>Everything that a dot is judged against.</summary>
public sealed record DotContext
{
    public double? SentMilliamps { get; init; }

    public PreviousDot? Previous { get; init; }

    public SitePoint? Connection { get; init; }

    public SitePoint? Stake { get; init; }

    /// <summary>Direction in which the line is expected to run here, when no dot before tells it.</summary>
    public SitePoint? ExpectedDirection { get; init; }

    public LineFeature Feature { get; init; }

    public double ToleranceMetres { get; init; } = PlaceProfile.Default.ToleranceMetres;

    public MarkSchool School { get; init; } = PlaceProfile.Default.School;

    /// <summary>Direction of walking at the dot: along the path, else as the receiver shows it, else north.</summary>
    public SitePoint AheadAt(DotObservation dot)
    {
        var path = Previous is { } before && before.Place.DistanceTo(dot.Place) > 0.05
            ? (dot.Place - before.Place).Unit()
            : ExpectedDirection?.Unit()
                ?? (Connection is { } c && c.DistanceTo(dot.Place) > 0.05 ? (dot.Place - c).Unit() : null);
        if (dot.DirectionDegrees is not { } azimuth)
        {
            return path ?? new SitePoint(0, 1);
        }

        // A receiver shows a line, not an arrow: take the end of it that points the way of walking.
        var shown = SitePoint.FromAzimuth(azimuth);
        return path is { } p && p.Dot(shown) < 0 ? shown * -1 : shown;
    }
}
