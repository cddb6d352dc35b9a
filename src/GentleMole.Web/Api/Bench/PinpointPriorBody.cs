namespace GentleMole.Web.Api;

internal sealed record PinpointPriorBody(
    double? OffsetMetres, double? SigmaMetres, double? DepthMetres, double? DepthSigmaMetres, List<NeighbourPriorBody?>? Neighbours);
