using GentleMole.Core.Marking;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>What the receiver shows at one dot; whatever was not taken is null. Metres, degrees, milliamperes.</summary>
public sealed record DotObservation
{
    /// <summary>Where the response is strongest: the place of the dot.</summary>
    public required SitePoint Place { get; init; }

    /// <summary>Direction of the line as the receiver shows it, azimuth from north; its reverse is the same line.</summary>
    public double? DirectionDegrees { get; init; }

    /// <summary>Place of the null against the dot, right of the walking direction positive.</summary>
    public double? NullOffsetMetres { get; init; }

    /// <summary>Depth shown with the tip on the ground, to the centre.</summary>
    public double? DepthMetres { get; init; }

    public double? CurrentMilliamps { get; init; }

    /// <summary>How far the receiver was raised for the lift test.</summary>
    public double? LiftMetres { get; init; }

    /// <summary>Depth shown when raised.</summary>
    public double? LiftedDepthMetres { get; init; }

    /// <summary>Response with the blade turned along the line, percent of that across it.</summary>
    public double? SidewaysPercent { get; init; }

    /// <summary>Depth shown after turning round by 180°.</summary>
    public double? TurnedDepthMetres { get; init; }

    /// <summary>True when the receiver says that the current runs away from the transmitter.</summary>
    public bool? CurrentRunsAway { get; init; }

    /// <summary>Readings across the line, offsets right of the dot.</summary>
    public IReadOnlyList<CrossReading> Across { get; init; } = [];
}

/// <summary>The dot before on the same line.</summary>
public sealed record PreviousDot(SitePoint Place, double? DepthMetres, double? CurrentMilliamps);

/// <summary>What is at this place on the line, as the person sees it.</summary>
public enum LineFeature
{
    Plain,
    Bend,
    Tee,
    End,
}

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
