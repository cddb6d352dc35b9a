namespace GentleMole.Web.Api;

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
