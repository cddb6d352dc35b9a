namespace GentleMole.Core.Hookup;

/// <summary>One of several wires in a box, tried.</summary>
/// <param name="SentMilliamps">Current that the transmitter drove into it.</param>
/// <param name="HeardMilliamps">Current read on the line a few metres out in the direction that is expected; null when not walked.</param>
public sealed record WireTrial(string Wire, double? Volts, double? SentMilliamps, double? HeardMilliamps);
