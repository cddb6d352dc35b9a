namespace GentleMole.Core.Network;

/// <summary>Long waves of broadcast stations: a uniform electric field along the ground, V/m.</summary>
public sealed record RadioSource(double AzimuthDegrees, double VoltsPerMetre) : SignalSource;
