using System.Numerics;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Network;

/// <summary>What the transmitter would show.</summary>
/// <param name="Amperes">Current that it drives; null for a coil, which has none in the line.</param>
/// <param name="LoopOhms">Size of the loop's impedance, stake included.</param>
public sealed record SourceShown(double? Amperes, double? Volts, double? LoopOhms, double? Watts, SourceLimit LimitedBy);
