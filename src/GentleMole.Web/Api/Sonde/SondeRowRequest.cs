namespace GentleMole.Web.Api;

internal sealed record SondeRowRequest(IReadOnlyList<SondeReadingBody?>? Readings, double? RelativeNoise, double? NoiseFloor);
