using GentleMole.Core.Site;

namespace GentleMole.Core.Sweeps;

/// <summary>A response met on the circle round the hookup.</summary>
/// <param name="Bearing">From the hookup.</param>
/// <param name="Part">Its size as a part of the strongest that is not the stake or its lead.</param>
/// <param name="Line">The line that crosses the circle there; null for the lead, the stake or nothing on the sheet.</param>
/// <param name="OfStake">True where the lead or the stake is what is heard.</param>
public sealed record ArcResponse(Azimuth Bearing, double Nanotesla, double Part, string? Line, bool OfStake);
