namespace GentleMole.Web.Api;

internal sealed record ObservationBody(
    List<double>? Position,
    double? WalkingDegrees,
    double? PeakOffsetMetres,
    double? NullOffsetMetres,
    double? DepthMetres,
    double? CurrentMilliamps,
    string? CurrentDirection,
    double? DirectionDegrees,
    double? PeakNanotesla,
    double? LiftRatio,
    double? SidewaysFraction,
    List<CrossReadingBody?>? Readings);
