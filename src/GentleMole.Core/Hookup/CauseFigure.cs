namespace GentleMole.Core.Hookup;

/// <summary>A cause with what it would read.</summary>
/// <param name="Chance">How likely it is among all that are listed, 0 to 1.</param>
/// <param name="LoopOhms">What the loop would be at the first frequency.</param>
/// <param name="OtherHertz">The frequency of the instrument that would tell the causes apart best; null when all were tried.</param>
/// <param name="OtherOhms">What the loop would be there if this is the cause.</param>
public sealed record CauseFigure(CircuitCause Cause, double Chance, double LoopOhms, double? OtherHertz, double? OtherOhms);
