using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>A line that was walked with a radar, straight, and what was found on it.</summary>
/// <param name="Id">How it is called.</param>
public sealed record GridLine(string Id, SitePoint From, SitePoint To, IReadOnlyList<GridTarget> Targets)
{
    /// <summary>From end to end, metres.</summary>
    public double LengthMetres => From.DistanceTo(To);

    /// <summary>The place so far along it.</summary>
    public SitePoint At(double alongMetres) => From + ((To - From).Unit() * alongMetres);
}
