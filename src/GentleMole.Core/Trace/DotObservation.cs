using GentleMole.Core.Lines;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>What the receiver shows at one dot; whatever was not taken is null. Metres, degrees, milliamperes.</summary>
public sealed record DotObservation
{
    /// <summary>Widths of a peak are taken at four fifths of it.</summary>
    public const double WidthFraction = 0.8;

    /// <summary>Where the response is strongest: the place of the dot.</summary>
    public required SitePoint Place { get; init; }

    /// <summary>How much farther off the line may be than the receiver says, 95 %: it was read from the side, or reckoned from two legs. Null for a dot read over the line.</summary>
    public double? PlaceDoubtMetres { get; init; }

    /// <summary>Direction of the line as the receiver shows it, azimuth from north; its reverse is the same line.</summary>
    public double? DirectionDegrees { get; init; }

    /// <summary>Place of the null against the dot, right of the walking direction positive.</summary>
    public double? NullOffsetMetres { get; init; }

    /// <summary>Depth shown with the tip on the ground.</summary>
    public Depth? Depth { get; init; }

    /// <summary>Current shown, mA.</summary>
    public double? CurrentMilliamps { get; init; }

    /// <summary>How far the receiver was raised for the lift test.</summary>
    public double? LiftMetres { get; init; }

    /// <summary>Depth shown when raised.</summary>
    public double? LiftedDepthMetres { get; init; }

    /// <summary>Response with the blade turned along the line, percent of that across it.</summary>
    public double? SidewaysPercent { get; init; }

    /// <summary>Depth shown after turning round by 180°.</summary>
    public double? TurnedDepthMetres { get; init; }

    /// <summary>Where the antenna tilted by 45° falls silent, left of the line and right of it.</summary>
    public (double Left, double Right)? TiltMetres { get; init; }

    /// <summary>Where the peak response has fallen to <see cref="WidthFraction"/>, left of the peak and right of it.</summary>
    public (double Left, double Right)? WidthMetres { get; init; }

    /// <summary>True when the receiver says that the current runs away from the transmitter.</summary>
    public bool? CurrentRunsAway { get; init; }

    /// <summary>Readings across the line, offsets right of the dot.</summary>
    public IReadOnlyList<CrossReading> Across { get; init; } = [];
}
