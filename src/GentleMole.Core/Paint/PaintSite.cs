using GentleMole.Core.Site;
using NetTopologySuite.Geometries;

namespace GentleMole.Core.Paint;

/// <summary>What becomes of paint anywhere on a site: the worst of what is said of a place holds.</summary>
public sealed class PaintSite
{
    /// <summary>So far round a dig its works drive.</summary>
    public const double DrivenRoundMetres = 1;

    private readonly PaintGround _whole;
    private readonly List<(PaintGround Ground, Polygon Area)> _areas;
    private readonly Polygon? _dig;

    /// <param name="whole">Of the site as a whole.</param>
    /// <param name="areas">Outlines with what becomes of paint in each; those that enclose nothing are left out.</param>
    /// <param name="dig">Corners of the dig, where its works drive over it and a little round it; null where they do not.</param>
    public PaintSite(PaintGround whole, IEnumerable<(PaintGround Ground, IReadOnlyList<SitePoint> Corners)> areas, IReadOnlyList<SitePoint>? dig)
    {
        _whole = whole;
        _areas = [.. areas.Where(a => a.Ground != PaintGround.Holds && DigArea.Check(a.Corners, "area").Count == 0).Select(a => (a.Ground, Ring(a.Corners)))];
        _dig = dig is not null && DigArea.Check(dig, "dig").Count == 0 ? Ring(dig) : null;
    }

    /// <summary>At one place.</summary>
    public PaintGround At(SitePoint place)
    {
        var at = new Point(place.East, place.North);
        var worst = _whole;
        foreach (var (ground, area) in _areas.Where(a => a.Ground > worst))
        {
            worst = ground > worst && area.EnvelopeInternal.Contains(at.Coordinate) && area.Covers(at) ? ground : worst;
        }

        return worst < PaintGround.Driven && _dig is not null && _dig.Distance(at) <= DrivenRoundMetres ? PaintGround.Driven : worst;
    }

    private static Polygon Ring(IReadOnlyList<SitePoint> corners) => new(new LinearRing([.. corners.Append(corners[0]).Select(c => new Coordinate(c.East, c.North))]));
}
