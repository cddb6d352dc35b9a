using GentleMole.Core.Site;

namespace GentleMole.Store.Model;

/// <summary>A line of a radar grid as it was laid: between two flags.</summary>
public sealed record PlannedLine(SitePoint From, SitePoint To)
{
    /// <summary>From flag to flag, metres.</summary>
    public double LengthMetres => From.DistanceTo(To);
}
