namespace GentleMole.Core.Identify;

/// <summary>A reading that would tell explanations apart.</summary>
/// <param name="Bits">By how much the doubt about the line would shrink on average, bits.</param>
public sealed record NextMeasurement(NextKind Kind, double Bits);
