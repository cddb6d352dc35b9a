using GentleMole.Core.Site;

namespace GentleMole.Core.Practice;

/// <summary>A body of some length and breadth that we made up: a void, a tank, a slab, a grave's fill. Level on top, with four corners seen from above.</summary>
/// <param name="Middle">Of its outline.</param>
/// <param name="BearingDegrees">Of its length.</param>
/// <param name="CoverMetres">Surface to its top.</param>
/// <param name="HeightMetres">Top to bottom.</param>
/// <param name="Permittivity">Relative, inside; infinite for metal.</param>
public sealed record BuriedBlock(SitePoint Middle, double BearingDegrees, double LengthMetres, double WidthMetres, double CoverMetres, double HeightMetres, double Permittivity)
{
    /// <summary>Conductivity inside, siemens per metre.</summary>
    public double SiemensPerMetre { get; init; }

    /// <summary>The ground over it was dug: layers that lie shallower than its top are missing there.</summary>
    public bool IsDug { get; init; }

    /// <summary>Nothing lies in it but what was dug out: no top and no bottom answers, only the broken layers tell.</summary>
    public bool IsOnlyDug { get; init; }

    /// <summary>A lying cylinder instead of a box: as wide as it is high, its top a line.</summary>
    public bool IsRound { get; init; }

    /// <summary>Direction of its length, of length one.</summary>
    public SitePoint Way => Azimuth.Of(BearingDegrees).Direction;

    /// <summary>Its corners seen from above, in turn.</summary>
    public IReadOnlyList<SitePoint> Corners
    {
        get
        {
            var (along, across) = (Way * (LengthMetres / 2), Way.Right * (WidthMetres / 2));
            return [Middle + along + across, Middle + along - across, Middle - along - across, Middle - along + across];
        }
    }

    /// <summary>The same seen from a straight way: east is along it, north is to its left.</summary>
    public BuriedBlock From(SitePoint start, SitePoint way)
    {
        var to = Middle - start;
        var turned = new SitePoint(Way.Dot(way), -Way.Dot(way.Right));
        return this with { Middle = new SitePoint(to.Dot(way), -to.Dot(way.Right)), BearingDegrees = turned.Azimuth.Degrees };
    }
}
