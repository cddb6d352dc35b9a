using GentleMole.Core.Lines;

namespace GentleMole.Core.Sonde;

/// <summary>What is left when there are no good nulls, because the sonde floats or stands on end: where it is heard most, and how the level falls when the receiver is lifted.</summary>
/// <param name="StrongestMetres">Where all coils together hear most, metres along the run.</param>
/// <param name="Lower">Level there, in any linear unit.</param>
/// <param name="LowerSensor">Height of the receiver.</param>
/// <param name="Upper">Level with the receiver lifted straight up.</param>
/// <param name="UpperSensor">Height to which it was lifted.</param>
public sealed record SondeStrength(double StrongestMetres, double Lower, Height LowerSensor, double Upper, Height UpperSensor);
