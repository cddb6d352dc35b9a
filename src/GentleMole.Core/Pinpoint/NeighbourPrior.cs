using GentleMole.Core.Lines;

namespace GentleMole.Core.Pinpoint;

/// <summary>A line that is known of beside the target, from a plan or a trace.</summary>
/// <param name="OffsetMetres">On the tape of the row.</param>
/// <param name="SigmaMetres">Standard deviation of its place.</param>
/// <param name="Depth">Null when nobody knows.</param>
/// <param name="CurrentRatio">Its current as a signed part of the target's, as predicted; null when nobody has.</param>
public sealed record NeighbourPrior(double OffsetMetres, double SigmaMetres, Depth? Depth, double? CurrentRatio);
