using MathNet.Numerics.Distributions;

namespace GentleMole.Core.Ledger;

/// <summary>Where a current steps, and by how much.</summary>
internal static class LossFinder
{
    /// <summary>Of a step's chance so much lies in the stretch that is told.</summary>
    private const double Held = 0.95;

    /// <summary>A step is told from here on.</summary>
    private const double Told = 0.5;

    /// <summary>Gaps beside the likeliest that have less of its chance belong to another step, or to none.</summary>
    private const double Alike = 0.02;

    /// <summary>Sets from which the size is taken, and draws of each.</summary>
    private const int MostSets = 120;

    private const int Draws = 512;

    /// <summary>Spread evenly (Hammersley) through two normals.</summary>
    private static readonly (double First, double Second)[] Points =
        [.. Enumerable.Range(0, Draws).Select(i => (Normal.InvCDF(0, 1, (i + 0.5) / Draws), Normal.InvCDF(0, 1, Reversed(i))))];

    /// <summary>Steps with the stretch of gaps that holds each, in their order along the walk.</summary>
    public static IReadOnlyList<(int First, int Last, double Probability)> Stretches(WalkEvidence walk)
    {
        var chance = new double[walk.Gaps.Length];
        foreach (var set in walk.Sets)
        {
            foreach (var gap in set.Steps)
            {
                chance[gap] += set.Weight;
            }
        }

        var found = new List<(int First, int Last, double Probability)>();
        while (true)
        {
            var top = Array.IndexOf(chance, chance.Max());
            if (chance[top] <= 0)
            {
                return [.. found.OrderBy(f => f.First)];
            }

            // What was told already has no chance left, and is not gone into again.
            var (first, last) = (top, top);
            while (first > 0 && chance[first - 1] > Alike * chance[top])
            {
                first--;
            }

            while (last + 1 < chance.Length && chance[last + 1] > Alike * chance[top])
            {
                last++;
            }

            // Two steps of one set in the same stretch would count twice.
            var total = walk.Sets.Where(s => s.Steps.Any(g => g >= first && g <= last)).Sum(s => s.Weight);
            if (total < Told)
            {
                return [.. found.OrderBy(f => f.First)];
            }

            var sum = chance[first..(last + 1)].Sum();
            var (from, to) = Shortest(chance, first, last, Held * sum, walk.U);
            found.Add((from, to, Math.Min(1, total)));
            Array.Clear(chance, first, last - first + 1);
        }
    }

    /// <summary>What is missing just after the step, mA.</summary>
    /// <param name="offset">Logarithm that was taken off all readings.</param>
    public static Estimate Size(WalkEvidence walk, (int First, int Last, double Probability) stretch, double offset)
    {
        var draws = new List<(double Milliamps, double Weight)>();
        foreach (var set in walk.Sets.Where(s => s.Steps.Any(g => g >= stretch.First && g <= stretch.Last)).Take(MostSets))
        {
            var gap = set.Steps.First(g => g >= stretch.First && g <= stretch.Last);
            var at = walk.Gaps[gap];
            var posterior = walk.Posterior(set);
            var (before, beforeVariance) = posterior.Just(at);
            const double stepVariance = TrendProcess.StepSigma * TrendProcess.StepSigma;
            var step = Array.ConvertAll(walk.U, u => u > at ? stepVariance : 0);
            var (a, s) = (posterior.Of(before, beforeVariance), posterior.Of(step, stepVariance));
            var both = posterior.Between(before, step, 0);
            var sigma = Math.Sqrt(Math.Max(a.Variance, 1e-18));
            var rest = Math.Sqrt(Math.Max(s.Variance - (both * both / Math.Max(a.Variance, 1e-18)), 0));
            for (var i = 0; i < Draws; i++)
            {
                var (z1, z2) = Points[i];
                var current = a.Mean + (sigma * z1);
                var change = s.Mean + (both / sigma * z1) + (rest * z2);
                draws.Add((Math.Exp(current + offset) * (1 - Math.Exp(change)), set.Weight));
            }
        }

        draws.Sort((x, y) => x.Milliamps.CompareTo(y.Milliamps));
        var weight = draws.Sum(d => d.Weight);
        double Quantile(double part)
        {
            double passed = 0;
            foreach (var (milliamps, of) in draws)
            {
                passed += of;
                if (passed >= part * weight)
                {
                    return milliamps;
                }
            }

            return draws[^1].Milliamps;
        }

        return new Estimate(draws.Sum(d => d.Milliamps * d.Weight) / weight, Quantile(0.025), Quantile(0.975));
    }

    /// <summary>The shortest run of gaps that holds so much.</summary>
    private static (int From, int To) Shortest(double[] chance, int first, int last, double enough, double[] u)
    {
        var best = (From: first, To: last);
        for (var from = first; from <= last; from++)
        {
            double sum = 0;
            for (var to = from; to <= last; to++)
            {
                sum += chance[to];
                if (sum >= enough)
                {
                    best = u[to + 1] - u[from] < u[best.To + 1] - u[best.From] ? (from, to) : best;
                    break;
                }
            }
        }

        return best;
    }

    /// <summary>Van der Corput's sequence of base 2, between 0 and 1.</summary>
    private static double Reversed(int i)
    {
        double value = 0.5 / Draws, part = 0.5;
        for (; i > 0; i >>= 1, part /= 2)
        {
            value += (i & 1) * part;
        }

        return value;
    }
}
