namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Many chains that walk a density together, each by the difference of two others (differential evolution Markov chain, ter
/// Braak 2006): they take the shape of hills that are bent like a horn, which samples drawn from round hills do not reach the
/// ends of.
/// </summary>
internal static class ParticleMoves
{
    private const int Chains = 300;
    private const int Warming = 16;
    private const int Kept = 14;

    /// <summary>Every so many steps is a whole difference, which leads from one hill to another.</summary>
    private const int Leap = 7;

    private const double Jitter = 1e-4;

    /// <summary>Places of all chains after the warming, one list for every step that is kept; each is worth the same.</summary>
    /// <param name="sampler">Samples of the density that lie roughly where it does.</param>
    public static List<double[]> Walk(AdaptiveSampler.LogDensity target, AdaptiveSampler sampler, Random random)
    {
        var (at, height) = Start(sampler, random);
        var kept = new List<double[]>(Chains * Kept);
        if (at.Length == 0)
        {
            return kept;
        }

        var n = at[0].Length;
        var usual = 2.38 / Math.Sqrt(2.0 * n);
        var next = new double[n];
        for (var step = 0; step < Warming + Kept; step++)
        {
            for (var i = 0; i < at.Length; i++)
            {
                var (a, b) = (at[random.Next(at.Length)], at[random.Next(at.Length)]);
                var far = step % Leap == Leap - 1 ? 1 : usual * (0.5 + random.NextDouble());
                for (var k = 0; k < n; k++)
                {
                    next[k] = at[i][k] + (far * (a[k] - b[k])) + (Jitter * ((2 * random.NextDouble()) - 1));
                }

                var risen = target(next);
                if (Math.Log(1 - random.NextDouble()) < risen - height[i])
                {
                    (at[i], height[i]) = ((double[])next.Clone(), risen);
                }
            }

            if (step >= Warming)
            {
                kept.AddRange(at);
            }
        }

        return kept;
    }

    /// <summary>Chains begin at samples drawn by weights that are flattened where a few outweigh all others.</summary>
    private static (double[][] At, double[] Height) Start(AdaptiveSampler sampler, Random random)
    {
        var weights = sampler.Tempered();
        if (weights.Length == 0 || weights.Sum() is not > 0)
        {
            return ([], []);
        }

        var (at, height) = (new double[Chains][], new double[Chains]);
        var (k, passed) = (0, weights[0]);
        var offset = random.NextDouble();
        for (var i = 0; i < Chains; i++)
        {
            var target = (i + offset) / Chains;
            while (passed < target && k < weights.Length - 1)
            {
                passed += weights[++k];
            }

            (at[i], height[i]) = (sampler.At[k], sampler.LogTargetAt(k));
        }

        return (at, height);
    }
}
