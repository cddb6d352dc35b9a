namespace GentleMole.Core.Identify;

/// <summary>What one explanation expects of a sign, before it was read.</summary>
/// <param name="Middle">Median.</param>
/// <param name="Low">One in ten is lower.</param>
/// <param name="High">One in ten is higher.</param>
/// <param name="Least">One reading in forty is lower, with what instrument and hand add.</param>
/// <param name="Most">One reading in forty is higher.</param>
/// <param name="LogLikelihood">Logarithm of how likely what was read is then.</param>
public sealed record SignExpected(HypothesisKind Kind, string? Line, double Low, double Middle, double High, double Least, double Most, double LogLikelihood);
