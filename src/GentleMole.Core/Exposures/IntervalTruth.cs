using MathNet.Numerics.Distributions;

namespace GentleMole.Core.Exposures;

/// <summary>
/// How true the ± of marks are, by what was dug up: how often the truth lay inside, and how many times as wide they should have been. An
/// error over its stated standard deviation is normal with the factor as its own standard deviation; the factor's logarithm has its mean
/// square as witness (variance 1/2n) and is drawn towards what was thought before, the more so the fewer holes there are (Gelman et al.,
/// Bayesian Data Analysis, 3rd ed., 2.5 and 5.4). Marks over another line altogether say nothing of the ± and are counted apart.
/// </summary>
/// <param name="Holes">Errors that count.</param>
/// <param name="Inside">Of these, how many lay inside their 95 % interval.</param>
/// <param name="Share">That share, with its 95 % interval (Jeffreys).</param>
/// <param name="Factor">How many times as wide the ± should be, with its 95 % interval.</param>
/// <param name="Mean">Mean of the errors over their stated standard deviations, with its 95 % interval: other than 0, marks err to one side.</param>
public sealed record IntervalTruth(int Holes, int Inside, Estimate Share, Estimate Factor, Estimate Mean)
{
    /// <summary>Fewer holes than this change nothing.</summary>
    public const int Enough = 20;

    /// <summary>Before anything was dug up the ± of a good tool are right within a factor of 1.5 or so (one standard deviation of the logarithm).</summary>
    private const double FirmPrior = 0.4;

    /// <summary>One method, instrument or ground differs from the firm's whole by so much.</summary>
    private const double GroupPrior = 0.2;

    /// <summary>An error of so many stated standard deviations beyond what the others scatter is a blunder and no scatter.</summary>
    private const double Blunder = 4;

    private const double NinetyFive = 1.96;

    /// <summary>True when the evidence is enough to offer the factor: enough holes, and 1 is not among what it may be.</summary>
    public bool IsOffered => IsOfferedOver(1);

    /// <summary>The same where the ± are already made so many times as wide: true when that is not among what it may be.</summary>
    public bool IsOfferedOver(double times) => Holes >= Enough && (Factor.Low95 > times || Factor.High95 < times);

    /// <summary>True when marks err to one side by more than chance.</summary>
    public bool IsBiased => Holes >= Enough && Math.Abs(Mean.Value) > Mean.HalfWidth;

    /// <summary>Of all the firm's errors.</summary>
    /// <param name="errors">Each with the half-width of its 95 % interval.</param>
    public static IntervalTruth Of(IReadOnlyList<Estimate> errors) => Of(errors, 0, FirmPrior);

    /// <summary>Of the errors of one method, instrument, ground: drawn towards the firm's whole where there are few.</summary>
    public IntervalTruth OfGroup(IReadOnlyList<Estimate> errors) => Of(errors, Math.Log(Factor.Value), GroupPrior);

    private static IntervalTruth Of(IReadOnlyList<Estimate> errors, double priorMean, double prior)
    {
        var all = errors.Where(e => e.HalfWidth > 0 && double.IsFinite(e.Value)).Select(e => e.Value / (e.HalfWidth / NinetyFive)).ToList();
        var usual = all.Count == 0 ? 1 : Math.Max(1, MedianToSigma * all.Select(Math.Abs).Order().ElementAt(all.Count / 2));
        var z = all.Where(v => Math.Abs(v) <= Blunder * usual).ToList();
        var inside = z.Count(v => Math.Abs(v) <= NinetyFive);
        var n = z.Count;
        var share = Estimate.Share(inside, n);

        // Round their own mean: a lean to one side is told apart and is no width.
        var mean = n == 0 ? 0 : z.Average();
        var spread = n < 2 ? 1 : Math.Sqrt(z.Sum(v => (v - mean) * (v - mean)) / (n - 1));
        var (seen, before) = (n < 2 ? 0 : 2.0 * (n - 1), 1 / (prior * prior));
        var log = ((seen * Math.Log(Math.Max(spread, LeastSpread))) + (before * priorMean)) / (seen + before);
        var half = NinetyFive / Math.Sqrt(seen + before);
        return new IntervalTruth(
            n, inside, share, new Estimate(Math.Exp(log), Math.Exp(log - half), Math.Exp(log + half)), Estimate.Symmetric(mean, n == 0 ? double.PositiveInfinity : NinetyFive * spread / Math.Sqrt(n)));
    }

    private const double MedianToSigma = 1.4826;
    private const double LeastSpread = 0.05;
}
