using System.Numerics;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Network;

/// <summary>What the transmitter would show.</summary>
/// <param name="Amperes">Current that it drives; null for a coil, which has none in the line.</param>
/// <param name="LoopOhms">Size of the loop's impedance, stake included: volts over current.</param>
/// <param name="ResistiveOhms">Its resistance alone: what clip, soil and earths are to blame for. The rest is reactance, the capacitance of an open end above all.</param>
public sealed record SourceShown(double? Amperes, double? Volts, double? LoopOhms, double? ResistiveOhms, double? Watts, SourceLimit LimitedBy);
