using GentleMole.Core.Site;

namespace GentleMole.Core.Walk;

/// <summary>Whether the position that a photo carries can stand for the place of what it shows.</summary>
public static class PhotoPlace
{
    /// <summary>A photo taken farther than this from everything on the sheet was taken somewhere else.</summary>
    public const double NearSiteMetres = 300;

    /// <summary>Doubt of a position out of a phone's photo, 95 %.</summary>
    public const double DoubtMetres = 8;

    /// <param name="known">Places on the sheet; the site's origin counts as one.</param>
    public static bool Fits(SitePoint taken, IEnumerable<SitePoint> known) =>
        known.Append(default).Min(p => p.DistanceTo(taken)) <= NearSiteMetres;
}
