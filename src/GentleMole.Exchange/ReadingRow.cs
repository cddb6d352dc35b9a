using CsvHelper;
using NodaTime;

namespace GentleMole.Exchange;

/// <summary>One row of the readings table. Names and units as in the HTTP API; what was not taken is empty.</summary>
public sealed record ReadingRow
{
    public required Guid Id { get; init; }

    public required Instant TakenAt { get; init; }

    public required string Utility { get; init; }

    public required double EastMetres { get; init; }

    public required double NorthMetres { get; init; }

    public double? Peak { get; init; }

    public double? Null { get; init; }

    public double? DepthMetres { get; init; }

    public double? CurrentMilliamps { get; init; }

    public double? DirectionDegrees { get; init; }

    public double? FrequencyHertz { get; init; }

    public double? NullOffsetMetres { get; init; }

    public double? LiftMetres { get; init; }

    public double? LiftedDepthMetres { get; init; }

    public double? SidewaysPercent { get; init; }

    public double? TurnedDepthMetres { get; init; }

    public double? TiltLeftMetres { get; init; }

    public double? TiltRightMetres { get; init; }

    public double? WidthLeftMetres { get; init; }

    public double? WidthRightMetres { get; init; }

    public string State { get; init; } = "";

    public string Note { get; init; } = "";
}
