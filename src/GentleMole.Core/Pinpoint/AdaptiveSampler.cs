namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Samples of a density known up to its scale, by adaptive multiple importance sampling (Cornuet, Marin, Mira and Robert 2012):
/// drawn from a mixture that learns from round to round; every sample is weighed against all mixtures that were drawn from.
/// </summary>
internal sealed class AdaptiveSampler
{
    /// <summary>So many samples of full weight are enough for the ends of a 95 % interval.</summary>
    private const double Enough = 400;

    /// <summary>From fewer no shape is learned.</summary>
    private const double ToLearn = 80;

    private readonly List<double[]> _at = [];
    private readonly List<double> _logTarget = [];
    private readonly List<double> _logDrawn = [];

    /// <summary>Logarithm of a density at a place.</summary>
    public delegate double LogDensity(ReadOnlySpan<double> at);

    /// <summary>Draws in at least two rounds, and in more while too few samples carry the weight.</summary>
    public AdaptiveSampler(LogDensity target, StudentMixture mixture, int perRound, int mostRounds, Random random)
    {
        var mixtures = new List<StudentMixture>();
        for (var round = 0; round < mostRounds && mixture.Count > 0; round++)
        {
            mixtures.Add(mixture);
            var first = _at.Count;
            Draw(target, mixture, perRound, random);
            var shares = new double[_at.Count * mixture.Count];
            Weigh(mixtures, first, shares);
            Effective = Weights(perRound);
            if (round > 0 && Effective > Enough)
            {
                break;
            }

            if (round + 1 < mostRounds)
            {
                mixture = mixture.Learn(_at, Tempered(), shares);
            }
        }
    }

    /// <summary>The samples.</summary>
    public IReadOnlyList<double[]> At => _at;

    /// <summary>Logarithm of the density at a sample.</summary>
    public double LogTargetAt(int sample) => _logTarget[sample];

    /// <summary>Their weights; they add up to one.</summary>
    public double[] Weight { get; private set; } = [];

    /// <summary>How many samples of equal weight they are worth.</summary>
    public double Effective { get; private set; }

    /// <summary>Logarithm of the integral of the density.</summary>
    public double LogIntegral { get; private set; } = double.NegativeInfinity;

    private void Draw(LogDensity target, StudentMixture mixture, int count, Random random)
    {
        for (var i = 0; i < count; i++)
        {
            var at = mixture.Draw(random);
            var log = target(at);
            _at.Add(at);
            _logTarget.Add(double.IsFinite(log) ? log : double.NegativeInfinity);
            _logDrawn.Add(double.NegativeInfinity);
        }
    }

    /// <summary>Adds the last mixture's density to the older samples, and all mixtures' to the new ones.</summary>
    private void Weigh(List<StudentMixture> mixtures, int first, double[] shares)
    {
        var last = mixtures[^1];
        var count = last.Count;
        Span<double> scratch = stackalloc double[mixtures.Max(m => m.Count)];
        for (var i = 0; i < _at.Count; i++)
        {
            if (double.IsNegativeInfinity(_logTarget[i]))
            {
                continue;
            }

            for (var k = 0; i >= first && k < mixtures.Count - 1; k++)
            {
                _logDrawn[i] = LogAdd(_logDrawn[i], mixtures[k].LogDensity(_at[i], scratch));
            }

            _logDrawn[i] = LogAdd(_logDrawn[i], last.LogDensity(_at[i], shares.AsSpan(i * count, count)));
        }
    }

    private double Weights(int perRound)
    {
        var logs = new double[_at.Count];
        var highest = double.NegativeInfinity;
        for (var i = 0; i < logs.Length; i++)
        {
            logs[i] = double.IsNegativeInfinity(_logTarget[i]) ? double.NegativeInfinity : _logTarget[i] - _logDrawn[i];
            highest = Math.Max(highest, logs[i]);
        }

        if (double.IsNegativeInfinity(highest))
        {
            Weight = new double[_at.Count];
            return 0;
        }

        double sum = 0, squares = 0;
        Weight = Array.ConvertAll(logs, l => Math.Exp(l - highest));
        foreach (var w in Weight)
        {
            (sum, squares) = (sum + w, squares + (w * w));
        }

        for (var i = 0; i < Weight.Length; i++)
        {
            Weight[i] /= sum;
        }

        // Rounds are of one size, so the mixture of all of them is their mean.
        LogIntegral = highest + Math.Log(sum / perRound);
        return sum * sum / squares;
    }

    /// <summary>Weights to learn a shape from: where a few samples outweigh all others, flattened until enough of them speak.</summary>
    public double[] Tempered()
    {
        if (Effective >= ToLearn)
        {
            return Weight;
        }

        var (low, high) = (0.0, 1.0);
        var flat = Weight;
        for (var i = 0; i < 12; i++)
        {
            var power = (low + high) / 2;
            flat = Array.ConvertAll(Weight, w => w > 0 ? Math.Pow(w, power) : 0);
            var (sum, squares) = (flat.Sum(), flat.Sum(w => w * w));
            (low, high) = sum * sum / squares < ToLearn ? (low, power) : (power, high);
        }

        var all = flat.Sum();
        return Array.ConvertAll(flat, w => w / all);
    }

    private static double LogAdd(double a, double b) =>
        double.IsNegativeInfinity(a) ? b : Math.Max(a, b) + Math.Log(1 + Math.Exp(-Math.Abs(a - b)));
}
