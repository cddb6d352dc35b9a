using GentleMole.Core.Marking;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>Everything that a dot is judged against.</summary>
public sealed record DotContext
{
    /// <summary>μ0/2π: field of a long line by current and distance.</summary>
    private const double NanoteslaMetresPerMilliamp = 0.2;

    /// <summary>What the transmitter sends, mA.</summary>
    public double? SentMilliamps { get; init; }

    /// <summary>The accepted dot before it, of the same hookup.</summary>
    public PreviousDot? Previous { get; init; }

    /// <summary>Where the signal is put on.</summary>
    public SitePoint? Connection { get; init; }

    /// <summary>Where the stake stands.</summary>
    public SitePoint? Stake { get; init; }

    /// <summary>Direction in which the line is expected to run here, when no dot before tells it.</summary>
    public SitePoint? ExpectedDirection { get; init; }

    /// <summary>What the line does here.</summary>
    public LineFeature Feature { get; init; }

    /// <summary>What records and the supposed ground say of this line and of others beside it, offsets right of the dot.</summary>
    public PinpointPrior Prior { get; init; } = PinpointPrior.None;

    /// <summary>Noise floor of the receiver at the frequency, nanotesla; null when it is not known.</summary>
    public double? FloorNanotesla { get; init; }

    /// <summary>What the ground as it is drawn expects of signs here, if the line that is wanted makes the response; it knows of stake, lead, bends and ends.</summary>
    public IReadOnlyList<GroundBand> ByGround { get; init; } = [];

    /// <summary>Half the tolerance zone.</summary>
    public double ToleranceMetres { get; init; } = 0.5;

    /// <summary>How the place marks where peak and null part.</summary>
    public MarkSchool School { get; init; } = MarkSchool.Corrected;

    /// <summary>The floor as a part of what the lower coil hears over a line of this current and depth; 0 where either is not known.</summary>
    public double FloorPart(double depthMetres, double? milliamps) => FloorNanotesla is { } floor && milliamps is > 0 and var current
        ? Math.Min(1, floor * Math.Max(0.05, depthMetres) / (NanoteslaMetresPerMilliamp * current))
        : 0;

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
        var shown = Azimuth.Of(azimuth).Direction;
        return path is { } p && p.Dot(shown) < 0 ? shown * -1 : shown;
    }
}
