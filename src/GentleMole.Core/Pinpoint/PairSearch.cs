namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Looks for the places where two lines explain a row: many guesses from what is known before, the best of them climbed to their
/// tops, first with the readings taken loosely, so that narrow hills are found from afar.
/// </summary>
internal sealed class PairSearch
{
    private const int Guesses = 1500;
    private const int Best = 60;
    private const int Climbed = 14;
    private const double LooseRelative = 0.1;
    private const double LooseFloorPart = 0.04;

    /// <summary>A neighbour that is hardly heard may lie to both sides (m), at two depths.</summary>
    private static readonly double[] TilesApart = [-2.8, -1.8, -1.1, -0.55, 0.55, 1.1, 1.8, 2.8];
    private static readonly double[] TilesDeep = [0.5, 1.1];
    private const double ApartTile = 0.4;
    private const double DepthTile = 0.45;
    private readonly RowLikelihood _row;
    private readonly RowLikelihood _loose;
    private readonly LinePrior _prior;
    private readonly Random _random;
    private readonly double _low;
    private readonly double _high;

    public PairSearch(IReadOnlyList<CrossReading> readings, ReadingNoise noise, RowLikelihood row, LinePrior prior, Random random)
    {
        (_row, _prior, _random) = (row, prior, random);
        _loose = new RowLikelihood(readings, new ReadingNoise(Math.Max(noise.Relative, LooseRelative), Math.Max(noise.Floor, LooseFloorPart * row.Unit)));
        (_low, _high) = (readings.Min(r => r.OffsetMetres), readings.Max(r => r.OffsetMetres));
    }

    /// <summary>A top, the spread round it, and the logarithm of likelihood times prior there.</summary>
    public sealed record Hill(double[] Top, double[] Spread, double LogHeight);

    /// <summary>Tops of the hills that were found, none twice.</summary>
    /// <param name="one">The best single line.</param>
    public IReadOnlyList<Hill> Hills(double[] one)
    {
        var (logDepth, sigma) = _prior.Depth;
        double[] middle = [one[0], logDepth, one[2], 0, Math.Log(LinePrior.DepthMiddle), 0];
        double[] precision = [1e-4, 1 / (sigma * sigma), 1e-4, 1 / (LinePrior.ApartSigma * LinePrior.ApartSigma), 1 / (LinePrior.DepthSigma * LinePrior.DepthSigma), 1];
        var hills = new List<Hill>();
        foreach (var start in Starts(one))
        {
            if (HillClimb.From(_loose, start, middle, precision) is var (near, _) && HillClimb.From(_row, near, middle, precision) is { } found
                && !hills.Exists(h => Same(h.Top, found)))
            {
                hills.Add(new Hill(found.Top, found.Spread, _row.Log(found.Top) + _prior.Log(found.Top)));
            }
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

    /// <summary>The single line with a neighbour held near each of many places: where it would hardly be heard.</summary>
    public IEnumerable<Hill> Tiles(double[] one) =>
        from apart in TilesApart
        from deep in TilesDeep
        select Held([one[0], one[1], one[2], apart, Math.Log(deep), 0], one, ApartTile, DepthTile) into hill
        where hill is not null
        select hill;

    /// <summary>
    /// Along a hill: it is bent where place, depth and current of the neighbour make up for each other, so round shapes are laid
    /// along it, each with the neighbour held near one place.
    /// </summary>
    public IEnumerable<Hill> Along(Hill hill)
    {
        var n = RowLikelihood.OfTwo;
        var (apart, deep) = (Math.Sqrt(hill.Spread[(3 * n) + 3]), Math.Sqrt(hill.Spread[(4 * n) + 4]));
        foreach (var i in new[] { -3, -2, -1, 0, 1, 2, 3 })
        {
            foreach (var k in new[] { -2, -1, 0, 1, 2 })
            {
                if (Held([hill.Top[0], hill.Top[1], hill.Top[2], hill.Top[3] + (i * apart), hill.Top[4] + (k * deep), hill.Top[5]], hill.Top, 0.6 * apart, 0.6 * deep) is { } held)
                {
                    yield return held;
                }
            }
        }
    }

    private Hill? Held(double[] start, double[] middleOf, double apartSigma, double deepSigma)
    {
        var (logDepth, sigma) = _prior.Depth;
        double[] precision = [1e-4, 1 / (sigma * sigma), 1e-4, 1 / (apartSigma * apartSigma), 1 / (deepSigma * deepSigma), 1];
        double[] middle = [middleOf[0], logDepth, middleOf[2], start[3], start[4], 0];
        return HillClimb.From(_row, start, middle, precision) is var (top, spread) ? new Hill(top, spread, _row.Log(top) + _prior.Log(top)) : null;
    }

    /// <summary>The best guesses that are not of one neighbourhood.</summary>
    private List<double[]> Starts(double[] one)
    {
        var guesses = new List<(double[] At, double Height)>(Guesses);
        for (var i = 0; i < Guesses; i++)
        {
            var at = Guess(one);
            at[2] = Math.Log(_loose.BestAmplitude(at));
            guesses.Add((at, _loose.Log(at)));
        }

        guesses.Sort((a, b) => b.Height.CompareTo(a.Height));
        var starts = new List<double[]>();
        foreach (var (at, _) in guesses.Take(Best))
        {
            if (starts.Count < Climbed && !starts.Exists(s => Math.Abs(s[0] - at[0]) < 0.15 && Math.Abs(s[3] - at[3]) < 0.4 && Math.Abs(s[5] - at[5]) < 0.4))
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
