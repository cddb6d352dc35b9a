namespace GentleMole.Core.Pinpoint;

/// <summary>A depth by one way, to the centre, metres, 95 %.</summary>
/// <param name="Agrees">True while it differs from all together by no more than its own ± and theirs allow.</param>
public sealed record DepthByWay(DepthWay Way, Estimate Depth, bool Agrees);
