namespace GentleMole.Core.Fault;

/// <summary>What a two-pronged frame showed, its prongs in line with the cable.</summary>
/// <param name="AlongMetres">Middle of the frame, metres along the cable.</param>
/// <param name="Level">Level with its sign: one before a fault, the other behind it; in any one linear unit.</param>
public sealed record FrameReading(double AlongMetres, double Level);
