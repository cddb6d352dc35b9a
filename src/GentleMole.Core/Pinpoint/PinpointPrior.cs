using GentleMole.Core.Lines;

namespace GentleMole.Core.Pinpoint;

/// <summary>What is known of the target and of lines beside it before the row is read; each part may be missing.</summary>
/// <param name="OffsetMetres">Where it should be on the tape of the row.</param>
/// <param name="SigmaMetres">Standard deviation of that; half a metre where it is not said.</param>
/// <param name="Depth">How deep it should be.</param>
/// <param name="DepthSigmaMetres">Standard deviation of that; a quarter of the depth where it is not said.</param>
public sealed record PinpointPrior(
    double? OffsetMetres, double? SigmaMetres, Depth? Depth, double? DepthSigmaMetres, IReadOnlyList<NeighbourPrior> Neighbours)
{
    /// <summary>Nothing is known.</summary>
    public static PinpointPrior None { get; } = new(null, null, null, null, []);
}
