namespace GentleMole.Core.Pinpoint;

/// <summary>A depth that the receiver shows and the height of its tip above ground.</summary>
public sealed record ShownDepth(double DepthMetres, double HeightMetres);
