namespace GentleMole.Web.Api;

internal sealed record SweepResponseBody(string? Pass, double? AlongMetres, double? DepthMetres, double? CurrentMilliamps, double? DirectionDegrees);
