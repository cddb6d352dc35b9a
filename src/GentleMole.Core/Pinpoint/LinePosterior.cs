using GentleMole.Core.Fields;
using GentleMole.Core.Lines;

namespace GentleMole.Core.Pinpoint;

/// <summary>
/// What a row of readings says of the line and of a neighbour, with everything that is not known averaged over: one line or two,
/// and where the second may lie. Samples of both models carry weights by evidence times prior chance.
/// </summary>
/// <remarks>
/// Prior: <see cref="LinePrior"/>. On truth drawn from it 95 of 100 intervals hold; on other truth as many as it differs
/// (docs/truthfulness.md).
/// </remarks>
public sealed class LinePosterior
{
    private const int OfOne = 600;
    private const int OfTwo = 1500;
    private const int ClimbsOfOne = 500;
    private const int ClimbsOfTwo = 1500;
    private const int ClimbsOfFaint = 900;

    /// <summary>Longer rows are worked through less often: the work grows with both, the doubt shrinks.</summary>
    private const double LongRow = 100;
    private const double LeastEffort = 0.15;
    private const int LeastClimbs = 300;
    private const int SamplesOfNext = 300;

    /// <summary>Fewer equal samples than this do not make an interval.</summary>
    private const double FewSamples = 30;
    private const double PoorDeviates = 3;
    private const double WidestHill = 100;

    /// <summary>Below this chance two lines change no figure.</summary>
    private const double NotWorthIt = 1e-4;

    /// <summary>So far from the top a strong line cannot be.</summary>
    private const double FarDeviates = 9;

    /// <summary>One line is as good as two while two are better by no more than so much in the logarithm.</summary>
    private const double NearlyAsGood = 25;

    private readonly RowLikelihood _row;
    private readonly LinePrior _prior;
    private readonly WeightedSamples _one;
    private readonly WeightedSamples _two;
    private readonly double _effort;
    private readonly double[] _hill;
    private readonly (double Value, double Weight)[][] _sorted;

    private LinePosterior(IReadOnlyList<CrossReading> readings, ReadingNoise noise, RowLikelihood row, LinePrior prior, FittedLine single, Random random)
    {
        (_row, _prior) = (row, prior);
        _effort = Math.Clamp(LongRow / readings.Count, LeastEffort, 1);
        var middle = row.ParametersOf(single);
        _one = SampleOne(middle).Draw(Scaled(OfOne), random);
        double[] best = _one.Best ?? middle;
        var hills = new PairSearch(readings, noise, row, prior, random).Hills(best);
        _two = SampleTwo(best, hills).Draw(Scaled(OfTwo), random);
        var (logOne, logTwo) = (Math.Log(1 - prior.Neighbour) + _one.LogIntegral, Math.Log(prior.Neighbour) + _two.LogIntegral);
        ChanceOfTwo = double.IsNegativeInfinity(logOne) && double.IsNegativeInfinity(logTwo) ? 0.5 : 1 / (1 + Math.Exp(Math.Clamp(logOne - logTwo, -700, 700)));
        One = Fit(Climbed(_one.Best ?? middle));
        (Pair, Two) = BestPair(hills);
        _hill = HillOf(ChanceOfTwo > 0.5 && _two.Best is { } pair ? pair : best);
        _sorted = [.. new Func<double[], double>[] { a => a[0], a => Math.Exp(a[1]), a => Math.Exp(a[2]) * row.Unit }.Select(Sorted)];
        Effective = ChanceOfTwo > 0.98 ? _two.Effective : ChanceOfTwo < 0.02 ? _one.Effective : Math.Min(_one.Effective, _two.Effective);
    }

    /// <summary>False where too few samples stand behind the answer for a verdict to rest on it.</summary>
    public bool IsWellSampled => Effective >= FewSamples;

    /// <summary>False where nothing that can be comes near the row.</summary>
    public bool IsUsable => _sorted[0].Length > 0;

    /// <summary>Chance that the row was taken over two lines.</summary>
    public double ChanceOfTwo { get; }

    /// <summary>How well the best single line fits.</summary>
    public ModelFit One { get; }

    /// <summary>How well the best pair fits.</summary>
    public ModelFit Two { get; }

    /// <summary>The best pair; null when no two lines have a shape that the row fixes.</summary>
    public FittedPair? Pair { get; }

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

    /// <summary>So many samples of one line or two, each worth the same.</summary>
    internal IReadOnlyList<double[]> Equal(int count)
    {
        var all = new List<(double[] At, double Weight)>();
        foreach (var (samples, chance) in new[] { (_one, 1 - ChanceOfTwo), (_two, ChanceOfTwo) })
        {
            all.AddRange(samples.Weight.Select((w, i) => (samples.At[i], w * chance)));
        }

        var equal = new List<double[]>(count);
        double passed = 0;
        foreach (var (at, weight) in all)
        {
            passed += weight;
            while (equal.Count < count && passed * count > equal.Count + 0.5)
            {
                equal.Add(at);
            }
        }

        return equal;
    }

    /// <summary>The background that fits best beside the best pair, or beside one line, unit of the readings.</summary>
    /// <param name="pair">The pair; null for the line.</param>
    public CrossField BackgroundBeside(FittedLine line, FittedPair? pair)
    {
        var at = pair is null
            ? _row.ParametersOf(line)
            : [pair.OffsetMetres, Math.Log(pair.Depth.Metres), Math.Log(pair.Amplitude / _row.Unit), pair.NeighbourOffsetMetres - pair.OffsetMetres, Math.Log(pair.NeighbourDepth.Metres), pair.CurrentRatio];
        var (horizontal, vertical) = _row.BackgroundAt(at);
        return new CrossField(horizontal * _row.Unit, vertical * _row.Unit);
    }

    /// <summary>Where further readings would narrow the place most.</summary>
    public IReadOnlyList<NextReading> Next(IReadOnlyList<CrossReading> readings, ReadingNoise noise) => NextReadings.Of(
        Equal(SamplesOfNext), readings.Min(r => r.OffsetMetres), readings.Max(r => r.OffsetMetres), readings.Average(r => r.HeightMetres), _row.Unit, noise);

    /// <summary>Chance that the line lies in [from, to], metres across.</summary>
    public double ChanceWithin(double from, double to) => _sorted[0].Sum(s => s.Value >= from && s.Value <= to ? s.Weight : 0);

    /// <summary>Cells round the top of one line: wide where the row hardly fixes it, then all that is worth a look.</summary>
    private CellSampler SampleOne(double[] start)
    {
        var range = _prior.LineRange;
        PairSearch.Hill[] hills = [];
        double[] precision = [.. Enumerable.Range(0, RowLikelihood.OfOne).Select(i => _prior.Rough(i).Precision)];
        if (HillClimb.From(_row, start, [.. Enumerable.Range(0, RowLikelihood.OfOne).Select(i => _prior.Rough(i).Middle)], precision) is var (top, spread))
        {
            hills = [new(top, spread, _row.Log(top) + _prior.Log(top))];
            start = top;
            for (var i = 0; i < range.Length; i++)
            {
                var half = FarDeviates * Math.Sqrt(spread[(i * RowLikelihood.OfOne) + i]);

                // A top outside what is usual is looked round too.
                range[i] = (Math.Max(Math.Min(range[i].Low, top[i] - half), top[i] - half), Math.Min(Math.Max(range[i].High, top[i] + half), top[i] + half));
            }
        }

        return new CellSampler(_row, _prior, ParameterSplit.One, range, [12, 8], start, hills, Math.Max(LeastClimbs, Scaled(ClimbsOfOne)));
    }

    private CellSampler SampleTwo(double[] best, IReadOnlyList<PairSearch.Hill> hills)
    {
        var top = hills.Select(h => h.LogHeight).Where(double.IsFinite).DefaultIfEmpty(double.NegativeInfinity).Max();
        var range = _prior.NeighbourRange(best[0]);
        double[] lone = [best[0], best[1], best[2], 0, 0, 0];
        if (_effort < 1 && hills.Where(h => double.IsFinite(h.LogHeight)).MaxBy(h => h.LogHeight) is { } sharp)
        {
            // So many readings leave one narrow hill: its own surroundings are all that is worth a look.
            (double, double) Round(int i)
            {
                var half = FarDeviates * Math.Sqrt(sharp.Spread[(i * RowLikelihood.OfTwo) + i]);
                return (sharp.Top[i] - half, sharp.Top[i] + half);
            }

            return new CellSampler(_row, _prior, ParameterSplit.Clear, [Round(3), Round(4)], [8, 8], sharp.Top, hills, Math.Max(LeastClimbs, Scaled(ClimbsOfTwo)));
        }

        return _row.Log(best) + _prior.Log(best) > top - NearlyAsGood
            ? new CellSampler(_row, _prior, ParameterSplit.Faint, range, [12, 4, 5], lone, hills, Scaled(ClimbsOfFaint))
            : new CellSampler(_row, _prior, ParameterSplit.Clear, range[..2], [32, 8], lone, hills, Scaled(ClimbsOfTwo));
    }

    private int Scaled(int work) => (int)(work * _effort);

    /// <summary>The pair where likelihood times prior is greatest, and how well two lines fit at best.</summary>
    private (FittedPair? Pair, ModelFit Fit) BestPair(IReadOnlyList<PairSearch.Hill> hills)
    {
        var starts = hills.Where(h => double.IsFinite(h.LogHeight)).OrderByDescending(h => h.LogHeight).Take(1).Select(h => h.Top);
        var found = (_two.Best is { } sample ? starts.Append(sample) : starts).ToList();
        if (found.MaxBy(at => _row.Log(at) + _prior.Log(at)) is not { } best)
        {
            return (null, new ModelFit(double.NegativeInfinity, double.PositiveInfinity, RowLikelihood.OfTwo, _row.Count));
        }

        var fit = Fit(found.Select(Climbed).MaxBy(at => _row.Log(at))!);
        return (new FittedPair(best[0], new Depth(Math.Exp(best[1])), Math.Exp(best[2]) * _row.Unit, best[0] + best[3], new Depth(Math.Exp(best[4])), best[5], fit), fit);
    }

    /// <summary>Up to where the likelihood alone is greatest, held in sight of what can be by a weak prior.</summary>
    private double[] Climbed(double[] start)
    {
        Span<double> precision = stackalloc double[start.Length];
        precision.Fill(1e-6);
        return HillClimb.From(_row, start, start, precision)?.Top ?? start;
    }

    /// <summary>Variances of place, logarithm of depth and of amplitude at the hill round a sample.</summary>
    private double[] HillOf(double[] at)
    {
        var n = at.Length;
        var rough = Enumerable.Range(0, n).Select(i => _prior.Rough(i)).ToArray();
        var spread = HillClimb.From(_row, at, [.. rough.Select(r => r.Middle)], [.. rough.Select(r => r.Precision)])?.Spread;
        return [.. Enumerable.Range(0, RowLikelihood.OfOne).Select(i => spread?[(i * n) + i] ?? 1)];
    }

    private ModelFit Fit(double[] at) => new(_row.Log(at), _row.ChiSquare(at), at.Length, _row.Count);

    private (double Value, double Weight)[] Sorted(Func<double[], double> of)
    {
        var all = new List<(double Value, double Weight)>(_one.At.Count + _two.At.Count);
        foreach (var (samples, chance) in new[] { (_one, 1 - ChanceOfTwo), (_two, ChanceOfTwo) })
        {
            if (chance >= NotWorthIt)
            {
                all.AddRange(samples.Weight.Select((w, i) => (of(samples.At[i]), w * chance)).Where(s => s.Item2 > 1e-12));
            }
        }

        all.Sort((a, b) => a.Value.CompareTo(b.Value));
        return [.. all];
    }

    private Estimate Interval(int which)
    {
        var by = new Estimate(Quantile(which, 0.5), Quantile(which, 0.025), Quantile(which, 0.975));
        if (Effective >= FewSamples)
        {
            return by;
        }

        // A few samples outweigh all others: the sketch was poor, and their scatter says too little. The hill's own width bounds it.
        // A hill without a shape bounds nothing: as wide as anything that can be.
        var sigma = _hill[which] is >= 0 and < WidestHill and var variance ? Math.Sqrt(variance) : Math.Sqrt(WidestHill);
        var half = PoorDeviates * (which == 0 ? sigma : by.Value * (Math.Exp(Math.Min(sigma, 3)) - 1));
        return by.Including(by.Value - (which == 0 ? half : Math.Min(half, 0.9 * by.Value))).Including(by.Value + half);
    }

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
