namespace GentleMole.Web.Api;

internal sealed record NeighbourPriorBody(double? OffsetMetres, double? SigmaMetres, double? DepthMetres, double? CurrentRatio);
