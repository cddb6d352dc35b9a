using GentleMole.Core.Lines;

namespace GentleMole.Core.Yards;

/// <summary>TRUTH: marks of a utility held against the ground.</summary>
/// <param name="Utility">As it was marked.</param>
/// <param name="MeanErrorMetres">Of the marks along their whole length, from the line that they should be of; null where the yard has none.</param>
/// <param name="DepthErrorMetres">Mean over the marks that say a depth; null where none does or none lies on the line.</param>
/// <param name="CoveredShare">Of what lies in the area and can be known.</param>
/// <param name="OnOtherLine">The line that most of them are nearest to, where it is another.</param>
public sealed record YardMarksJudged(UtilityKind Utility, double? MeanErrorMetres, double? WorstErrorMetres, double? DepthErrorMetres, double CoveredShare, string? OnOtherLine);
