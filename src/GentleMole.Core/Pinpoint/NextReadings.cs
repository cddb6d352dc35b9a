namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Where in a row a further reading would narrow the place most: what each sample of the posterior would show there is set
/// against where it has the line (linear Bayes; Goldstein and Wooff 2007, chapter 2). Greedy: the second by what the first leaves.
/// </summary>
internal static class NextReadings
{
    private const int Most = 2;
    private const double StepMetres = 0.1;
    private const double BeyondMetres = 1.0;

    /// <summary>Less than this part narrower is not worth a walk.</summary>
    private const double WorthPart = 0.85;

    /// <param name="pairs">Samples of one line or two, each worth the same.</param>
    /// <param name="low">Lowest offset of the row.</param>
    /// <param name="high">Highest offset of the row.</param>
    /// <param name="unit">Size of the unit of amplitude of the samples, in the unit of the noise.</param>
    public static IReadOnlyList<NextReading> Of(IReadOnlyList<double[]> pairs, double low, double high, double height, double unit, ReadingNoise noise)
    {
        if (pairs.Count < 10)
        {
            return [];
        }

        double[] place = Centred([.. pairs.Select(p => p[0])]);
        var before = Variance(place);
        var chosen = new List<NextReading>();
        var known = new List<double[]>();
        while (chosen.Count < Most && before > 0)
        {
            var best = Candidates(low, high)
                .Select(x => (X: x, After: After(pairs, place, known, x, height, unit, noise)))
                .MinBy(c => c.After.Variance);
            if (!(best.After.Variance < WorthPart * WorthPart * before))
            {
                break;
            }

            (place, before) = (best.After.Place, best.After.Variance);
            known.AddRange(best.After.Shown);
            chosen.Add(new NextReading(Math.Round(best.X, 2), 1.96 * Math.Sqrt(before)));
        }

        return chosen;
    }

    private static IEnumerable<double> Candidates(double low, double high)
    {
        var first = Math.Ceiling((low - BeyondMetres) / StepMetres);
        var count = Math.Min(400, (int)(((high + BeyondMetres) / StepMetres) - first) + 1);
        return Enumerable.Range(0, count).Select(i => (first + i) * StepMetres);
    }

    /// <summary>What is left of the place once peak and null at x are known, by linear regression with their scatter.</summary>
    private static (double Variance, double[] Place, IReadOnlyList<double[]> Shown) After(
        IReadOnlyList<double[]> pairs, double[] place, List<double[]> known, double x, double height, double unit, ReadingNoise noise)
    {
        var left = place;
        var shown = new List<double[]>();
        var lost = 0.0;
        foreach (var isPeak in new[] { true, false })
        {
            var sizes = pairs.Select(p =>
            {
                var (horizontal, vertical) = RowLikelihood.Response(p, x, height);
                return Math.Abs(isPeak ? horizontal : vertical) * unit;
            }).ToArray();
            var sigma = noise.SigmaAt(sizes.Average());
            var rest = Centred(sizes);
            foreach (var former in known.Concat(shown))
            {
                rest = Without(rest, former, 0);
            }

            var variance = Variance(rest) + (sigma * sigma);
            if (!(variance > 0) || !double.IsFinite(variance))
            {
                continue;
            }

            var slope = Covariance(left, rest) / variance;

            // The scatter of the reading itself stays in the place.
            lost += slope * slope * sigma * sigma;
            left = Without(left, rest, sigma * sigma);
            shown.Add(rest);
        }

        return (Variance(left) + lost, left, shown);
    }

    private static double[] Without(double[] values, double[] explained, double scatter)
    {
        var variance = Variance(explained) + scatter;
        if (!(variance > 0))
        {
            return values;
        }

        var slope = Covariance(values, explained) / variance;
        return [.. values.Zip(explained, (v, e) => v - (slope * e))];
    }

    private static double[] Centred(double[] values)
    {
        var mean = values.Average();
        return Array.ConvertAll(values, v => v - mean);
    }

    private static double Variance(double[] centred) => Covariance(centred, centred);

    private static double Covariance(double[] one, double[] other)
    {
        double sum = 0;
        for (var i = 0; i < one.Length; i++)
        {
            sum += one[i] * other[i];
        }

        return sum / one.Length;
    }
}
