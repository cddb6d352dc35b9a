using GentleMole.Core.Lines;

namespace GentleMole.Core.Sonde;

/// <summary>Two nulls and the strongest place between them, as found along the run of the pipe.</summary>
/// <param name="FrontMetres">The null on the side of the nose, metres along the run; on either side of the strongest place.</param>
/// <param name="RearMetres">The other null.</param>
/// <param name="StrongestMetres">Where the coil along the pipe hears most, between them.</param>
/// <param name="Sensor">Height of the receiver, the same at all three.</param>
/// <param name="ShownMetres">Depth that the receiver showed at the strongest place, metres below its tip; null when it was not looked at.</param>
/// <param name="TurnedMetres">The same, turned round by 180°.</param>
public sealed record SondeNulls(double FrontMetres, double RearMetres, double StrongestMetres, Height Sensor, double? ShownMetres = null, double? TurnedMetres = null);
