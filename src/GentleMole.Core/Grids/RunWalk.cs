using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>A run that somebody walked along: from where to where the walk shows it.</summary>
/// <param name="WalkedFromMetres">Where beside the run the walk begins, from the run's first point along it; negative before that.</param>
/// <param name="WalkedToMetres">Where it ends.</param>
/// <param name="FromMetres">The farthest that way at which its echo is there; null where none stands out of what lies at its depth everywhere.</param>
/// <param name="ToMetres">The same the other way.</param>
/// <param name="IsBegun">The walk went on beyond, and nothing answered: it begins there.</param>
/// <param name="IsEnded">The same of its end.</param>
public sealed record RunWalk(double WalkedFromMetres, double WalkedToMetres, double? FromMetres, double? ToMetres, bool IsBegun, bool IsEnded)
{
    /// <summary>Half the width of the 95 % interval of where it begins or ends: a radar looks ahead by its footprint.</summary>
    public const double HalfMetres = 0.3;

    /// <summary>The run's way and covers, carried on to where the walk shows it. Where the walk adds less than half a metre nothing is added.</summary>
    public IReadOnlyList<(SitePoint Place, double CoverMetres)> Carried(RadarRun run)
    {
        var way = new Run([.. run.Points.Select(p => p.Place)]);
        var points = run.Points.Select(p => (p.Place, p.CoverMetres)).ToList();
        if (FromMetres is < -LeastMore and var before)
        {
            points.Insert(0, (way.Points[0] + (way.DirectionAt(0) * before), run.Points[0].CoverMetres));
        }

        if (ToMetres is { } to && to - way.Length > LeastMore)
        {
            points.Add((way.Points[^1] + (way.DirectionAt(way.Length) * (to - way.Length)), run.Points[^1].CoverMetres));
        }

        return points;
    }

    private const double LeastMore = 0.5;
}
