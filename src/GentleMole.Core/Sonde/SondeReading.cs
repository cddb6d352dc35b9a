using GentleMole.Core.Lines;

namespace GentleMole.Core.Sonde;

/// <summary>What a receiver heard of a sonde at one place along the run, in any one linear unit.</summary>
/// <param name="AlongMetres">Where, metres along the run.</param>
/// <param name="Sensor">Height of its lower coil.</param>
/// <param name="Along">Level of the coil that lies along the pipe.</param>
/// <param name="Up">Level of the upright coil; null where it was not read.</param>
public sealed record SondeReading(double AlongMetres, Height Sensor, double Along, double? Up = null);
