namespace GentleMole.Core.Grids;

/// <summary>
/// A figure that changes smoothly along a way: its slope wanders as a random walk. Filtered forward and smoothed back
/// (Kalman filter with the smoother of Rauch, Tung and Striebel: Gelb, Applied Optimal Estimation, 1974, ch. 4 and 5).
/// </summary>
internal sealed class SlopeSmoother
{
    private readonly double[] _at;
    private readonly double[] _value;
    private readonly double[] _slope;
    private readonly (double Vv, double Vs, double Ss)[] _cov;

    /// <summary>Logarithm of the density of each figure given those before it; 0 for the first, which begins it.</summary>
    public double[] LogDensity { get; }

    /// <summary>Filters and smooths.</summary>
    /// <param name="at">Where, metres along the way, rising.</param>
    /// <param name="figures">What was measured there.</param>
    /// <param name="variances">Of what was measured.</param>
    /// <param name="slopeVariance">Of the slope before anything is known of it.</param>
    /// <param name="wander">Variance that the slope gains on a metre.</param>
    public SlopeSmoother(ReadOnlySpan<double> at, ReadOnlySpan<double> figures, ReadOnlySpan<double> variances, double slopeVariance, double wander)
    {
        var n = at.Length;
        _at = at.ToArray();
        _value = new double[n];
        _slope = new double[n];
        _cov = new (double, double, double)[n];
        LogDensity = new double[n];
        (_value[0], _cov[0]) = (figures[0], (variances[0], 0, slopeVariance));
        for (var k = 1; k < n; k++)
        {
            var step = at[k] - at[k - 1];
            var (value, slope, cov) = Ahead(k - 1, step, wander);
            var (off, spread) = (figures[k] - value, cov.Vv + variances[k]);
            LogDensity[k] = -0.5 * (Math.Log(2 * Math.PI * spread) + (off * off / spread));
            var (gv, gs) = (cov.Vv / spread, cov.Vs / spread);
            (_value[k], _slope[k]) = (value + (gv * off), slope + (gs * off));
            _cov[k] = ((1 - gv) * cov.Vv, (1 - gv) * cov.Vs, cov.Ss - (gs * cov.Vs));
        }

        for (var k = n - 2; k >= 0; k--)
        {
            Back(k, at[k + 1] - at[k], wander);
        }
    }

    /// <summary>The figure by all that was measured.</summary>
    public double Value(int k) => _value[k];

    /// <summary>Its slope there.</summary>
    public double Slope(int k) => _slope[k];

    /// <summary>Its variance there.</summary>
    public double Variance(int k) => _cov[k].Vv;

    /// <summary>What is expected beyond the last figure, and its variance.</summary>
    public (double Value, double Variance) Beyond(double at, double wander)
    {
        var (value, _, cov) = Ahead(_at.Length - 1, at - _at[^1], wander);
        return (value, cov.Vv);
    }

    private (double Value, double Slope, (double Vv, double Vs, double Ss) Cov) Ahead(int k, double step, double wander)
    {
        var c = _cov[k];
        return (_value[k] + (step * _slope[k]), _slope[k], (
            c.Vv + (2 * step * c.Vs) + (step * step * c.Ss) + (wander * step * step * step / 3),
            c.Vs + (step * c.Ss) + (wander * step * step / 2),
            c.Ss + (wander * step)));
    }

    private void Back(int k, double step, double wander)
    {
        var (value, slope, p) = Ahead(k, step, wander);
        var det = (p.Vv * p.Ss) - (p.Vs * p.Vs);
        if (!(det > 0))
        {
            return;
        }

        // Gain: covariance of the state with that of the next one, over what was expected of it.
        var c = _cov[k];
        var (a, b, d, e) = (c.Vv + (step * c.Vs), c.Vs, c.Vs + (step * c.Ss), c.Ss);
        var (g11, g12) = (((a * p.Ss) - (b * p.Vs)) / det, ((b * p.Vv) - (a * p.Vs)) / det);
        var (g21, g22) = (((d * p.Ss) - (e * p.Vs)) / det, ((e * p.Vv) - (d * p.Vs)) / det);
        var (dv, ds) = (_value[k + 1] - value, _slope[k + 1] - slope);
        _value[k] += (g11 * dv) + (g12 * ds);
        _slope[k] += (g21 * dv) + (g22 * ds);
        var next = _cov[k + 1];
        var (q11, q12, q22) = (next.Vv - p.Vv, next.Vs - p.Vs, next.Ss - p.Ss);
        _cov[k] = (
            c.Vv + (g11 * g11 * q11) + (2 * g11 * g12 * q12) + (g12 * g12 * q22),
            c.Vs + (g11 * g21 * q11) + (((g11 * g22) + (g12 * g21)) * q12) + (g12 * g22 * q22),
            c.Ss + (g21 * g21 * q11) + (2 * g21 * g22 * q12) + (g22 * g22 * q22));
    }
}
