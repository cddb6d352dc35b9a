namespace GentleMole.Web.Api;

internal sealed record FaultRequest(
    double? FrameWidthMetres, IReadOnlyList<FrameReadingBody?>? Readings, double? ReferenceLevel, double? SheathOhms, double? RelativeNoise, double? NoiseFloor);
