namespace GentleMole.Core.Candidates;

/// <content>All paths together: fitted anew, joined, and what one took from another given back.</content>
public sealed partial class CandidateSearch
{
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
                Give(j, i);

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

    /// <summary>Responses that either might have: the one takes all it can use, then the other what is left.</summary>
    private bool Exchanged(int i, int j)
    {
        var sum = _paths[i].LogOdds + _paths[j].LogOdds;
        foreach (var (first, second) in ((int, int)[])[(i, j), (j, i)])
        {
            var owned = (int[])_owner.Clone();
            Give(second, first);

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

    /// <summary>All responses of one are another's.</summary>
    private void Give(int from, int to)
    {
        for (var r = 0; r < _owner.Length; r++)
        {
            _owner[r] = _owner[r] == from ? to : _owner[r];
        }
    }

    private void Own(int self, IReadOnlyList<int> hits)
    {
        Give(self, Nobody);

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
}
