using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using MathNet.Numerics;

namespace GentleMole.Core.Candidates;

/// <summary>
/// Joins responses into lines: the path that explains most is taken with its responses, then the next; then pieces are joined,
/// corners tried and contested responses exchanged as long as the sum of the log odds grows.
/// </summary>
public sealed partial class CandidateSearch
{
    /// <summary>A path under this is no candidate.</summary>
    private const double LeastLogOdds = 0;

    private const int MostRefined = 60;

    private const int MostWeak = 6;

    private const int MostCandidates = 60;

    private const int MostRounds = 6;

    /// <summary>Searching among thousands makes log odds too bold: what they came to on made-up sites of other seeds.</summary>
    private const double ChanceAtNone = 1.9;

    private const double ChancePerLogOdds = 0.07;

    private const double MostLogOdds = 32;

    /// <summary>How much the strip is widened for the choice among shapes.</summary>
    private const double Widened = 1.05;

    private readonly WalkedSite _site;

    private readonly int[] _owner;

    private readonly List<WeighedPath> _paths = [];

    private readonly IReadOnlyList<IReadOnlyList<int>> _seeds;

    private PathEvidence _evidence;

    private CandidateSearch(CandidateTask task, CancellationToken cancel)
    {
        _site = new WalkedSite(task);
        _owner = new int[_site.Responses.Length];
        Array.Fill(_owner, Nobody);
        _seeds = PathSeeds.Of(_site, cancel);
        _evidence = Evidence();
    }

    private const int Nobody = -1;

    /// <summary>All candidate lines of what was walked and heard. The task is one that <see cref="CandidateRules"/> lets pass.</summary>
    /// <exception cref="OperationCanceledException">It was given up.</exception>
    public static CandidateLines Of(CandidateTask task, CancellationToken cancel)
    {
        var search = new CandidateSearch(task, cancel);
        search.Take(cancel);
        search.Improve(cancel);
        return search.Told();
    }

    private PathEvidence Evidence() => new(_site, (_owner.Count(o => o == Nobody) + 1) / Math.Max(1, _site.TotalLength), _owner);

    /// <summary>The best path with what is free, again and again.</summary>
    private void Take(CancellationToken cancel)
    {
        while (_paths.Count < MostCandidates)
        {
            cancel.ThrowIfCancellationRequested();
            WeighedPath? best = null;
            var weak = new List<WeighedPath>();
            var tried = 0;
            foreach (var seed in _seeds)
            {
                var free = seed.Where(h => _owner[h] == Nobody).ToList();
                if (free.Count < 2 || (free.Count < seed.Count && free.Count < 3))
                {
                    continue;
                }

                if (Refined(free, Nobody) is { } path)
                {
                    weak.Add(path);
                    best = path.LogOdds > (best?.LogOdds ?? LeastLogOdds) ? path : best;
                }

                if (++tried >= MostRefined)
                {
                    break;
                }
            }

            // Two legs may be worth something together of which neither is alone.
            foreach (var path in best is null ? weak.OrderByDescending(w => w.LogOdds).Take(MostWeak) : [])
            {
                best = WithCorner(path, Nobody) is var cornered && cornered.LogOdds > (best?.LogOdds ?? LeastLogOdds) ? cornered : best;
            }

            if (best is null)
            {
                return;
            }

            Put(_paths.Count, best);
            _evidence = Evidence();
        }
    }

    private void Put(int index, WeighedPath path)
    {
        Give(index, Nobody);

        foreach (var hit in path.Hits)
        {
            _owner[hit] = index;
        }

        if (index == _paths.Count)
        {
            _paths.Add(path);
        }
        else
        {
            _paths[index] = path;
        }
    }

    private void Remove(int index)
    {
        _paths.RemoveAt(index);
        for (var r = 0; r < _owner.Length; r++)
        {
            _owner[r] = _owner[r] == index ? Nobody : _owner[r] > index ? _owner[r] - 1 : _owner[r];
        }
    }

    private CandidateLines Told()
    {
        var candidates = _paths
            .OrderByDescending(p => p.LogOdds)
            .Select(p => new CandidateLine(
                Points(p), [.. p.Hits.Select(h => _site.Responses[h].Asked)], 1 / (1 + Math.Exp(-(ChanceAtNone + (ChancePerLogOdds * Math.Min(p.LogOdds, MostLogOdds))))), Lateral95(p),
                [.. Enum.GetValues<SweepMode>().Where(m => (p.Modes & (1 << (int)m)) != 0)], DepthOf(p), p.Crossings))
            .ToList();
        return new CandidateLines(candidates, [.. _owner.Select((o, r) => (o, _site.Responses[r].Asked)).Where(r => r.o == Nobody).Select(r => r.Asked).Order()]);
    }

    private const double PointEveryMetres = 0.6;

    private static List<SitePoint> Points(WeighedPath path)
    {
        if (path.Path.Legs.Count > 1)
        {
            return path.First < 0 && path.Last > 0 ? [path.Path.At(path.First), path.Path.At(0), path.Path.At(path.Last)] : [path.Path.At(path.First), path.Path.At(path.Last)];
        }

        var steps = path.Path.Legs[0].C == 0 ? 1 : Math.Max(1, (int)Math.Ceiling((path.Last - path.First) / PointEveryMetres));
        return [.. Enumerable.Range(0, steps + 1).Select(k => path.Path.At(path.First + ((path.Last - path.First) * k / steps)))];
    }

    private static double Lateral95(WeighedPath path)
    {
        const int places = 41;
        double[] sigmas = [.. Enumerable.Range(0, places).Select(k =>
        {
            var (leg, x) = path.Path.LegAt(path.First + ((path.Last - path.First) * k / (places - 1)));
            return Math.Sqrt(leg.Variance(x));
        })];
        var (low, high) = (0.0, 5 * sigmas.Max());
        for (var i = 0; i < 50; i++)
        {
            var middle = 0.5 * (low + high);
            (low, high) = sigmas.Average(s => SpecialFunctions.Erf(middle / (Math.Sqrt(2) * s))) < 0.95 ? (middle, high) : (low, middle);
        }

        return Widened * high;
    }

    private Depth? DepthOf(WeighedPath path)
    {
        double[] told = [.. path.Hits.Select(h => _site.Responses[h].LnDepth).Where(d => !double.IsNaN(d)).Order()];
        return told.Length == 0 ? null : new Depth(Math.Exp(0.5 * (told[(told.Length - 1) / 2] + told[told.Length / 2])));
    }
}
