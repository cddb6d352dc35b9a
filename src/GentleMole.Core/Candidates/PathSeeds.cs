using GentleMole.Core.Site;

namespace GentleMole.Core.Candidates;

/// <summary>Where to begin: pairs of responses of one mode, ranked by what the passes between them say of a straight line through the two.</summary>
internal sealed class PathSeeds
{
    private const double LeastMetres = 0.8;

    private const double MostMetres = 25;

    /// <summary>The pair itself is met; the passes just outside may be too.</summary>
    private const double Margin = 0.5;

    private const double Met = 3.8;

    private const double Missed = -1.8;

    private const double MostKept = 4000;

    private const double WildDirection = 40 * Math.PI / 180;

    /// <summary>A response begins so many paths and no more: what stands out is not tried a hundred times.</summary>
    private const int MostOfOne = 8;

    private readonly WalkedSite _site;

    private readonly List<int>[] _passesOfMode;

    private PathSeeds(WalkedSite site)
    {
        _site = site;
        _passesOfMode = [.. Enumerable.Range(0, site.Modes).Select(m => Enumerable.Range(0, site.Passes.Length).Where(p => site.Passes[p].Mode == m).ToList())];
    }

    /// <summary>Responses of a straight line that is worth a look, best first.</summary>
    public static IReadOnlyList<IReadOnlyList<int>> Of(WalkedSite site, CancellationToken cancel)
    {
        var seeds = new PathSeeds(site);
        var pairs = new List<(double Score, int From, int To)>();
        for (var i = 0; i < site.Responses.Length; i++)
        {
            cancel.ThrowIfCancellationRequested();
            for (var j = i + 1; j < site.Responses.Length; j++)
            {
                if (seeds.Score(i, j) is { } score)
                {
                    pairs.Add((score, i, j));
                }
            }
        }

        pairs.Sort((a, b) => b.Score != a.Score ? b.Score.CompareTo(a.Score) : a.From != b.From ? a.From.CompareTo(b.From) : a.To.CompareTo(b.To));
        var used = new int[site.Responses.Length];
        var kept = new List<IReadOnlyList<int>>();
        foreach (var (_, i, j) in pairs)
        {
            if (kept.Count >= MostKept)
            {
                break;
            }

            if (used[i] < MostOfOne && used[j] < MostOfOne)
            {
                (used[i], used[j]) = (used[i] + 1, used[j] + 1);
                kept.Add(seeds.Hits(i, j));
            }
        }

        return kept;
    }

    private double? Score(int i, int j)
    {
        var (a, b) = (_site.Responses[i], _site.Responses[j]);
        if (a.Mode != b.Mode || a.Pass == b.Pass)
        {
            return null;
        }

        var between = b.Place - a.Place;
        var length = between.Length;
        if (length < LeastMetres || length > MostMetres || (IsAcross(between, a.Direction) && IsAcross(between, b.Direction)))
        {
            return null;
        }

        var ahead = between * (1 / length);
        double score = 0;
        foreach (var p in _passesOfMode[a.Mode])
        {
            var (x, s, sine) = Crossing(a.Place, ahead, p);
            if (x < -Margin || x > length + Margin || double.IsNaN(x))
            {
                continue;
            }

            var off = OffNearest(p, s) * sine / _site.Sigma;
            score += off < Gate ? Met - (0.3 * off * off) : x > 0 && x < length ? Missed : 0;
        }

        return score;
    }

    private const double Gate = 3.5;

    private static bool IsAcross(SitePoint way, double told)
    {
        if (double.IsNaN(told))
        {
            return false;
        }

        var apart = Math.Atan2(way.East, way.North) - told;
        return Math.Abs(apart - (Math.PI * Math.Round(apart / Math.PI))) > WildDirection;
    }

    private (double X, double S, double Sine) Crossing(SitePoint origin, SitePoint ahead, int p)
    {
        var pass = _site.Passes[p];
        var sine = pass.Way.Dot(ahead.Right);
        if (Math.Abs(sine) < CandidatePath.LeastSine)
        {
            return (double.NaN, 0, 0);
        }

        var from = pass.From - origin;
        var s = -from.Dot(ahead.Right) / sine;
        return s < 0 || s > pass.Length ? (double.NaN, 0, 0) : (from.Dot(ahead) + (s * pass.Way.Dot(ahead)), s, Math.Abs(sine));
    }

    private double OffNearest(int pass, double s)
    {
        var best = double.PositiveInfinity;
        for (var r = _site.FirstOfPass[pass]; r < _site.FirstOfPass[pass + 1]; r++)
        {
            best = Math.Min(best, Math.Abs(_site.Responses[r].Along - s));
        }

        return best;
    }

    private List<int> Hits(int i, int j)
    {
        var (a, b) = (_site.Responses[i], _site.Responses[j]);
        var length = a.Place.DistanceTo(b.Place);
        var ahead = (b.Place - a.Place) * (1 / length);
        var hits = new List<(double X, int Hit)>();
        foreach (var p in _passesOfMode[a.Mode])
        {
            var (x, s, sine) = Crossing(a.Place, ahead, p);
            if (x < -Margin || x > length + Margin || double.IsNaN(x))
            {
                continue;
            }

            var nearest = -1;
            for (var r = _site.FirstOfPass[p]; r < _site.FirstOfPass[p + 1]; r++)
            {
                if (Math.Abs(_site.Responses[r].Along - s) * sine < Gate * _site.Sigma && (nearest < 0 || Math.Abs(_site.Responses[r].Along - s) < Math.Abs(_site.Responses[nearest].Along - s)))
                {
                    nearest = r;
                }
            }

            if (nearest >= 0)
            {
                hits.Add((x, nearest));
            }
        }

        return [.. hits.OrderBy(h => h.X).Select(h => h.Hit)];
    }
}
