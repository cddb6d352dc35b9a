using GentleMole.Core.Lines;
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

    /// <summary>True when the receiver says that the current runs away from the transmitter.</summary>
    public bool? CurrentRunsAway { get; init; }

    /// <summary>Readings across the line, offsets right of the dot.</summary>
    public IReadOnlyList<CrossReading> Across { get; init; } = [];
}
