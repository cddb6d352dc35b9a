namespace GentleMole.Core.Network;

/// <summary>A clamp round the line: a series EMF.</summary>
/// <param name="Volts">EMF induced in the line at the frequency asked.</param>
public sealed record ClampSource(LinePlace At, double Volts) : SignalSource;
