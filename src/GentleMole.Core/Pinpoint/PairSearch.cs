namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Looks for the places where two lines explain a row: many guesses from what is known before, the best of them climbed to their
/// tops, first with the readings taken loosely, so that narrow hills are found from afar.
/// </summary>
internal sealed class PairSearch
{
    private const int Guesses = 1400;
    private const int Best = 120;

    /// <summary>Of a longer row so many readings are enough to find the neighbourhood of a hill.</summary>
    private const int Enough = 24;

    private const int Climbed = 20;
    private const double NearlyTheSame = 0.6;
    private const double LooseRelative = 0.1;
    private const double LooseFloorPart = 0.04;

    private readonly RowLikelihood _row;
    private readonly RowLikelihood _loose;
    private readonly LinePrior _prior;
    private readonly Random _random;
    private readonly double _low;
    private readonly double _high;

    public PairSearch(IReadOnlyList<CrossReading> readings, ReadingNoise noise, RowLikelihood row, LinePrior prior, Random random)
    {
        (_row, _prior, _random) = (row, prior, random);
        var few = Math.Max(1, (readings.Count + Enough - 1) / Enough);
        few = readings.Count <= 2 * Enough ? 1 : few;
        _loose = new RowLikelihood([.. readings.Where((_, i) => i % few == 0)], new ReadingNoise(Math.Max(noise.Relative, LooseRelative), Math.Max(noise.Floor, LooseFloorPart * row.Unit)));
        (_low, _high) = (readings.Min(r => r.OffsetMetres), readings.Max(r => r.OffsetMetres));
    }

    /// <summary>A top, the spread round it, and the logarithm of likelihood times prior there.</summary>
    public sealed record Hill(double[] Top, double[] Spread, double LogHeight)
    {
        /// <summary>Logarithm of the integral over it, were it a parabola.</summary>
        public double LogMass { get; } = LogHeight + (0.5 * Top.Length * Math.Log(2 * Math.PI)) + (LowerTriangle.Of(Spread, Top.Length)?.HalfLogDeterminant ?? 0);

        /// <summary>How it curves along each of some parameters while the others of them are held and the rest follow.</summary>
        public double[] BendAlong(int[] held)
        {
            var (n, h) = (Top.Length, held.Length);
            var part = new double[h * h];
            for (var i = 0; i < h; i++)
            {
                for (var j = 0; j <= i; j++)
                {
                    part[(i * h) + j] = Spread[(Math.Max(held[i], held[j]) * n) + Math.Min(held[i], held[j])];
                }
            }

            return LowerTriangle.Of(part, h)?.Inverse() is { } bend ? [.. Enumerable.Range(0, h).Select(i => bend[(i * h) + i])] : new double[h];
        }
    }

    /// <summary>Tops of the hills that were found, none twice.</summary>
    /// <param name="one">The best single line.</param>
    public IReadOnlyList<Hill> Hills(double[] one)
    {
        var (logDepth, sigma) = _prior.Depth;
        double[] middle = [one[0], logDepth, one[2], 0, Math.Log(LinePrior.DepthMiddle), 0];
        double[] precision = [1e-4, 1 / (sigma * sigma), 1e-4, 1 / (LinePrior.ApartSigma * LinePrior.ApartSigma), 1 / (LinePrior.DepthSigma * LinePrior.DepthSigma), 1];
        var hills = new List<Hill>();
        void Climb(double[] start, bool loosely)
        {
            var near = loosely ? HillClimb.From(_loose, start, middle, precision)?.Top : start;
            if (near is not null && HillClimb.From(_row, near, middle, precision) is { } found && !hills.Exists(h => Same(h.Top, found)))
            {
                hills.Add(new Hill(found.Top, found.Spread, _row.Log(found.Top) + _prior.Log(found.Top)));
            }
        }

        foreach (var start in Starts(one))
        {
            Climb(start, loosely: true);
        }

        // Of two that carry nearly the same either may be the line.
        foreach (var hill in hills.Where(h => Math.Abs(h.Top[5]) > NearlyTheSame).ToList())
        {
            var at = hill.Top;
            Climb([at[0] + at[3], at[4], at[2] + Math.Log(Math.Abs(at[5])), -at[3], at[1], LinePrior.GreatestRatio * Math.Sign(at[5])], loosely: false);
        }

        // A line that is known of pulls its neighbour's place towards itself.
        foreach (var (apart, doubt, deep, ratio) in _prior.Places(one[0]))
        {
            double[] pulled = [.. precision[..3], 1 / (doubt * doubt), 1 / (LinePrior.DepthPart * LinePrior.DepthPart), 1];
            if (HillClimb.From(_row, [one[0], one[1], one[2], apart, deep, ratio], [one[0], logDepth, one[2], apart, deep, ratio], pulled) is var (top, spread))
            {
                hills.Add(new Hill(top, spread, _row.Log(top) + _prior.Log(top)));
            }
        }

        return hills;
    }

    /// <summary>The best guesses that are not of one neighbourhood.</summary>
    private List<double[]> Starts(double[] one)
    {
        var guesses = new List<(double[] At, double Height)>(Guesses);
        for (var i = 0; i < Guesses; i++)
        {
            var at = Guess(one);
            _loose.FitAmplitudes(at);
            guesses.Add((at, _loose.Log(at)));
        }

        return Apart(guesses, Climbed);
    }

    /// <summary>The highest, so many, of which no two are of one neighbourhood.</summary>
    private static List<double[]> Apart(IEnumerable<(double[] At, double Height)> guesses, int most)
    {
        var starts = new List<double[]>();
        foreach (var (at, _) in guesses.OrderByDescending(g => g.Height).Take(Best))
        {
            if (starts.Count < most && !starts.Exists(s => Math.Abs(s[0] - at[0]) < 0.15 && Math.Abs(s[3] - at[3]) < 0.4 && Math.Abs(s[5] - at[5]) < 0.4))
            {
                starts.Add(at);
            }
        }

        return starts;
    }

    private double[] Guess(double[] one)
    {
        var (logDepth, sigma) = _prior.Depth;
        var wide = _high - _low;
        var place = _random.NextDouble() < 0.3 ? one[0] + (0.1 * wide * Deviate.Normal(_random)) : _low - (0.2 * wide) + (1.4 * wide * _random.NextDouble());
        var known = _prior.Places(place).ToList();
        if (known.Count > 0 && _random.NextDouble() < 0.5)
        {
            var (apart, _, deep, ratio) = known[_random.Next(known.Count)];
            return [place, logDepth + (sigma * Deviate.Normal(_random)), 0, apart + (0.2 * Deviate.Normal(_random)), deep, Math.Clamp(ratio + (0.2 * Deviate.Normal(_random)), -0.95, 0.95)];
        }

        return
        [
            place, logDepth + (sigma * Deviate.Normal(_random)), 0, LinePrior.ApartSigma * Deviate.Normal(_random),
            Math.Log(LinePrior.DepthMiddle) + (LinePrior.DepthSigma * Deviate.Normal(_random)), (1.9 * _random.NextDouble()) - 0.95,
        ];
    }

    private static bool Same(double[] hill, (double[] Top, double[] Spread) other) =>
        Enumerable.Range(0, RowLikelihood.OfTwo).All(i => Math.Abs(hill[i] - other.Top[i]) < 0.3 * Math.Sqrt(other.Spread[(i * RowLikelihood.OfTwo) + i]));
}
