namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Density of line and neighbour before the row is read, normalised (but for the amplitude, of which any order of magnitude is as
/// good). Without other knowledge: the line anywhere in the row or somewhat beside it; depths log-normal about 0.9 m, 95 % of
/// them from 0.25 to 3.3 m; a neighbour within some three metres, not in the same place, with any part of the line's current
/// either way.
/// </summary>
internal sealed class LinePrior
{
    /// <summary>Chance that something else carries current beside a line of which nothing is known.</summary>
    private const double UsualNeighbour = 0.4;

    /// <summary>The same where a line is known to lie there.</summary>
    private const double KnownNeighbour = 0.85;

    /// <summary>Part of that which is not one of those known.</summary>
    private const double AnotherPart = 0.25;

    /// <summary>How far from a line its neighbour may lie, metres, standard deviation to both sides.</summary>
    public const double ApartSigma = 1.8;

    /// <summary>The same within one trench.</summary>
    private const double TrenchSigma = 0.5;

    /// <summary>Part of neighbours that lie in one trench with the line.</summary>
    private const double TrenchPart = 0.25;

    /// <summary>Standard deviation of the logarithm of a depth of which nothing is known.</summary>
    public const double DepthSigma = 0.65;

    /// <summary>Middle of such depths, metres.</summary>
    public const double DepthMiddle = 0.9;

    /// <summary>How far a known depth is off, as a part of it.</summary>
    public const double DepthPart = 0.25;

    /// <summary>Chance that a line is not where plans have it at all.</summary>
    private const double WrongPart = 0.2;

    /// <summary>Greatest part of the line's current that a search gives its neighbour.</summary>
    public const double GreatestRatio = 0.97;

    /// <summary>So many standard deviations hold all that is worth a look.</summary>
    private const double FarDeviates = 3;

    private const double TogetherMetres = 0.2;
    private const double RatioSigma = 0.2;
    private static readonly double LogRootTwoPi = 0.5 * Math.Log(2 * Math.PI);

    private readonly PinpointPrior _known;
    private readonly double _middle;
    private readonly double _half;

    /// <param name="low">Lowest offset of the row.</param>
    /// <param name="high">Highest offset of the row.</param>
    public LinePrior(PinpointPrior known, double low, double high)
    {
        _known = known;
        (_middle, _half) = ((low + high) / 2, Math.Max(0.3, 0.75 * (high - low)));
    }

    /// <summary>Chance of a neighbour.</summary>
    public double Neighbour => _known.Neighbours.Count > 0 ? KnownNeighbour : UsualNeighbour;

    /// <summary>Logarithm of the depth where it most likely is, and the standard deviation of it.</summary>
    public (double Log, double Sigma) Depth => _known.Depth is { Metres: > 0 and var d }
        ? (Math.Log(d), Math.Clamp((_known.DepthSigmaMetres ?? (DepthPart * d)) / d, 0.01, 1))
        : (Math.Log(DepthMiddle), DepthSigma);

    /// <summary>Where a neighbour is known of: distance from the line and its standard deviation, logarithm of its depth, part of the current.</summary>
    /// <param name="place">Of the line.</param>
    public IEnumerable<(double Apart, double Sigma, double LogDepth, double Ratio)> Places(double place) => _known.Neighbours.SelectMany(n =>
        (n.CurrentRatio is { } ratio ? new[] { Math.Clamp(ratio, -0.9, 0.9) } : [0.3, -0.3])
        .Select(r => (n.OffsetMetres - place, Math.Max(0.02, n.SigmaMetres), Math.Log(n.Depth is { Metres: > 0 and var d } ? d : DepthMiddle), r)));

    /// <summary>A parameter's middle and precision (one over its variance) as far as a parabola can say them.</summary>
    public (double Middle, double Precision) Rough(int parameter)
    {
        var (logDepth, sigma) = Depth;
        return parameter switch
        {
            0 => (_middle, 1e-3 / Square(_half)),
            1 => (logDepth, 1 / Square(sigma)),
            3 => (0, 1 / Square(ApartSigma)),
            4 => (Math.Log(DepthMiddle), 1 / Square(DepthSigma)),
            5 => (0, 1),
            _ => (0, 1e-4),
        };
    }

    /// <summary>The line itself: place and logarithm of depth that are worth a look.</summary>
    public (double Low, double High)[] LineRange
    {
        get
        {
            var (logDepth, sigma) = Depth;
            return [Round(_middle, 1.75 * _half), Round(logDepth, FarDeviates * sigma)];
        }
    }

    /// <summary>A neighbour of a line: distance from it, logarithm of depth and part of the current that are worth a look.</summary>
    /// <param name="place">Of the line.</param>
    public (double Low, double High)[] NeighbourRange(double place)
    {
        var apart = Round(0, FarDeviates * ApartSigma);
        var depth = Round(Math.Log(DepthMiddle), FarDeviates * DepthSigma);
        foreach (var (known, sigma, deep, _) in Places(place))
        {
            var beside = Round(known, FarDeviates * sigma);
            var under = Round(deep, FarDeviates * DepthPart);
            apart = (Math.Min(apart.Low, beside.Low), Math.Max(apart.High, beside.High));
            depth = (Math.Min(depth.Low, under.Low), Math.Max(depth.High, under.High));
        }

        return [apart, depth, (-1, 1)];
    }

    /// <summary>Logarithm of the density; −∞ where nothing can be.</summary>
    public double Log(ReadOnlySpan<double> at)
    {
        if (!CanLie(at[1]) || (at.Length > RowLikelihood.OfOne && !CanLie(at[4])))
        {
            return double.NegativeInfinity;
        }

        var (logDepth, sigma) = Depth;
        var place = _known.OffsetMetres is { } offset
            ? Math.Log(((1 - WrongPart) * Math.Exp(LogNormal(at[0], offset, Math.Max(0.01, _known.SigmaMetres ?? PinpointPriorRules.UsualSigmaMetres)))) + (WrongPart * Math.Exp(LogFlat(at[0]))))
            : LogFlat(at[0]);
        var sum = place + LogNormal(at[1], logDepth, sigma);
        return at.Length == RowLikelihood.OfOne ? sum : sum + LogNeighbour(at);
    }

    /// <summary>No line lies shallower or deeper, however loudly a row of nonsense asks for it.</summary>
    private static bool CanLie(double logDepth) => logDepth is > -5 and < 5;

    private double LogNeighbour(ReadOnlySpan<double> at)
    {
        if (Math.Abs(at[5]) >= 1)
        {
            return double.NegativeInfinity;
        }

        var deeper = Math.Exp(at[4]) - Math.Exp(at[1]);
        var gap2 = (at[3] * at[3]) + (deeper * deeper);
        var together = gap2 / (2 * TogetherMetres * TogetherMetres);
        var apart = Math.Log(together < 1e-6 ? together : 1 - Math.Exp(-together));
        var usual = LogApart(at[3]) + LogNormal(at[4], Math.Log(DepthMiddle), DepthSigma) - Math.Log(2);
        if (_known.Neighbours.Count == 0)
        {
            return apart + usual;
        }

        var density = AnotherPart * Math.Exp(usual);
        foreach (var known in _known.Neighbours)
        {
            var log = LogNormal(at[0] + at[3], known.OffsetMetres, Math.Max(0.02, known.SigmaMetres))
                + (known.Depth is { Metres: > 0 and var d } ? LogNormal(at[4], Math.Log(d), DepthPart) : LogNormal(at[4], Math.Log(DepthMiddle), DepthSigma))
                + (known.CurrentRatio is { } ratio ? LogNormal(at[5], Math.Clamp(ratio, -1, 1), RatioSigma) : -Math.Log(2));
            density += (1 - AnotherPart) / _known.Neighbours.Count * Math.Exp(log);
        }

        return apart + Math.Log(density);
    }

    /// <summary>Utilities lie side by side in one trench, or across the street from each other.</summary>
    private static double LogApart(double apart) => Math.Log(
        (TrenchPart * Math.Exp(-0.5 * Square(apart / TrenchSigma)) / TrenchSigma) + ((1 - TrenchPart) * Math.Exp(-0.5 * Square(apart / ApartSigma)) / ApartSigma)) - LogRootTwoPi;

    /// <summary>Flat in the row and to half its width beside, falling off beyond.</summary>
    private double LogFlat(double place)
    {
        var beyond = Math.Max(0, Math.Abs(place - _middle) - _half) / (_half / 4);
        return (-0.5 * beyond * beyond) - Math.Log(2 * _half * (1 + (0.125 * Math.Sqrt(2 * Math.PI))));
    }

    private static (double Low, double High) Round(double middle, double half) => (middle - half, middle + half);

    private static double Square(double x) => x * x;

    private static double LogNormal(double x, double middle, double sigma)
    {
        var z = (x - middle) / sigma;
        return (-0.5 * z * z) - Math.Log(sigma) - LogRootTwoPi;
    }
}
