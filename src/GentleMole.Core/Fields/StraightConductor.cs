using GentleMole.Core.Lines;

namespace GentleMole.Core.Fields;

/// <summary>A long straight buried conductor seen in cross-section.</summary>
/// <param name="OffsetMetres">Across the survey line, right positive.</param>
/// <param name="Depth">Positive.</param>
/// <param name="CurrentAmperes">Signed: positive into the picture.</param>
public readonly record struct StraightConductor(double OffsetMetres, Depth Depth, double CurrentAmperes);
