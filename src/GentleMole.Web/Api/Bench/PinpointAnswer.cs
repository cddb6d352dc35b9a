namespace GentleMole.Web.Api;

internal sealed record PinpointAnswer(
    string Model,
    PositionAnswer Position,
    DepthIntervalAnswer Depth,
    double? CurrentMilliamps,
    NeighbourAnswer? Neighbour,
    double? PeakOffsetMetres,
    double? NullOffsetMetres,
    IReadOnlyList<MarkAnswer> Marks,
    string Verdict,
    IReadOnlyList<ReasonAnswer> Reasons);
