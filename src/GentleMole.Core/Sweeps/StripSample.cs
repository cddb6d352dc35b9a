using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Sweeps;

/// <summary>What an instrument showed at one place of a walk.</summary>
/// <param name="Id">The device's; a sample counts once.</param>
/// <param name="Level">Not negative, in the unit of the strip.</param>
/// <param name="DepthMetres">To the centre of the conductor, where it showed one.</param>
public sealed record StripSample(Guid Id, Instant At, SitePoint Place, double Level, double? DepthMetres = null, double? Milliamps = null, double? DirectionDegrees = null);
