namespace GentleMole.Web.Api;

internal sealed record StationBody(double? ChainageMetres, double? CurrentMilliamps, double? DepthMetres);
