namespace GentleMole.Core.Grids;

/// <summary>
/// Joins the responses of a grid into runs: followed from line to line, weighed, the best taken with its responses, then the next; pieces
/// of one run joined. What belongs to no run is isolated. How far responses scatter is taken from the runs themselves.
/// </summary>
public sealed class RunSearch
{
    private const int Rounds = 3;
    private const int FewestHits = 3;
    private const double LeastLogOdds = 0;
    private const double UsualSigma = 0.1;

    private readonly WalkedGrid _grid;
    private readonly int[] _owner;
    private readonly RunEvidence _evidence;
    private readonly RunGrowth _growth;
    private readonly List<RunPath> _runs = [];

    private RunSearch(WalkedGrid grid, RunEvidence evidence)
    {
        (_grid, _evidence) = (grid, evidence);
        _owner = new int[grid.Met.Length];
        Array.Fill(_owner, RunGrowth.Nobody);
        _growth = new RunGrowth(grid, evidence, _owner);
    }

    /// <summary>All runs of what was walked and found. The grid is one that <see cref="GridRules"/> lets pass.</summary>
    /// <exception cref="OperationCanceledException">It was given up.</exception>
    public static GridRuns Of(IReadOnlyList<GridLine> lines, CancellationToken cancel = default)
    {
        var grid = new WalkedGrid(lines);
        var isOwn = IsOwn(lines);
        var (alarms, sigma, factor, velocity) = ((grid.Met.Length + 1) / grid.TotalLength, UsualSigma, 1.0, grid.Velocity);
        RunSearch search;
        for (var round = 1; ; round++)
        {
            search = new RunSearch(grid, new RunEvidence(grid, alarms, sigma, factor, velocity, isOwn));
            search.Take(cancel);
            search.Join(cancel);
            if (round == Rounds)
            {
                search.Exchange(cancel);
                break;
            }

            alarms = (search._owner.Count(o => o == RunGrowth.Nobody) + 1) / grid.TotalLength;
            (sigma, factor) = search.Scatter(sigma, factor);
            velocity = search.Ground(isOwn) ?? velocity;
            isOwn = isOwn && search.IsQuickerAslant(velocity);
        }

        return search.Told(search.Ground(isOwn) ?? velocity, isOwn);
    }

    /// <summary>True when responses of one line (of all, where no line has two) differ in velocity: each has that of its own curve. What is alike to the digit is the ground's.</summary>
    private static bool IsOwn(IReadOnlyList<GridLine> lines)
    {
        static (int Alike, int All) Alike(IReadOnlyList<GridTarget> targets) => (
            targets.Zip(targets.Skip(1), (a, b) => Math.Abs((b.VelocityMetresPerNanosecond / a.VelocityMetresPerNanosecond) - 1)).Count(off => off < SameVelocity), Math.Max(0, targets.Count - 1));
        var (alike, pairs) = lines.Select(l => Alike(l.Targets)).Aggregate((0, 0), (sum, l) => (sum.Item1 + l.Alike, sum.Item2 + l.All));
        if (pairs < EnoughPairs)
        {
            (alike, pairs) = Alike([.. lines.SelectMany(l => l.Targets)]);
        }

        return pairs == 0 || alike < pairs / 2.0;
    }

    private const int EnoughPairs = 3;
    private const double SameVelocity = 5e-4;

    /// <summary>The best run with what is free, again and again.</summary>
    private void Take(CancellationToken cancel)
    {
        var queue = new PriorityQueue<RunPath, double>();
        var passed = new HashSet<(int, int)>();
        foreach (var (a, b) in RunSeeds.Of(_grid, _evidence, cancel))
        {
            cancel.ThrowIfCancellationRequested();
            if (passed.Contains((a, b)))
            {
                continue;
            }

            var hits = _growth.Follow([a, b]);
            if (hits.Length < FewestHits)
            {
                continue;
            }

            var run = Trimmed(hits);
            for (var k = 0; k < run.Hits.Length; k++)
            {
                for (var l = k + 1; l < Math.Min(run.Hits.Length, k + 4) && run.LogOdds > LeastLogOdds; l++)
                {
                    passed.Add((Math.Min(run.Hits[k], run.Hits[l]), Math.Max(run.Hits[k], run.Hits[l])));
                }
            }

            if (run.LogOdds > LeastLogOdds)
            {
                queue.Enqueue(run, -run.LogOdds);
            }
        }

        while (queue.TryDequeue(out var best, out _))
        {
            cancel.ThrowIfCancellationRequested();
            if (best.Hits.All(h => _owner[h] == RunGrowth.Nobody))
            {
                Put(best);
                continue;
            }

            // Some of it belongs to a better one by now: what is left of it is followed anew.
            if (Longest(best.Hits) is { Length: >= 2 } left && _growth.Follow(left) is { Length: >= FewestHits } again && Trimmed(again) is var run && run.LogOdds > LeastLogOdds)
            {
                queue.Enqueue(run, -run.LogOdds);
            }
        }
    }

    private int[] Longest(int[] hits)
    {
        var (best, from) = ((From: 0, Count: 0), 0);
        for (var k = 0; k <= hits.Length; k++)
        {
            if (k == hits.Length || _owner[hits[k]] != RunGrowth.Nobody)
            {
                best = k - from > best.Count ? (from, k - from) : best;
                from = k + 1;
            }
        }

        return hits[best.From..(best.From + best.Count)];
    }

    /// <summary>Without the ends that it is worth more without.</summary>
    private RunPath Trimmed(int[] hits)
    {
        var best = _evidence.Weigh(hits, _growth.Between(hits));
        while (best.Hits.Length > FewestHits)
        {
            var hit = best.Hits;
            var (withoutFirst, withoutLast) = (
                _evidence.Weigh(hit.AsSpan(1), best.Missed - _growth.Between(best.Hits[..2])), _evidence.Weigh(hit.AsSpan(0, hit.Length - 1), best.Missed - _growth.Between(best.Hits[^2..])));
            var better = withoutFirst.LogOdds > withoutLast.LogOdds ? withoutFirst : withoutLast;
            if (better.LogOdds <= best.LogOdds)
            {
                break;
            }

            best = better;
        }

        return best;
    }

    private void Put(RunPath run)
    {
        Own(run, _runs.Count);
        _runs.Add(run);
    }

    /// <summary>Pieces that one run explains better than two, and single responses that belong in a gap.</summary>
    private void Join(CancellationToken cancel)
    {
        for (var i = 0; i < _runs.Count; i++)
        {
            for (var j = i + 1; j < _runs.Count; j++)
            {
                cancel.ThrowIfCancellationRequested();
                if (Joined(_runs[i], _runs[j]) is { } both)
                {
                    _runs[i] = both;
                    _runs.RemoveAt(j);
                    for (var m = 0; m < _owner.Length; m++)
                    {
                        _owner[m] = _owner[m] == j ? i : _owner[m] > j ? _owner[m] - 1 : _owner[m];
                    }

                    j = i;
                }
            }
        }
    }

    private RunPath? Joined(RunPath a, RunPath b)
    {
        RunPath? best = null;
        foreach (var (first, second) in ((int[], int[])[])[(a.Hits, b.Hits), ([.. a.Hits.Reverse()], b.Hits), (a.Hits, [.. b.Hits.Reverse()]), ([.. a.Hits.Reverse()], [.. b.Hits.Reverse()])])
        {
            var (end, begin) = (_grid.Met[first[^1]].Place, _grid.Met[second[0]].Place);
            var (way, on) = (end - _grid.Met[first[^2]].Place, _grid.Met[second[1]].Place - begin);
            if (end.DistanceTo(begin) > JoinSpacings * _grid.Spacing || way.Dot(begin - end) <= 0 || on.Dot(begin - end) <= 0)
            {
                continue;
            }

            int[] hits = [.. first, .. second];
            var both = _evidence.Weigh(hits, _growth.Between(hits));
            best = both.LogOdds > a.LogOdds + b.LogOdds && both.LogOdds > (best?.LogOdds ?? double.NegativeInfinity) ? both : best;
        }

        return best;
    }

    private const double JoinSpacings = 8;

    /// <summary>Two runs that cross may have taken each other's far ends: cut where they are nearest, and joined the other way where that explains more.</summary>
    private void Exchange(CancellationToken cancel)
    {
        for (var i = 0; i < _runs.Count; i++)
        {
            for (var j = i + 1; j < _runs.Count; j++)
            {
                cancel.ThrowIfCancellationRequested();
                if (Exchanged(_runs[i], _runs[j]) is var (one, other))
                {
                    (_runs[i], _runs[j]) = (one, other);
                    Own(one, i);
                    Own(other, j);
                }
            }
        }
    }

    private (RunPath One, RunPath Other)? Exchanged(RunPath a, RunPath b)
    {
        var (k, l, apart) = (0, 0, double.PositiveInfinity);
        for (var x = 0; x < a.Hits.Length; x++)
        {
            for (var y = 0; y < b.Hits.Length; y++)
            {
                if (_grid.Met[a.Hits[x]].Place.DistanceTo(_grid.Met[b.Hits[y]].Place) is var far && far < apart)
                {
                    (k, l, apart) = (x, y, far);
                }
            }
        }

        if (apart > _grid.Spacing * ExchangeSpacings || Math.Abs(_grid.Met[a.Hits[k]].Cover - _grid.Met[b.Hits[l]].Cover) > 4 * _evidence.CoverFactor * (_grid.Met[a.Hits[k]].CoverSigma + _grid.Met[b.Hits[l]].CoverSigma))
        {
            return null;
        }

        (RunPath, RunPath)? best = null;
        var most = a.LogOdds + b.LogOdds + Gain;
        foreach (var (da, db) in Beside)
        {
            var (ca, cb) = (k + da, l + db);
            if (ca < FewestHits || cb < FewestHits || a.Hits.Length - ca < FewestHits || b.Hits.Length - cb < FewestHits)
            {
                continue;
            }

            foreach (var isTurned in (bool[])[false, true])
            {
                int[] first = [.. a.Hits[..ca], .. isTurned ? b.Hits[..cb].Reverse() : b.Hits[cb..]];
                int[] second = isTurned ? [.. a.Hits[ca..].Reverse(), .. b.Hits[cb..]] : [.. b.Hits[..cb], .. a.Hits[ca..]];
                var (one, other) = (_evidence.Weigh(first, _growth.Between(first)), _evidence.Weigh(second, _growth.Between(second)));
                if (one.LogOdds + other.LogOdds > most)
                {
                    (best, most) = ((one, other), one.LogOdds + other.LogOdds);
                }
            }
        }

        return best;
    }

    private const double ExchangeSpacings = 1.5;
    private const double Gain = 1e-6;
    private static readonly (int, int)[] Beside = [.. Enumerable.Range(-5, 11).SelectMany(a => Enumerable.Range(-1, 3).Select(b => (a, a + b))), .. Enumerable.Range(-5, 11).SelectMany(a => Enumerable.Range(-1, 3).Select(b => (a, -a + b)))];

    private void Own(RunPath run, int index)
    {
        foreach (var hit in run.Hits)
        {
            _owner[hit] = index;
        }
    }

    /// <summary>How far responses lie from the runs that they are of, beside what was thought.</summary>
    private (double Sigma, double CoverFactor) Scatter(double sigma, double factor)
    {
        var (off, deeper) = (new List<double>(), new List<double>());
        foreach (var run in _runs.Where(r => r.Hits.Length >= EnoughHits))
        {
            for (var k = 1; k < run.Hits.Length - 1; k++)
            {
                ref readonly var met = ref _grid.Met[run.Hits[k]];
                var free = Math.Sqrt(Math.Max(0.2, 1 - (run.Aside.Variance(k) / Math.Pow(sigma * run.Sines[k], 2))));
                off.Add(Math.Abs((met.Place - run.At(k)).Dot(run.Way(k).Right)) / run.Sines[k] / free);
                var stated = factor * met.CoverSigma;
                var freeCover = Math.Sqrt(Math.Max(0.2, 1 - (run.Cover.Variance(k) / (stated * stated))));
                deeper.Add(Math.Abs(_evidence.Corrected(met, run.Sines[k]) - run.Cover.Value(k)) / met.CoverSigma / freeCover);
            }
        }

        if (off.Count < EnoughTogether)
        {
            return (sigma, factor);
        }

        off.Sort();
        deeper.Sort();
        return (Math.Clamp(MedianToSigma * off[off.Count / 2], 0.02, 0.3), Math.Clamp(MedianToSigma * deeper[deeper.Count / 2], 0.3, 3));
    }

    private const int EnoughHits = 5;
    private const int EnoughTogether = 12;
    private const double MedianToSigma = 1.4826;

    /// <summary>Searching among thousands makes log odds too bold: what they came to on made-up grids of other seeds.</summary>
    private const double EvenLogOdds = 11;

    private const double ChancePerLogOdds = 0.45;
    private const double MostLogOdds = 20;

    private static double Chance(RunPath run) => 1 / (1 + Math.Exp(-ChancePerLogOdds * (Math.Min(run.LogOdds, MostLogOdds) - EvenLogOdds)));

    private const double NinetyFive = 1.96;

    /// <summary>
    /// Velocity of the ground by the runs: by those crossed square where there are enough of them, else by all, the angles allowed for.
    /// Null without runs.
    /// </summary>
    private double? Ground(bool isOwn)
    {
        var all = _runs.SelectMany(r => r.Hits.Select((h, k) => (Sine: r.Sines[k], Velocity: _grid.Met[h].Velocity * (isOwn ? r.Sines[k] : 1)))).ToList();
        var square = all.Where(v => v.Sine > SquareSine).ToList();
        var told = (square.Count >= EnoughSquare ? square : all).Select(v => v.Velocity).Order().ToList();
        return told.Count == 0 ? null : told[told.Count / 2];
    }

    /// <summary>
    /// False when runs that are crossed aslant look no quicker than those crossed square: their lines have put them right for the angle
    /// already. Where nothing is crossed square, or nothing aslant, nothing speaks against each having its own.
    /// </summary>
    private bool IsQuickerAslant(double velocity)
    {
        var all = _runs.SelectMany(r => r.Hits.Select((h, k) => (Slant: -Math.Log(r.Sines[k]), Quicker: Math.Log(_grid.Met[h].Velocity / velocity)))).ToList();
        var aslant = all.Where(v => v.Slant > ClearSlant).Select(v => v.Quicker / v.Slant).Order().ToList();
        return aslant.Count < EnoughSquare || all.Count(v => v.Slant < -Math.Log(SquareSine)) < EnoughSquare || aslant[aslant.Count / 2] > 0.5;
    }

    private const double ClearSlant = 0.12;
    private const double SquareSine = 0.96;
    private const int EnoughSquare = 5;

    private GridRuns Told(double velocity, bool isOwn)
    {
        var told = _runs.OrderByDescending(r => r.LogOdds).Where(r => Chance(r) >= RadarRun.ClaimFrom).ToList();
        var joined = told.SelectMany(r => r.Hits).ToHashSet();
        return new GridRuns(
            [.. told.Select(r => Told(r, isOwn))], [.. Enumerable.Range(0, _grid.Met.Length).Where(m => !joined.Contains(m)).Select(m => (_grid.Met[m].Line, _grid.Met[m].Index)).Order()], _grid.Met.Length == 0 ? null : velocity);
    }

    private RadarRun Told(RunPath run, bool isOwn)
    {
        var n = run.Hits.Length;
        var points = new RunPoint[n];
        for (var k = 0; k < n; k++)
        {
            ref readonly var met = ref _grid.Met[run.Hits[k]];
            points[k] = new RunPoint(run.At(k), Math.Max(0, run.Cover.Value(k)), met.Line, met.Index, Math.Asin(Math.Min(1, run.Sines[k])) * 180 / Math.PI);
        }

        var stated = run.Hits.Average(h => Math.Pow(_grid.Met[h].CoverSigma, 2));
        // What is stated and does not show as scatter from line to line is common to all of them: a velocity that is off.
        var common = Math.Max(stated * (1 - Math.Min(1, _evidence.CoverFactor * _evidence.CoverFactor)), Math.Pow(LeastCommon * points[n / 2].CoverMetres, 2));
        return new RadarRun(
            points, NinetyFive * Math.Sqrt(run.Cover.Variance(n / 2) + common), NinetyFive * Math.Sqrt(Enumerable.Range(0, n).Average(k => run.Aside.Variance(k))),
            2 * run.Hits.Count(h => _grid.Met[h].IsNormal) > n, Chance(run), n + run.Missed)
        {
            VelocityMetresPerNanosecond = run.Hits.Select((h, k) => _grid.Met[h].Velocity * (isOwn ? run.Sines[k] : 1)).Order().ElementAt(n / 2),
        };
    }

    private const double LeastCommon = 0.02;
}
