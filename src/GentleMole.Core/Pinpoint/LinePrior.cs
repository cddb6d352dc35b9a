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
    private const double UsualNeighbour = 0.5;

    /// <summary>The same where a line is known to lie there.</summary>
    private const double KnownNeighbour = 0.85;

    /// <summary>Part of that which is not one of those known.</summary>
    private const double AnotherPart = 0.25;

    /// <summary>How far from a line its neighbour may lie, metres, standard deviation to both sides.</summary>
    public const double ApartSigma = 1.6;

    /// <summary>Standard deviation of the logarithm of a depth of which nothing is known.</summary>
    public const double DepthSigma = 0.65;

    /// <summary>Middle of such depths, metres.</summary>
    public const double DepthMiddle = 0.9;

    /// <summary>How far a known depth is off, as a part of it.</summary>
    public const double DepthPart = 0.25;

    private const double TogetherMetres = 0.2;
    private const double UsualSigma = 0.5;
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

    /// <summary>Logarithm of the density; −∞ where nothing can be.</summary>
    public double Log(ReadOnlySpan<double> at)
    {
        var (logDepth, sigma) = Depth;
        var place = _known.OffsetMetres is { } offset
            ? LogNormal(at[0], offset, Math.Max(0.01, _known.SigmaMetres ?? UsualSigma))
            : LogFlat(at[0]);
        var sum = place + LogNormal(at[1], logDepth, sigma);
        return at.Length == RowLikelihood.OfOne ? sum : sum + LogNeighbour(at);
    }

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
        var usual = LogNormal(at[3], 0, ApartSigma) + LogNormal(at[4], Math.Log(DepthMiddle), DepthSigma) - Math.Log(2);
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

    /// <summary>Flat in the row and to half its width beside, falling off beyond.</summary>
    private double LogFlat(double place)
    {
        var beyond = Math.Max(0, Math.Abs(place - _middle) - _half) / (_half / 4);
        return (-0.5 * beyond * beyond) - Math.Log(2 * _half * (1 + (0.125 * Math.Sqrt(2 * Math.PI))));
    }

    private static double LogNormal(double x, double middle, double sigma)
    {
        var z = (x - middle) / sigma;
        return (-0.5 * z * z) - Math.Log(sigma) - LogRootTwoPi;
    }
}
