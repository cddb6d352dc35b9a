using GentleMole.Core.Site;

namespace GentleMole.Core.Network;

/// <summary>Long waves of broadcast stations: a uniform electric field along the ground, V/m.</summary>
public sealed record RadioSource(Azimuth Along, double VoltsPerMetre) : SignalSource;
