using GentleMole.Core.Site;
using GentleMole.Core.Together;

namespace GentleMole.Core.Exposures;

/// <summary>A line that somebody uncovered and measured: the truth about it, where the hole is.</summary>
/// <param name="Place">Over its middle.</param>
/// <param name="CoverMetres">From the surface to its top.</param>
/// <param name="OutsideMetres">How thick it is; null where nobody measured it.</param>
public sealed record Exposure(SitePoint Place, double CoverMetres, double? OutsideMetres)
{
    /// <summary>From the surface to the top of what was dug up, metres; one that lies open has none.</summary>
    public static readonly Bounds Cover = new(0, 15);

    /// <summary>How thick what was dug up may be, metres.</summary>
    public static readonly Bounds Outside = new(0.002, 4);

    /// <summary>What a tape from the marks, or a phone laid on them, is out by in place; 95 %, metres.</summary>
    public const double PlaceHalfMetres = 0.06;

    /// <summary>What a tape down a hole is out by; 95 %, metres.</summary>
    public const double CoverHalfMetres = 0.03;

    /// <summary>From the surface to its centre, metres.</summary>
    public Estimate Centre => TwoFinds.CentreOf(Estimate.Symmetric(CoverMetres, CoverHalfMetres), OutsideMetres);
}
