namespace GentleMole.Web.Api;

internal sealed record SondeRouteRequest(IReadOnlyList<SondeFixBody?>? Fixes, double? PositionSigmaMetres, double? DepthSigmaMetres);
