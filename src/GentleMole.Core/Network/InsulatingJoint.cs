namespace GentleMole.Core.Network;

/// <summary>A break of the metal in a line: an insulating joint, a regulator, a meter.</summary>
/// <param name="BridgeOhms">A jumper across it; null when open.</param>
public sealed record InsulatingJoint(LinePlace At, double? BridgeOhms);
