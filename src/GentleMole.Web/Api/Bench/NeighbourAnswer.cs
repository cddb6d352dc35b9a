namespace GentleMole.Web.Api;

internal sealed record NeighbourAnswer(double OffsetMetres, double DepthMetres, double CurrentRatio);
