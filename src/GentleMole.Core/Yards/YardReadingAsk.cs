using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>Where and how somebody holds the receiver.</summary>
/// <param name="HeightMetres">Of its lower coil above the ground.</param>
/// <param name="Heading">The way the person faces; the peak coil listens to the right of it.</param>
public sealed record YardReadingAsk(SitePoint Place, double HeightMetres, Azimuth Heading)
{
    /// <summary>The receiver's foot on the ground.</summary>
    public const double OnGroundMetres = 0.05;

    /// <summary>Nobody holds it higher.</summary>
    public static readonly Bounds Heights = new(0, 2);
}
