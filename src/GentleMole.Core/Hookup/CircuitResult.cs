namespace GentleMole.Core.Hookup;

/// <summary>The circuit of a direct connection, judged from what the transmitter shows.</summary>
/// <param name="LoopOhms">Volts over current; infinite when open; null when it cannot be told.</param>
public sealed record CircuitResult(CircuitState State, double? LoopOhms);
