namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Intervals for rows in which the line hardly stands out of the noise. There the likelihood has more than one hill and no
/// parabola describes it, so place and depth are integrated over a grid, the amplitude by Laplace's method at each node.
/// Prior: any place in and just beside the row; depth log-normal about one metre, 95 % of it from 0.14 to 7 m, which is where
/// utilities lie; any order of magnitude of the current.
/// </summary>
internal static class WeakSignalPosterior
{
    /// <summary>Rows longer than this get a coarser grid: the work grows with both.</summary>
    private const int LongRow = 1000;

    private const double LeastDepth = 0.05;
    private const double GreatestDepth = 12;
    private const double PriorSigma = 1.0;

    /// <summary>True when the row does not fix the line well enough for its profile to be trusted.</summary>
    public static bool IsNeeded(Estimate position, Estimate logDepth) =>
        logDepth.High95 - logDepth.Low95 > 0.8 || position.HalfWidth > 0.2 * Math.Exp(logDepth.Value);

    public static (Estimate Position, Estimate LogDepth, Estimate LogAmplitude) Integrate(
        LineLikelihood likelihood, LineParameters best, double rowLow, double rowHigh)
    {
        var (placeNodes, depthNodes) = likelihood.Count > LongRow ? (41, 25) : (81, 49);
        var beside = 0.25 * (rowHigh - rowLow);
        var places = Nodes(rowLow - beside, rowHigh + beside, placeNodes);
        var depths = Nodes(Math.Log(LeastDepth), Math.Log(GreatestDepth), depthNodes);
        var weights = new double[placeNodes * depthNodes];
        var amplitudes = new (double Log, double Sigma)[weights.Length];
        var highest = double.NegativeInfinity;
        for (var i = 0; i < placeNodes; i++)
        {
            var start = best.LogAmplitude;
            for (var j = 0; j < depthNodes; j++)
            {
                var (log, cost, information) = likelihood.BestAmplitude(places[i], depths[j], start, best.LogAmplitude);
                start = log;
                var sigma = Math.Min(1, 1 / Math.Sqrt(Math.Max(information, 1e-12)));
                var prior = depths[j] / PriorSigma;
                weights[(i * depthNodes) + j] = (-cost / 2) + Math.Log(sigma) - (prior * prior / 2);
                amplitudes[(i * depthNodes) + j] = (log, sigma);
                highest = Math.Max(highest, weights[(i * depthNodes) + j]);
            }
        }

        for (var k = 0; k < weights.Length; k++)
        {
            weights[k] = Math.Exp(weights[k] - highest);
        }

        var byPlace = places.Select((p, i) => (p, Enumerable.Range(0, depthNodes).Sum(j => weights[(i * depthNodes) + j])));
        var byDepth = depths.Select((d, j) => (d, Enumerable.Range(0, placeNodes).Sum(i => weights[(i * depthNodes) + j])));

        // Three points stand for the spread of the amplitude at a node (Gauss–Hermite).
        var byAmplitude = amplitudes.SelectMany((a, k) => new[]
        {
            (a.Log - (Math.Sqrt(3) * a.Sigma), weights[k] / 6), (a.Log, weights[k] * 2 / 3), (a.Log + (Math.Sqrt(3) * a.Sigma), weights[k] / 6),
        });
        return (
            Interval(byPlace, best.Offset, places[1] - places[0]),
            Interval(byDepth, best.LogDepth, depths[1] - depths[0]),
            Interval(byAmplitude, best.LogAmplitude, 0));
    }

    private static double[] Nodes(double low, double high, int count) =>
        [.. Enumerable.Range(0, count).Select(i => low + ((high - low) * i / (count - 1)))];

    /// <summary>Quantiles of weighted nodes, each spread evenly over its cell; the value stays the best fit, or the median where that lies outside.</summary>
    private static Estimate Interval(IEnumerable<(double Value, double Weight)> nodes, double best, double cell)
    {
        var sorted = nodes.OrderBy(n => n.Value).ToList();
        var total = sorted.Sum(n => n.Weight);
        double Quantile(double part)
        {
            var target = part * total;
            double before = 0;
            foreach (var (value, weight) in sorted)
            {
                if (before + weight >= target && weight > 0)
                {
                    return value + (cell * (((target - before) / weight) - 0.5));
                }

                before += weight;
            }

            return sorted[^1].Value;
        }

        var (low, high) = (Quantile(0.025), Quantile(0.975));
        return new Estimate(best >= low && best <= high ? best : Quantile(0.5), low, high);
    }
}
