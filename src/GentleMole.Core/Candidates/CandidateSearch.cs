using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using MathNet.Numerics;

namespace GentleMole.Core.Candidates;

/// <summary>
/// Joins responses into lines: the path that explains most is taken with its responses, then the next; then pieces are joined,
/// corners tried and contested responses exchanged as long as the sum of the log odds grows.
/// </summary>
public sealed class CandidateSearch
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
        for (var r = 0; r < _owner.Length; r++)
        {
            _owner[r] = _owner[r] == index ? Nobody : _owner[r];
        }

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

    /// <summary>Straight and bent through these and what comes to them, until nothing changes: the better.</summary>
    private WeighedPath? Refined(IReadOnlyList<int> hits, int self)
    {
        WeighedPath? best = null;
        Follow(PathFit.Straight);
        Follow(PathFit.Curved);
        if (best is not null)
        {
            // A bend found by way of the straight, and the other way round.
            Follow(PathFit.Curved, best.Hits);
        }

        return best;

        void Follow(Func<WalkedSite, IReadOnlyList<int>, CandidatePath?> fit, IReadOnlyList<int>? from = null)
        {
            var through = from ?? hits;
            for (var round = 0; round < MostRounds; round++)
            {
                if (fit(_site, through) is not { } path || _evidence.Weigh(path, self) is not { } weighed)
                {
                    return;
                }

                // What a path is worth counts only for the responses it was fitted to: a fit to fewer is less sure than it could be.
                var isSettled = AreSame(weighed.Hits, through);
                if (isSettled || round == MostRounds - 1)
                {
                    best = Better(best, weighed);
                }

                if (isSettled)
                {
                    return;
                }

                through = weighed.Hits;
            }
        }
    }

    /// <summary>The best shape through these: straight, bent, or with a corner between any two of them.</summary>
    private WeighedPath? Shaped(IReadOnlyList<int> hits, int self)
    {
        var best = Refined(hits, self);
        WeighedPath? cornered = null;
        for (var k = 2; k <= hits.Count - 2; k++)
        {
            cornered = Better(cornered, Cornered([.. hits.Take(k)], [.. hits.Skip(k)], self));
        }

        return OrCorner(best, cornered);
    }

    /// <summary>Two legs through these, and what comes to them.</summary>
    private WeighedPath? Cornered(IReadOnlyList<int> before, IReadOnlyList<int> after, int self)
    {
        WeighedPath? best = null;
        for (var round = 0; round < MostRounds; round++)
        {
            if (PathFit.Cornered(_site, before, after) is not { } path || _evidence.Weigh(path, self) is not { } weighed)
            {
                return best;
            }

            var corner = path.Legs[0].To;
            var first = weighed.Hits.Where(h => path.Legs[0].Local(_site.Responses[h].Place).X <= corner && IsNearer(path, h)).ToList();
            List<int> second = [.. weighed.Hits.Except(first)];
            var isSettled = AreSame(first, before) && AreSame(second, after);
            if (isSettled || round == MostRounds - 1)
            {
                best = Better(best, weighed);
            }

            if (isSettled)
            {
                return best;
            }

            (before, after) = (first, second);
        }

        return best;
    }

    private static bool AreSame(IReadOnlyList<int> a, IReadOnlyList<int> b) => a.Count == b.Count && a.All(b.Contains);

    private bool IsNearer(CandidatePath path, int hit)
    {
        double Off(PathLeg leg, bool isBefore)
        {
            var (x, y) = leg.Local(_site.Responses[hit].Place);
            var beyond = isBefore ? Math.Max(0, x - leg.To) : Math.Max(0, leg.From - x);
            return Math.Sqrt((y * y) + (beyond * beyond));
        }

        return Off(path.Legs[0], isBefore: true) <= Off(path.Legs[1], isBefore: false);
    }

    /// <summary>The path, or one that goes round a corner at either end of it where that explains more.</summary>
    private WeighedPath WithCorner(WeighedPath straight, int self)
    {
        if (straight.Path.Legs.Count > 1)
        {
            return straight;
        }

        var best = Better(straight, Shaped(straight.Hits, self))!;
        WeighedPath? round = null;
        foreach (var isForward in (bool[])[true, false])
        {
            List<int> hits = [.. isForward ? straight.Hits : straight.Hits.Reverse()];
            for (var keep = hits.Count; keep >= Math.Max(2, hits.Count - MostGivenUp); keep--)
            {
                var before = hits.GetRange(0, keep);
                var end = _site.Responses[before[^1]].Place;
                var back = (_site.Responses[before[0]].Place - end).Unit();
                var tried = 0;
                foreach (var seed in _seeds)
                {
                    var after = seed.Where(h => (_owner[h] == Nobody || _owner[h] == self) && !before.Contains(h)).ToList();
                    if (after.Count < 2 || !Meets(end, back, after))
                    {
                        continue;
                    }

                    round = Better(round, Cornered(before, after, self));

                    if (++tried > MostCorners)
                    {
                        break;
                    }
                }
            }
        }

        return best.Path.Legs.Count > 1 ? Better(best, round)! : OrCorner(best, round)!;
    }

    private const int MostGivenUp = 3;

    private const int MostCorners = 25;

    private const double CornerWithin = 8;

    /// <summary>True when a straight through the responses meets the line a little beyond its end.</summary>
    private bool Meets(SitePoint end, SitePoint back, List<int> after)
    {
        var (a, b) = (_site.Responses[after[0]].Place, _site.Responses[after[^1]].Place);
        var way = (b - a).Unit();
        var cross = back.Dot(way.Right);
        if (Math.Abs(cross) < 0.25)
        {
            return false;
        }

        var beyond = -(a - end).Dot(way.Right) / cross;
        var corner = end - (back * beyond);
        return beyond > -1 && beyond < CornerWithin && Math.Min(corner.DistanceTo(a), corner.DistanceTo(b)) < CornerWithin;
    }

    private void Improve(CancellationToken cancel)
    {
        for (var round = 0; round < MostRounds; round++)
        {
            cancel.ThrowIfCancellationRequested();
            _evidence = Evidence();
            var changed = Anew();
            changed |= Joined(cancel);
            for (var i = 0; i < _paths.Count; i++)
            {
                if (WithCorner(_paths[i], i) is var cornered && cornered.LogOdds > _paths[i].LogOdds + Gain)
                {
                    Put(i, cornered);
                    changed = true;
                }
            }

            if (!changed)
            {
                return;
            }
        }
    }

    private const double Gain = 1e-6;

    /// <summary>Every path weighed and fitted anew with what is free now; those that are worth too little go.</summary>
    private bool Anew()
    {
        var changed = false;
        for (var i = _paths.Count - 1; i >= 0; i--)
        {
            var was = _paths[i];
            var now = _evidence.Weigh(was.Path, i) is { } again && AreSame(again.Hits, was.Hits) ? again : null;
            var refined = was.Path.Legs.Count == 1
                ? Refined(was.Hits, i)
                : Cornered([.. was.Hits.Where(h => IsNearer(was.Path, h))], [.. was.Hits.Where(h => !IsNearer(was.Path, h))], i);
            now = now is null || (refined is not null && refined.LogOdds > now.LogOdds) ? refined : now;
            if (now is null || now.LogOdds < LeastLogOdds)
            {
                Remove(i);
                changed = true;
                continue;
            }

            changed |= !now.Hits.SequenceEqual(was.Hits);
            Put(i, now);
        }

        return changed;
    }

    /// <summary>Pieces that one path explains better than two: a straight, a bend, or two legs that meet.</summary>
    private bool Joined(CancellationToken cancel)
    {
        var changed = false;
        for (var i = 0; i < _paths.Count; i++)
        {
            for (var j = i + 1; j < _paths.Count; j++)
            {
                cancel.ThrowIfCancellationRequested();
                if (!IsNear(_paths[i], _paths[j]))
                {
                    continue;
                }

                var (a, b) = (_paths[i], _paths[j]);
                var owned = (int[])_owner.Clone();

                // The responses of both are free for the one.
                for (var r = 0; r < _owner.Length; r++)
                {
                    _owner[r] = _owner[r] == j ? i : _owner[r];
                }

                var both = a.Hits.Concat(b.Hits).ToList();
                var best = Refined(both, i);
                if (a.Path.Legs.Count == 1 && b.Path.Legs.Count == 1)
                {
                    best = Better(best, Cornered(a.Hits, b.Hits, i));
                }

                owned.CopyTo(_owner, 0);
                if (best is not null && best.LogOdds > a.LogOdds + b.LogOdds - LeastLogOdds + Gain)
                {
                    Remove(j);
                    Put(i, best);
                    changed = true;
                    j = i;
                    continue;
                }

                changed |= Exchanged(i, j) || Crossed(i, j) || Sided(i, j);
            }
        }

        return changed;
    }

    /// <summary>A corner is told where it earns it.</summary>
    private static WeighedPath? OrCorner(WeighedPath? plain, WeighedPath? cornered) =>
        plain is null || (cornered is not null && cornered.LogOdds > plain.LogOdds + CornerEarns) ? cornered : plain;

    private const double CornerEarns = 2.5;

    private static WeighedPath? Better(WeighedPath? a, WeighedPath? b) => a is null || (b is not null && b.LogOdds > a.LogOdds) ? b : a;

    /// <summary>Responses that either might have: the one takes all it can use, then the other what is left.</summary>
    private bool Exchanged(int i, int j)
    {
        var sum = _paths[i].LogOdds + _paths[j].LogOdds;
        foreach (var (first, second) in ((int, int)[])[(i, j), (j, i)])
        {
            var owned = (int[])_owner.Clone();
            for (var r = 0; r < _owner.Length; r++)
            {
                _owner[r] = _owner[r] == second ? first : _owner[r];
            }

            var takes = Again(_paths[first], first);
            if (takes is not null)
            {
                for (var r = 0; r < _owner.Length; r++)
                {
                    _owner[r] = _owner[r] != first ? _owner[r] : takes.Hits.Contains(r) ? first : second;
                }

                var left = Again(_paths[second] with { Hits = [.. _paths[second].Hits.Except(takes.Hits)] }, second);
                if (left is not null && left.LogOdds >= LeastLogOdds)
                {
                    // Weighed with each other's responses in their place.
                    for (var r = 0; r < _owner.Length; r++)
                    {
                        _owner[r] = _owner[r] == second && !left.Hits.Contains(r) ? Nobody : _owner[r];
                    }

                    takes = _evidence.Weigh(takes.Path, first) ?? takes;
                    if (takes.LogOdds + left.LogOdds > sum + Gain)
                    {
                        owned.CopyTo(_owner, 0);
                        Put(first, takes);
                        Put(second, left);
                        return true;
                    }
                }
            }

            owned.CopyTo(_owner, 0);
        }

        return false;
    }

    /// <summary>Two paths that come near each other may have taken each other's far ends: cut there and joined the other way.</summary>
    private bool Crossed(int i, int j)
    {
        var (a, b) = (_paths[i], _paths[j]);
        foreach (var (cutA, cutB) in Cuts(a, b))
        {
            foreach (var isTurned in (bool[])[false, true])
            {
                List<int> first = [.. a.Hits.Take(cutA), .. isTurned ? b.Hits.Take(cutB).Reverse() : b.Hits.Skip(cutB)];
                List<int> second = isTurned ? [.. a.Hits.Skip(cutA).Reverse(), .. b.Hits.Skip(cutB)] : [.. b.Hits.Take(cutB), .. a.Hits.Skip(cutA)];
                if (first.Count >= 2 && second.Count >= 2 && Both(i, j, first, second))
                {
                    return true;
                }
            }
        }

        return false;
    }

    /// <summary>Two that run side by side may have taken each other's responses all along: what lies left is the one's, what lies right the other's.</summary>
    private bool Sided(int i, int j)
    {
        List<int> both = [.. _paths[i].Hits, .. _paths[j].Hits];
        foreach (var path in (CandidatePath?[])[PathFit.Straight(_site, both), PathFit.Curved(_site, both), _paths[i].Path, _paths[j].Path])
        {
            if (path is null)
            {
                continue;
            }

            var off = both.Select(h => Aside(path, h)).ToList();
            var middle = off.Average(o => o.Aside);
            if (off.Max(o => Math.Abs(o.Aside - middle)) > SideBySide)
            {
                continue;
            }

            List<int> left = [.. Enumerable.Range(0, both.Count).Where(k => off[k].Aside < middle).OrderBy(k => off[k].Along).Select(k => both[k])];
            List<int> right = [.. Enumerable.Range(0, both.Count).Where(k => off[k].Aside >= middle).OrderBy(k => off[k].Along).Select(k => both[k])];
            if (left.Count >= 2 && right.Count >= 2 && Both(i, j, left, right))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Nothing farther apart is side by side, metres either way.</summary>
    private const double SideBySide = 1.5;

    private (double Along, double Aside) Aside(CandidatePath path, int hit)
    {
        var leg = path.Legs.Count == 1 || IsNearer(path, hit) ? 0 : 1;
        var (x, y) = path.Legs[leg].Local(_site.Responses[hit].Place);
        var slope = path.Legs[leg].Slope(x);
        return (path.AlongOf(leg, x), (y - path.Legs[leg].Offset(x)) / Math.Sqrt(1 + (slope * slope)));
    }

    /// <summary>How many responses of either lie before where the two are nearest; the neighbouring cuts too.</summary>
    private static IEnumerable<(int OfA, int OfB)> Cuts(WeighedPath a, WeighedPath b)
    {
        const int places = 30;
        var (best, least) = ((A: 0.0, B: 0.0), double.PositiveInfinity);
        for (var k = 0; k <= places; k++)
        {
            var at = a.First + ((a.Last - a.First) * k / places);
            for (var l = 0; l <= places; l++)
            {
                var bt = b.First + ((b.Last - b.First) * l / places);
                if (a.Path.At(at).DistanceTo(b.Path.At(bt)) is var apart && apart < least)
                {
                    (best, least) = ((at, bt), apart);
                }
            }
        }

        if (least > CrossWithin)
        {
            yield break;
        }

        int Before(WeighedPath path, double cut) => (int)Math.Round(path.Hits.Count * (cut - path.First) / Math.Max(1e-9, path.Last - path.First));
        var (na, nb) = (Before(a, best.A), Before(b, best.B));
        foreach (var (da, db) in ((int, int)[])[(0, 0), (1, 0), (0, 1), (-1, 0), (0, -1), (1, -1), (-1, 1), (1, 1), (-1, -1)])
        {
            if (na + da >= 0 && na + da <= a.Hits.Count && nb + db >= 0 && nb + db <= b.Hits.Count)
            {
                yield return (na + da, nb + db);
            }
        }
    }

    private const double CrossWithin = 2;

    /// <summary>Two paths begun anew from these responses, where together they are worth more than the two there are.</summary>
    private bool Both(int i, int j, List<int> first, List<int> second)
    {
        var sum = _paths[i].LogOdds + _paths[j].LogOdds;
        var owned = (int[])_owner.Clone();
        Own(i, first);
        Own(j, second);
        if (Shaped(first, i) is { } one)
        {
            Own(i, one.Hits);
            if (Shaped(second, j) is { } other && other.LogOdds >= LeastLogOdds)
            {
                Own(j, other.Hits);
                one = _evidence.Weigh(one.Path, i) ?? one;
                if (one.LogOdds + other.LogOdds > sum + Gain)
                {
                    owned.CopyTo(_owner, 0);
                    Put(i, one);
                    Put(j, other);
                    return true;
                }
            }
        }

        owned.CopyTo(_owner, 0);
        return false;
    }

    private void Own(int self, IReadOnlyList<int> hits)
    {
        for (var r = 0; r < _owner.Length; r++)
        {
            _owner[r] = _owner[r] == self ? Nobody : _owner[r];
        }

        foreach (var hit in hits)
        {
            _owner[hit] = self;
        }
    }

    private WeighedPath? Again(WeighedPath path, int self) => path.Path.Legs.Count == 1
        ? path.Hits.Count >= 2 ? Refined(path.Hits, self) : null
        : Cornered([.. path.Hits.Where(h => IsNearer(path.Path, h))], [.. path.Hits.Where(h => !IsNearer(path.Path, h))], self);

    private const double NearMetres = 12;

    private bool IsNear(WeighedPath a, WeighedPath b) =>
        a.Hits.Any(x => b.Hits.Any(y => _site.Responses[x].Place.DistanceTo(_site.Responses[y].Place) < NearMetres));

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
