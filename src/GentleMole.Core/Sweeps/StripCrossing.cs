using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Sweeps;

/// <summary>A top on a strip: there the walk crossed something.</summary>
/// <param name="At">When its top was walked over; names it as long as the samples round it stay.</param>
/// <param name="Place">On the way walked.</param>
/// <param name="AlongMetres">From the start of the walk, along the way walked.</param>
/// <param name="Peak">How well it is known, how high it is and how wide.</param>
/// <param name="Shown">The sample with a depth or a current that lies nearest to it; null where there was none close by.</param>
public sealed record StripCrossing(Instant At, SitePoint Place, double AlongMetres, PassPeak Peak, StripSample? Shown);
