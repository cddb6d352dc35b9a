using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>The stake of a direct connection.</summary>
/// <param name="Driven">Part of it that is in the soil, 0 to 1.</param>
public sealed record YardStake(SitePoint Place, double Driven, bool IsWetted);
