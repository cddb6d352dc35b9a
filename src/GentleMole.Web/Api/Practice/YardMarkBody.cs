namespace GentleMole.Web.Api;

internal sealed record YardMarkBody(double? EastMetres, double? NorthMetres, double? DepthMetres);
