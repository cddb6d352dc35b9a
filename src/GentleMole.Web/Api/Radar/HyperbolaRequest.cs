namespace GentleMole.Web.Api;

internal sealed record HyperbolaRequest(
    IReadOnlyList<HyperbolaPickBody?>? Picks, double? PipeRadiusMetres, double? CrossingDegrees, double? TimeZeroNanoseconds, double? AntennaSeparationMetres);
