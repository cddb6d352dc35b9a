namespace GentleMole.Core;

/// <summary>One reason for a verdict, as data; the words are made where they are shown.</summary>
/// <param name="Code">Stable name of the reason, e.g. <c>peak-null-apart</c>.</param>
/// <param name="Measured">What was measured, in the unit that the code implies; NaN when there is none.</param>
/// <param name="Expected">What was expected, same unit; NaN when there is none.</param>
/// <param name="Weight">Positive speaks for the result, negative against; size is importance.</param>
public sealed record Reason(string Code, double Measured, double Expected, double Weight);
