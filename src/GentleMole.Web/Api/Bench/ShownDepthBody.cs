namespace GentleMole.Web.Api;

internal sealed record ShownDepthBody(double? DepthMetres, double? HeightMetres);
