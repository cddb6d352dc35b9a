namespace GentleMole.Web.Api;

internal sealed record SondeFixBody(double? PaidOutMetres, double? EastMetres, double? NorthMetres, double? DepthMetres, double? GroundMetres);
