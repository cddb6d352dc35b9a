namespace GentleMole.Core.Ledger;

/// <summary>
/// A walk's readings under every set of steps and bad reading: the covariance without them is inverted once, each set is a change of low
/// rank (Woodbury). The chance of each set is its marginal likelihood times how often such a thing is.
/// </summary>
internal sealed class WalkEvidence
{
    private const double NoStep = 0.62;
    private const double OneStep = 0.30;
    private const double TwoSteps = 0.08;
    private const double OneBad = 0.25;

    /// <summary>Of a long walk only so many gaps and bad readings that explain most alone are tried with others.</summary>
    private const int Tried = 40;

    /// <summary>Sets that matter together.</summary>
    private const double Covered = 0.9995;

    private const int MostKept = 3000;

    private readonly double[] _inverse;
    private readonly double[] _ay;
    private readonly int _n;

    // Features: for gap g step 2g and slope 2g + 1; for station i its bad reading 2·gaps + i. Each with A·feature and its standard deviation in it.
    private readonly double[][] _feature;
    private readonly double[][] _aFeature;
    private readonly double[] _bFeature;
    private readonly double[] _gram;

    /// <param name="u">Where the stations stand, in order.</param>
    /// <param name="y">Logarithms of their currents, less their mean.</param>
    /// <param name="tees">Where known tees stand: a step there costs nothing.</param>
    public WalkEvidence(double[] u, double[] y, double[] tees, double noise)
    {
        (U, Y, Tees, Noise, _n) = (u, y, tees, noise, u.Length);
        var k = new double[_n * _n];
        for (var i = 0; i < _n; i++)
        {
            for (var j = 0; j <= i; j++)
            {
                k[(i * _n) + j] = k[(j * _n) + i] = Known(u[i], u[j]) + (i == j ? noise * noise : 0);
            }
        }

        var factor = LowerTriangle.Of(k, _n) ?? throw new InvalidOperationException("The covariance of a walk is not positive.");
        _inverse = factor.Inverse();
        for (var i = 0; i < _n; i++)
        {
            for (var j = i + 1; j < _n; j++)
            {
                _inverse[(i * _n) + j] = _inverse[(j * _n) + i];
            }
        }

        _ay = Times(y);
        Gaps = [.. Enumerable.Range(0, _n - 1).Select(g => (u[g] + u[g + 1]) / 2)];
        _feature = [.. Gaps.SelectMany(at => new[] { Unit(v => v > at ? TrendProcess.StepSigma : 0), Unit(v => TrendProcess.SlopeSigma * Math.Max(0, v - at)) }),
            .. Enumerable.Range(0, _n).Select(i => { var bad = new double[_n]; bad[i] = TrendProcess.BadSigma; return bad; })];
        _aFeature = Array.ConvertAll(_feature, Times);
        _bFeature = Array.ConvertAll(_feature, f => Dot(f, _ay));
        _gram = new double[_feature.Length * _feature.Length];
        for (var i = 0; i < _feature.Length; i++)
        {
            for (var j = 0; j <= i; j++)
            {
                _gram[(i * _feature.Length) + j] = _gram[(j * _feature.Length) + i] = Dot(_feature[i], _aFeature[j]);
            }
        }

        Sets = Weighed();
    }

    public double[] U { get; }

    public double[] Y { get; }

    public double[] Tees { get; }

    public double Noise { get; }

    /// <summary>Where a step of each gap is taken to be.</summary>
    public double[] Gaps { get; }

    /// <summary>The sets that matter, the likeliest first; their weights add up to one.</summary>
    public IReadOnlyList<WalkSteps> Sets { get; }

    /// <summary>Covariance of the current at two places, known tees included.</summary>
    public double Known(double u, double v)
    {
        var sum = TrendProcess.Trend(u, v);
        foreach (var tee in Tees)
        {
            sum += TrendProcess.Step(tee, u, v);
        }

        return sum;
    }

    /// <summary>Answers questions about one set.</summary>
    public WalkPosterior Posterior(WalkSteps set) => new(this, set, Features(set));

    /// <summary>Product of the inverse of the covariance, no steps, with a vector.</summary>
    public double[] Times(double[] vector)
    {
        var product = new double[_n];
        for (var i = 0; i < _n; i++)
        {
            product[i] = Dot(_inverse.AsSpan(i * _n, _n), vector);
        }

        return product;
    }

    /// <summary>A member of the diagonal of that inverse.</summary>
    public double Diagonal(int i) => _inverse[(i * _n) + i];

    /// <summary>The inverse times the readings.</summary>
    public double[] TimesReadings => _ay;

    public static double Dot(ReadOnlySpan<double> a, ReadOnlySpan<double> b) => System.Numerics.Tensors.TensorPrimitives.Dot(a, b);

    /// <summary>The inverse times a feature.</summary>
    public double[] TimesFeature(int index) => _aFeature[index];

    private List<int> Features(WalkSteps set) => [.. set.Steps.SelectMany(g => new[] { 2 * g, (2 * g) + 1 }), .. set.Bad >= 0 ? [(2 * Gaps.Length) + set.Bad] : Array.Empty<int>()];

    private double[] Unit(Func<double, double> of) => Array.ConvertAll(U, u => of(u));

    private List<WalkSteps> Weighed()
    {
        var total = U[^1] - U[0];
        var lengths = Enumerable.Range(0, Gaps.Length).Select(g => Tees.Any(t => t > U[g] && t <= U[g + 1]) ? 0 : (U[g + 1] - U[g]) / total).ToArray();
        var free = lengths.Sum();
        var pairs = ((free * free) - lengths.Sum(l => l * l)) / 2;
        var sets = new List<(int[] Steps, int Bad, double Log)>();
        void Add(int bad, double logPrior, params int[] steps) => sets.Add((steps, bad, logPrior + Math.Log(bad < 0 ? 1 - OneBad : OneBad / _n) + Gain(Features(new WalkSteps(steps, bad, 0)))));
        double One(int g) => Math.Log(OneStep * lengths[g] / free);
        var open = Enumerable.Range(0, Gaps.Length).Where(g => lengths[g] > 0).ToList();
        foreach (var bad in Enumerable.Range(-1, _n + 1))
        {
            Add(bad, Math.Log(NoStep));
            open.ForEach(g => Add(bad, One(g), g));
        }

        // Two steps: one of those that explain most alone with any other, and with the bad readings that explain most.
        var first = sets.Where(s => s.Steps.Length == 1).GroupBy(s => s.Steps[0]).OrderByDescending(g => g.Max(s => s.Log)).Take(Tried).Select(g => g.Key).ToList();
        var bads = sets.Where(s => s.Bad >= 0).GroupBy(s => s.Bad).OrderByDescending(g => g.Max(s => s.Log)).Take(Tried).Select(g => g.Key).Prepend(-1).ToList();
        var isFirst = first.ToHashSet();
        foreach (var a in first)
        {
            foreach (var b in open.Where(b => b != a && !(isFirst.Contains(b) && b < a)))
            {
                var log = Math.Log(TwoSteps * lengths[a] * lengths[b] / pairs);
                bads.ForEach(bad => Add(bad, log, Math.Min(a, b), Math.Max(a, b)));
            }
        }

        var most = sets.Max(s => s.Log);
        var sum = sets.Sum(s => Math.Exp(s.Log - most));
        var kept = new List<WalkSteps>();
        double covered = 0;
        foreach (var (steps, bad, log) in sets.OrderByDescending(s => s.Log).Take(MostKept))
        {
            kept.Add(new WalkSteps(steps, bad, Math.Exp(log - most) / sum));
            covered += kept[^1].Weight;
            if (covered > Covered)
            {
                break;
            }
        }

        return [.. kept.Select(s => s with { Weight = s.Weight / covered })];
    }

    /// <summary>Logarithm of how much likelier the readings are with these features than with none.</summary>
    private double Gain(List<int> features)
    {
        if (features.Count == 0)
        {
            return 0;
        }

        var factor = Joined(features);
        Span<double> b = stackalloc double[features.Count];
        for (var i = 0; i < b.Length; i++)
        {
            b[i] = _bFeature[features[i]];
        }

        factor.Forward(b);
        return (0.5 * Dot(b, b)) - factor.HalfLogDeterminant;
    }

    /// <summary>Factor of 1 + FᵀAF: features have their standard deviation in them.</summary>
    public LowerTriangle Joined(List<int> features)
    {
        Span<double> s = stackalloc double[features.Count * features.Count];
        for (var i = 0; i < features.Count; i++)
        {
            for (var j = 0; j <= i; j++)
            {
                s[(i * features.Count) + j] = _gram[(features[i] * _feature.Length) + features[j]] + (i == j ? 1 : 0);
            }
        }

        return LowerTriangle.Of(s, features.Count)!;
    }
}
