namespace GentleMole.Core.Ledger;

/// <summary>What the readings say of a current where it steps and misreads in a certain way.</summary>
internal sealed class WalkPosterior
{
    private readonly WalkEvidence _walk;
    private readonly WalkSteps _set;
    private readonly List<int> _features;
    private readonly LowerTriangle? _factor;

    public WalkPosterior(WalkEvidence walk, WalkSteps set, List<int> features)
    {
        (_walk, _set, _features) = (walk, set, features);
        _factor = features.Count > 0 ? walk.Joined(features) : null;
        KInverseY = Times(walk.Y, walk.TimesReadings);
    }

    /// <summary>Inverse of the whole covariance times the readings.</summary>
    private double[] KInverseY { get; }

    /// <summary>Mean and variance of the logarithm of the true current at a station.</summary>
    public (double Mean, double Variance) AtStation(int i)
    {
        var noise = (_walk.Noise * _walk.Noise) + (i == _set.Bad ? TrendProcess.BadSigma * TrendProcess.BadSigma : 0);
        return (_walk.Y[i] - (noise * KInverseY[i]), noise - (noise * noise * Diagonal(i)));
    }

    /// <summary>Mean and variance of something that goes with the readings by these covariances.</summary>
    public (double Mean, double Variance) Of(double[] covariances, double variance) =>
        (WalkEvidence.Dot(covariances, KInverseY), variance - WalkEvidence.Dot(covariances, Times(covariances, _walk.Times(covariances))));

    /// <summary>Covariance of two such things after the readings.</summary>
    public double Between(double[] one, double[] other, double before) => before - WalkEvidence.Dot(one, Times(other, _walk.Times(other)));

    /// <summary>Covariances with the readings of the current's logarithm at a place, just before whatever steps there; and its own variance.</summary>
    public (double[] Covariances, double Variance) Just(double u)
    {
        double Between(double v)
        {
            var sum = _walk.Known(u, v);
            foreach (var gap in _set.Steps)
            {
                sum += TrendProcess.Step(_walk.Gaps[gap], u, v);
            }

            return sum;
        }

        return (Array.ConvertAll(_walk.U, Between), Between(u));
    }

    /// <summary>By how much the logarithm of the current is greater at the last station than at the first, the steps themselves left out; and its variance.</summary>
    public (double Mean, double Variance) Rise()
    {
        // A step is a jump and another slope from there on: only the jump is left out.
        double[] turns = [.. _walk.Tees, .. _set.Steps.Select(gap => _walk.Gaps[gap])];
        const double slope = TrendProcess.SlopeSigma * TrendProcess.SlopeSigma;
        var covariances = Array.ConvertAll(
            _walk.U, u => TrendProcess.Trend(1, u) - TrendProcess.Trend(-1, u) + turns.Sum(at => slope * (1 - at) * Math.Max(0, u - at)));
        return Of(covariances, TrendProcess.Trend(1, 1) + TrendProcess.Trend(-1, -1) - (2 * TrendProcess.Trend(1, -1)) + turns.Sum(at => slope * (1 - at) * (1 - at)));
    }

    private double Diagonal(int i)
    {
        if (_factor is null)
        {
            return _walk.Diagonal(i);
        }

        Span<double> f = stackalloc double[_features.Count];
        for (var k = 0; k < f.Length; k++)
        {
            f[k] = _walk.TimesFeature(_features[k])[i];
        }

        _factor.Forward(f);
        return _walk.Diagonal(i) - WalkEvidence.Dot(f, f);
    }

    /// <summary>Inverse of the whole covariance times a vector, of which the product without steps is known.</summary>
    private double[] Times(double[] vector, double[] withoutSteps)
    {
        var product = (double[])withoutSteps.Clone();
        if (_factor is null)
        {
            return product;
        }

        Span<double> s = stackalloc double[_features.Count];
        for (var k = 0; k < s.Length; k++)
        {
            s[k] = WalkEvidence.Dot(_walk.TimesFeature(_features[k]), vector);
        }

        _factor.Forward(s);
        _factor.Backward(s);
        for (var k = 0; k < s.Length; k++)
        {
            var of = _walk.TimesFeature(_features[k]);
            for (var i = 0; i < product.Length; i++)
            {
                product[i] -= s[k] * of[i];
            }
        }

        return product;
    }
}
