namespace GentleMole.Core.Pinpoint;

/// <summary>A depth by one method: ground to the centre of the conductor, with its 95 % uncertainty.</summary>
/// <param name="Ratio">Rise over lift, for the lift; null for the others.</param>
public sealed record DepthResult(
    double DepthMetres, double UncertaintyMetres, double? Ratio, Verdict Verdict, IReadOnlyList<Reason> Reasons);
