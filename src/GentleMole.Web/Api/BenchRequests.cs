namespace GentleMole.Web.Api;

// Everything may be missing on the wire; what must be there is checked with a sentence, not by the reader of the JSON.
internal sealed record ConductorBody(double? OffsetMetres, double? DepthMetres, double? CurrentMilliamps);

internal sealed record LineFieldRequest(List<ConductorBody?>? Conductors, double? HeightMetres, List<double?>? OffsetsMetres);

internal sealed record LineFieldAnswer(
    IReadOnlyList<double> HorizontalNanotesla,
    IReadOnlyList<double> VerticalNanotesla,
    double? PeakOffsetMetres,
    double? NullOffsetMetres);

internal sealed record CrossReadingBody(double? OffsetMetres, double? HeightMetres, double? Peak, double? Null);

internal sealed record PinpointRequest(
    List<CrossReadingBody?>? Readings,
    double? RelativeNoise,
    double? NoiseFloor,
    double? NanoteslaPerUnit,
    double? ToleranceMetres);

internal sealed record PositionAnswer(double OffsetMetres, double Low95Metres, double High95Metres);

internal sealed record DepthIntervalAnswer(double Metres, double Low95Metres, double High95Metres);

internal sealed record NeighbourAnswer(double OffsetMetres, double DepthMetres, double CurrentRatio);

internal sealed record MarkAnswer(string School, double OffsetMetres, double WidthMetres, double ToleranceLeftMetres);

internal sealed record ReasonAnswer(string Code, string Text);

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

internal sealed record ShownDepthBody(double? DepthMetres, double? HeightMetres);

internal sealed record DepthRequest(
    string? Method,
    ShownDepthBody? First,
    ShownDepthBody? Second,
    double? LeftMetres,
    double? RightMetres,
    double? AngleDegrees,
    double? Fraction,
    string? Antenna,
    double? HeightMetres,
    double? Lower,
    double? Upper,
    double? SeparationMetres,
    string? Source);

internal sealed record DepthAnswer(
    double DepthMetres, double UncertaintyMetres, double? Ratio, string Verdict, IReadOnlyList<ReasonAnswer> Reasons);
