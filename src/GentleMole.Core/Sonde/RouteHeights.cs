namespace GentleMole.Core.Sonde;

/// <summary>
/// The heights of a pipe along its way: an even fall, with stretches that rise or drop and depths that were wrong, every likely combination weighed by its marginal likelihood (Bayesian model
/// averaging; Hoeting et al. 1999). A wrong depth is back on the old line at the next fix; a stretch that rises is not.
/// </summary>
internal sealed class RouteHeights
{
    private const double Uneven = 0.008;
    private const double WayPart = 0.01;
    private const double StretchPrior = 0.3;
    private const double NextStretchPrior = 0.15;

    /// <summary>A step or a steep piece is laid on purpose, seldom, and where it is, the fixes say so loudly.</summary>
    private const double DropPrior = 0.01;
    private const double WrongPrior = 0.3;
    private const int LongestStretch = 15;
    private const int ManyFixes = 60;
    private const int LongestOfMany = 9;
    private const int Beam = 8;
    private const int BestStretches = 24;
    private const int BestDrops = 8;
    private const int BestWrong = 8;
    private const double Negligible = 9;
    private const double Hopeless = 4;
    private const int MostWeighed = 200;

    private readonly List<(double Weight, RouteState State)> _states;

    private RouteHeights(List<(double Weight, RouteState State)> states, int count)
    {
        _states = states;
        var (heights, sigmas) = (new double[count], new double[count]);
        for (var i = 0; i < count; i++)
        {
            var blend = new Blend();
            foreach (var (weight, state) in states)
            {
                var (mean, variance) = state.At(i);
                blend.Add(weight, mean, variance);
            }

            (heights[i], sigmas[i]) = (blend.Mean, blend.Sigma);
        }

        (Heights, Sigmas) = (heights, sigmas);
        Wrong = [.. Enumerable.Range(0, count).Where(i => states.Where(s => s.State.Wrong.Contains(i)).Sum(s => s.Weight) > 0.5)];
        Backfalls = Joined([.. Enumerable.Range(0, Math.Max(0, count - 1)).Select(i => states.Where(s => s.State.Stretches.Any(r => !r.Drops && r.From <= i && i < r.To)).Sum(s => s.Weight) > 0.5)]);
    }

    /// <summary>Fitted heights.</summary>
    public double[] Heights { get; }

    /// <summary>Their standard deviations.</summary>
    public double[] Sigmas { get; }

    /// <summary>Numbers of the depths that are wrong.</summary>
    public List<int> Wrong { get; }

    /// <summary>Stretches that rise.</summary>
    public List<RouteStretch> Backfalls { get; }

    /// <summary>Weighs what may have happened.</summary>
    /// <param name="way">Along the pipe in plan, growing.</param>
    /// <param name="heights">As read, from one level.</param>
    /// <param name="depthSigma">Of each.</param>
    public static RouteHeights Of(double[] way, double[] heights, double depthSigma)
    {
        var middle = heights.Average();
        var z = Array.ConvertAll(heights, h => h - middle);
        var variance = (depthSigma * depthSigma) + (Uneven * Uneven);
        var all = new List<(double Log, RouteState State)>();
        var known = new HashSet<string>();
        RouteState Add(RouteStretch[] stretches, int[] wrong)
        {
            var state = RouteState.Of(way, z, variance, stretches, wrong);
            all.Add((state.LogEvidence + Prior(stretches, wrong.Length, way.Length), state));
            return state;
        }

        Add([], []);
        List<RouteStretch> stretches = [];
        for (var from = 0; from < way.Length; from++)
        {
            for (var to = from + 1; to < Math.Min(way.Length, from + 1 + (way.Length > ManyFixes ? LongestOfMany : LongestStretch)); to++)
            {
                stretches.Add(new RouteStretch(from, to));
                stretches.Add(new RouteStretch(from, to, Drops: true));
            }
        }

        // With four fixes and fewer a line has no neighbour to be held against.
        if (way.Length >= FewestToJudge)
        {
            var single = stretches.Select(s => (Stretch: s, Add([s], []).LogEvidence)).OrderByDescending(s => s.LogEvidence).Select(s => s.Stretch).ToList();
            stretches = [.. single.Where(s => !s.Drops).Take(BestStretches), .. single.Where(s => s.Drops).Take(BestDrops)];
            List<int> wrong = [.. Enumerable.Range(0, way.Length).Select(i => (I: i, Add([], [i]).LogEvidence)).OrderByDescending(s => s.LogEvidence).Take(BestWrong).Select(s => s.I)];
            var beam = Best(all);
            for (var level = 0; level < Math.Clamp(way.Length / 8, 2, 8) && beam.Count > 0; level++)
            {
                var before = all.Count;
                foreach (var state in beam)
                {
                    foreach (var stretch in stretches.Where(s => state.Stretches.Length > 0 || state.Wrong.Length > 0).Where(s => Array.TrueForAll(state.Stretches, s.IsApart)))
                    {
                        RouteStretch[] more = [.. state.Stretches.Append(stretch).OrderBy(s => s.From)];
                        if (known.Add(Name(more, state.Wrong)))
                        {
                            Add(more, state.Wrong);
                        }
                    }

                    foreach (var i in wrong.Where(i => (state.Stretches.Length > 0 || state.Wrong.Length > 0) && !state.Wrong.Contains(i) && state.Wrong.Length < MostWrong(way.Length)))
                    {
                        int[] more = [.. state.Wrong.Append(i).Order()];
                        if (known.Add(Name(state.Stretches, more)))
                        {
                            Add(state.Stretches, more);
                        }
                    }
                }

                // What is less likely by far than what is known already leads to nothing likelier.
                beam = all.Count == before || all.Skip(before).Max(a => a.Log) < all.Take(before).Max(a => a.Log) - Hopeless ? [] : Best(all[before..]);
            }
        }

        var most = all.Max(a => a.Log);
        List<(double Weight, RouteState State)> weighed = [.. all.Where(a => a.Log > most - Negligible).OrderByDescending(a => a.Log).Take(MostWeighed).Select(a => (Math.Exp(a.Log - most), a.State))];
        var sum = weighed.Sum(w => w.Weight);
        var found = new RouteHeights([.. weighed.Select(w => (w.Weight / sum, w.State))], way.Length);
        for (var i = 0; i < way.Length; i++)
        {
            found.Heights[i] += middle;
        }

        return found;
    }

    /// <summary>The fall a metre between two fixes.</summary>
    public Estimate Fall(int from, int to)
    {
        if (from == to)
        {
            return default;
        }

        var blend = new Blend();
        foreach (var (weight, state) in _states)
        {
            // The pipe itself is uneven at both ends, and the way between them is not known to the last.
            var (mean, variance) = state.Fall(from, to);
            var length = state.LengthBetween(from, to);
            blend.Add(weight, mean, variance + (2 * Uneven * Uneven / (length * length)) + (WayPart * WayPart * mean * mean));
        }

        return blend.Interval();
    }

    private const int FewestToJudge = 5;

    private static int MostWrong(int fixes) => Math.Max(1, fixes / 15);

    private static List<RouteState> Best(List<(double Log, RouteState State)> states) => [.. states.OrderByDescending(s => s.Log).Take(Beam).Select(s => s.State)];

    private static string Name(RouteStretch[] stretches, int[] wrong) => string.Join(',', stretches.Select(s => $"{s.From}{(s.Drops ? '>' : '-')}{s.To}")) + "|" + string.Join(',', wrong);

    private static double Prior(RouteStretch[] stretches, int wrong, int fixes)
    {
        double ways = Math.Max(1, Enumerable.Range(1, Math.Max(1, fixes - 1)).Sum(k => Math.Min(LongestStretch, fixes - k)));
        var rising = stretches.Count(s => !s.Drops);
        var log = rising == 0 ? 0 : Math.Log(StretchPrior / ways) + ((rising - 1) * Math.Log(NextStretchPrior / ways));
        return log + ((stretches.Length - rising) * Math.Log(DropPrior / ways)) + (wrong * Math.Log(WrongPrior / fixes));
    }

    private static List<RouteStretch> Joined(bool[] isIn)
    {
        var found = new List<RouteStretch>();
        for (var i = 0; i < isIn.Length; i++)
        {
            if (isIn[i] && i > 0 && isIn[i - 1])
            {
                found[^1] = found[^1] with { To = i + 1 };
            }
            else if (isIn[i])
            {
                found.Add(new RouteStretch(i, i + 1));
            }
        }

        return found;
    }
}
