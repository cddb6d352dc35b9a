namespace GentleMole.Core.Pinpoint;

/// <summary>A further reading that would narrow the place most.</summary>
/// <param name="HalfWidthAfter">Half of the 95 % interval to be expected once it and those before it are taken, metres.</param>
public sealed record NextReading(double OffsetMetres, double HalfWidthAfter);
