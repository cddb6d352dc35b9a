using GentleMole.Core.Site;

namespace GentleMole.Core.Wires;

/// <summary>
/// A circle walked round a place at which a wire's signal is unclear: by how many responses lie on it, and where, one sees whether it goes through,
/// turns, ends or is spliced. What goes in on one way comes out on the others.
/// </summary>
/// <param name="Ways">Clockwise from north; those that lie together are one.</param>
/// <param name="In">Place in <paramref name="Ways"/> of the way on which the signal comes, where levels tell it; null where not.</param>
/// <param name="MissingPart">Part of what comes in that goes out nowhere on the circle; null where levels were not read.</param>
public sealed record SpliceCircle(SpliceFinding Finding, IReadOnlyList<SpliceWay> Ways, int? In, double? MissingPart)
{
    /// <summary>Radius that is walked: four feet.</summary>
    public const double UsualRadiusMetres = 1.2;

    /// <summary>Responses closer together than this are one.</summary>
    private const double OneDegrees = 25;

    /// <summary>Two ways are opposite within this.</summary>
    private const double StraightDegrees = 30;

    /// <summary>What a circle says.</summary>
    public static SpliceCircle Of(IReadOnlyList<SpliceWay> heard)
    {
        var ways = new List<SpliceWay>();
        foreach (var way in heard.OrderByDescending(w => w.Level ?? 0))
        {
            if (ways.TrueForAll(w => w.Way.ApartFrom(way.Way) >= OneDegrees))
            {
                ways.Add(way);
            }
        }

        ways = [.. ways.OrderBy(w => w.Way.Degrees)];
        var finding = ways.Count switch
        {
            0 => SpliceFinding.Nothing,
            1 => SpliceFinding.Ends,
            2 => ways[0].Way.ApartFrom(ways[1].Way) >= 180 - StraightDegrees ? SpliceFinding.Through : SpliceFinding.Turns,
            _ => SpliceFinding.Splice,
        };
        if (ways.Count < 3 || ways.Exists(w => w.Level is null))
        {
            return new SpliceCircle(finding, ways, null, null);
        }

        var into = Enumerable.Range(0, ways.Count).MaxBy(i => ways[i].Level!.Value);
        var most = ways[into].Level!.Value;
        return new SpliceCircle(finding, ways, into, most > 0 ? 1 - ((ways.Sum(w => w.Level!.Value) - most) / most) : null);
    }
}
