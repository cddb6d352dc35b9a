namespace GentleMole.Core.Fields;

/// <summary>A long straight buried conductor seen in cross-section.</summary>
/// <param name="OffsetMetres">Across the survey line, right positive.</param>
/// <param name="DepthMetres">To the centre, positive.</param>
/// <param name="CurrentAmperes">Signed: positive into the picture.</param>
public readonly record struct StraightConductor(double OffsetMetres, double DepthMetres, double CurrentAmperes);
