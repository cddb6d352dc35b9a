using GentleMole.Core.Site;

namespace GentleMole.Core.Sweeps;

/// <summary>A straight stretch that was walked listening in one mode.</summary>
public sealed record SweepPass(SitePoint From, SitePoint To, SweepMode Mode)
{
    /// <summary>How long it is, metres.</summary>
    public double LengthMetres => From.DistanceTo(To);

    /// <summary>A place so far along it.</summary>
    public SitePoint At(double alongMetres) => From + ((To - From).Unit() * alongMetres);
}
