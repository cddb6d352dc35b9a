namespace GentleMole.Core.Pinpoint;

/// <summary>
/// What a row of readings says of the line and of a neighbour, with everything that is not known averaged over: one line or two,
/// and where the second may lie. Samples of both models carry weights by evidence times prior chance.
/// </summary>
/// <remarks>
/// Alone a line's intervals hold 95 of 100; beside a neighbour with a tenth to eight tenths of its current some 92 of 100 so far:
/// hills of two lines are bent, and their far ends are reached too seldom. No page takes its figures from here yet.
/// </remarks>
public sealed class LinePosterior
{
    private const int OfOnePerRound = 500;
    private const int OfTwoPerRound = 1200;
    private const int MostRounds = 5;

    private const double NearlyAsGood = 25;

    /// <summary>Below this chance two lines change no figure.</summary>
    private const double NotWorthIt = 1e-4;

    private const double LeastWorth = 0.003;
    private const double TooLow = 12;
    private const int MostBent = 3;

    private readonly RowLikelihood _row;
    private readonly LinePrior _prior;
    private readonly List<double[]> _pairs;
    private readonly (double Value, double Weight)[][] _sorted;

    private LinePosterior(IReadOnlyList<CrossReading> readings, ReadingNoise noise, RowLikelihood row, LinePrior prior, FittedLine single, Random random)
    {
        (_row, _prior) = (row, prior);
        var middle = row.ParametersOf(single);
        var one = new AdaptiveSampler(at => row.Log(at) + prior.Log(at), SearchOne(middle), OfOnePerRound, MostRounds, random);
        var two = new AdaptiveSampler(at => row.Log(at) + prior.Log(at), SearchTwo(BestOf(one) ?? middle, new PairSearch(readings, noise, row, prior, random)), OfTwoPerRound, MostRounds, random);
        var (logOne, logTwo) = (Math.Log(1 - prior.Neighbour) + one.LogIntegral, Math.Log(prior.Neighbour) + two.LogIntegral);
        ChanceOfTwo = double.IsNegativeInfinity(logOne) && double.IsNegativeInfinity(logTwo) ? 0.5 : 1 / (1 + Math.Exp(Math.Clamp(logOne - logTwo, -700, 700)));
        (One, Two) = (Fit(BestOf(one)), Fit(BestOf(two)));
        _pairs = ChanceOfTwo > NotWorthIt ? ParticleMoves.Walk(at => row.Log(at) + prior.Log(at), two, random) : [];
        _sorted = [.. new Func<double[], double>[] { a => a[0], a => Math.Exp(a[1]), a => Math.Exp(a[2]) * row.Unit }.Select(of => Sorted(one, of))];
        Effective = ChanceOfTwo > 0.98 ? two.Effective : ChanceOfTwo < 0.02 ? one.Effective : Math.Min(one.Effective, two.Effective);
    }

    /// <summary>Chance that the row was taken over two lines.</summary>
    public double ChanceOfTwo { get; }

    /// <summary>How well the best single line fits.</summary>
    public ModelFit One { get; }

    /// <summary>How well the best pair fits.</summary>
    public ModelFit Two { get; }

    /// <summary>How many equal samples stand behind the answer, at least.</summary>
    public double Effective { get; }

    /// <summary>Place across, metres: median and 95 %.</summary>
    public Estimate Position => Interval(0);

    /// <summary>Depth, metres.</summary>
    public Estimate Depth => Interval(1);

    /// <summary>Amplitude, unit·m.</summary>
    public Estimate Amplitude => Interval(2);

    /// <summary>Samples a row that passed <see cref="CrossReadingRules.Check"/>. The same row gives the same answer.</summary>
    /// <param name="single">One line fitted to it, from which the search begins.</param>
    public static LinePosterior Of(IReadOnlyList<CrossReading> readings, ReadingNoise noise, FittedLine single, PinpointPrior prior) => new(
        readings, noise, new RowLikelihood(readings, noise), new LinePrior(prior, readings.Min(r => r.OffsetMetres), readings.Max(r => r.OffsetMetres)), single, new Random(1));

    /// <summary>Chance that the line lies in [from, to], metres across.</summary>
    public double ChanceWithin(double from, double to) => _sorted[0].Sum(s => s.Value >= from && s.Value <= to ? s.Weight : 0);

    /// <summary>The neighbour: means over the samples of two lines of its offset, depth and part of the current; null where two lines are out of the question.</summary>
    public (double OffsetMetres, double DepthMetres, double Ratio)? Neighbour()
    {
        if (_pairs.Count == 0)
        {
            return null;
        }

        // Of the likelier side: a mean of left and right would lie in the line itself.
        var right = _pairs.Count(p => p[3] > 0) * 2 > _pairs.Count;
        var those = _pairs.Where(p => p[3] > 0 == right).ToList();
        return (those.Average(p => p[0] + p[3]), those.Average(p => Math.Exp(p[4])), those.Average(p => p[5]));
    }

    private StudentMixture SearchOne(double[] start)
    {
        var (logDepth, sigma) = _prior.Depth;
        double[] middle = [start[0], logDepth, start[2]];
        double[] precision = [1e-4, 1 / (sigma * sigma), 1e-4];
        var parts = new List<(double, double[], double[])>();
        if (HillClimb.From(_row, start, middle, precision) is var (top, spread))
        {
            parts.Add((0.8, top, spread));
            parts.Add((0.15, top, Array.ConvertAll(spread, s => 9 * s)));
        }

        parts.Add((0.05, start, [0.25, 0, 0, 0, 0.36, 0, 0, 0, 0.5]));
        return new StudentMixture(parts);
    }

    private StudentMixture SearchTwo(double[] one, PairSearch search)
    {
        var hills = search.Hills(one);
        var most = hills.Select(h => h.LogHeight).Where(double.IsFinite).DefaultIfEmpty(0).Max();

        // Where one line is nearly as good, a neighbour may lie anywhere that it would hardly be heard: look there too. Else the
        // best hills are narrow and bent.
        hills = [.. hills, .. _row.Log(one) + _prior.Log(one) > most - NearlyAsGood
            ? search.Tiles(one)
            : hills.OrderByDescending(h => h.LogHeight).Take(MostBent).SelectMany(search.Along)];
        most = hills.Select(h => h.LogHeight).Where(double.IsFinite).DefaultIfEmpty(0).Max();
        hills = [.. hills.Where(h => h.LogHeight > most - TooLow)];

        // By what each is worth, softened: the first round shall look at all of them.
        return new StudentMixture(hills.Select(h => (Math.Exp(Math.Max(-50, (h.LogHeight - most) / 2)) + LeastWorth, h.Top, h.Spread)));
    }

    /// <summary>The best of the likelihood alone, climbed to from the best sample.</summary>
    private ModelFit Fit(double[]? best)
    {
        if (best is null)
        {
            return new ModelFit(double.NegativeInfinity, double.PositiveInfinity, 0, _row.Count);
        }

        Span<double> precision = stackalloc double[best.Length];
        precision.Fill(1e-6);
        var top = HillClimb.From(_row, best, best, precision)?.Top ?? best;
        return new ModelFit(_row.Log(top), _row.ChiSquare(top), best.Length, _row.Count);
    }

    private static double[]? BestOf(AdaptiveSampler sampler)
    {
        double[]? best = null;
        var highest = double.NegativeInfinity;
        for (var i = 0; i < sampler.At.Count; i++)
        {
            if (sampler.LogTargetAt(i) > highest)
            {
                (best, highest) = (sampler.At[i], sampler.LogTargetAt(i));
            }
        }

        return best;
    }

    private (double Value, double Weight)[] Sorted(AdaptiveSampler one, Func<double[], double> of)
    {
        var all = new List<(double Value, double Weight)>(one.At.Count + _pairs.Count);
        for (var i = 0; i < one.At.Count; i++)
        {
            all.Add((of(one.At[i]), one.Weight[i] * (_pairs.Count > 0 ? 1 - ChanceOfTwo : 1)));
        }

        all.AddRange(_pairs.Select(p => (of(p), ChanceOfTwo / _pairs.Count)));
        all.RemoveAll(s => s.Weight < 1e-12);
        all.Sort((a, b) => a.Value.CompareTo(b.Value));
        return [.. all];
    }

    private Estimate Interval(int which) => new(Quantile(which, 0.5), Quantile(which, 0.025), Quantile(which, 0.975));

    private double Quantile(int which, double part)
    {
        var sorted = _sorted[which];
        var target = part * sorted.Sum(s => s.Weight);
        double before = 0;
        for (var i = 0; i < sorted.Length; i++)
        {
            before += sorted[i].Weight;
            if (before >= target)
            {
                return sorted[i].Value;
            }
        }

        return sorted.Length > 0 ? sorted[^1].Value : double.NaN;
    }
}
