namespace GentleMole.Core.Hookup;

/// <summary>A cause with what it would read.</summary>
/// <param name="Chance">How likely it is among all that are listed, 0 to 1.</param>
/// <param name="LoopOhms">What the loop would be.</param>
/// <param name="OtherHertz">Another frequency of the instrument, at which the causes read apart.</param>
/// <param name="OtherOhms">What the loop would be there.</param>
public sealed record CauseFigure(CircuitCause Cause, double Chance, double LoopOhms, double OtherHertz, double OtherOhms);
