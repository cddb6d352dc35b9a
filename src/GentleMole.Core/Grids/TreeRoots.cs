using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>
/// Roots look like cables to a radar: long, thin, and wet. What gives them away is the tree: they are shallow, head for its trunk and rise
/// towards it, and end. A utility may do all of that too, so a root is a question and never an answer (most woody roots lie in the upper
/// 0.6 m and within the spread of the crown: Perry, The ecology of tree roots and the practical significance thereof, 1982).
/// </summary>
public static class TreeRoots
{
    /// <summary>Farther from a trunk than this a root is too thin to answer, metres.</summary>
    public const double ReachMetres = 5;

    private const double ShallowMetres = 0.8;
    private const double PassesMetres = 1;
    private const double LongestMetres = 8;
    private const double EvenMetres = 0.04;

    /// <summary>The trunk that a run may be a root of; null of one that none explains.</summary>
    public static SitePoint? TrunkOf(RadarRun run, IReadOnlyList<SitePoint> trunks)
    {
        if (run.LengthMetres > LongestMetres || run.Points.Any(p => p.CoverMetres > ShallowMetres))
        {
            return null;
        }

        foreach (var trunk in trunks.OrderBy(t => run.Points.Min(p => p.Place.DistanceTo(t))))
        {
            var points = run.Points[0].Place.DistanceTo(trunk) <= run.Points[^1].Place.DistanceTo(trunk) ? run.Points : [.. run.Points.Reverse()];
            var (near, far) = (points[0], points[^1]);
            var way = (near.Place - far.Place).Unit();
            var (ahead, aside) = ((trunk - near.Place).Dot(way), Math.Abs((trunk - near.Place).Dot(way.Right)));

            // Beyond the trunk it would be a cable that passes a tree.
            if (ahead >= -PassesMetres / 2 && ahead <= ReachMetres && aside <= PassesMetres && near.CoverMetres <= far.CoverMetres + EvenMetres)
            {
                return trunk;
            }
        }

        return null;
    }

    /// <summary>True where a single response lies as roots do: shallow, and near to a trunk.</summary>
    public static bool IsNear(SitePoint place, double coverMetres, IReadOnlyList<SitePoint> trunks) => coverMetres <= ShallowMetres && trunks.Any(t => t.DistanceTo(place) <= ReachMetres);
}
