namespace GentleMole.Core.Identify;

/// <summary>One explanation of a response.</summary>
/// <param name="Line">Name of the line; null for those that have none.</param>
/// <param name="Probability">How likely it is after everything that was read.</param>
public sealed record Hypothesis(HypothesisKind Kind, string? Line, double Probability);
