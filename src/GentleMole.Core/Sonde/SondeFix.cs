using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Sonde;

/// <summary>Where a sonde was found with so much cable paid out.</summary>
/// <param name="PaidOutMetres">Cable pushed in.</param>
/// <param name="Place">Where it was heard.</param>
/// <param name="Depth">Ground to the sonde.</param>
/// <param name="GroundMetres">Height of the surface there, from any level.</param>
public sealed record SondeFix(double PaidOutMetres, SitePoint Place, Depth Depth, double GroundMetres)
{
    /// <summary>Height of the sonde from the same level, metres.</summary>
    public double HeightMetres => GroundMetres - Depth.Metres;
}
