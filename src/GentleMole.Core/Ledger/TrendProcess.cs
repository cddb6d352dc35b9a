namespace GentleMole.Core.Ledger;

/// <summary>
/// The logarithm of a current along a walk as a Gaussian process over u = −1…1 (Rasmussen and Williams 2006, ch. 2): constant, slope,
/// curvature and a smooth remainder; no decay is assumed, since a standing wave may make it rise or swing. A step is another constant
/// from its place on, with a slope of its own.
/// </summary>
internal sealed class TrendProcess
{
    /// <summary>Standard deviation of a step.</summary>
    public const double StepSigma = 0.8;

    /// <summary>Of the change of slope after a step, per half walk.</summary>
    public const double SlopeSigma = 0.35;

    /// <summary>By which a bad reading is off.</summary>
    public const double BadSigma = 0.8;

    private const double ConstantSigma = 3;
    private const double CurvatureSigma = 0.35;
    private const double RemainderSigma = 0.06;
    private const double RemainderLength = 0.6;

    private readonly double _middle;
    private readonly double _half;

    /// <param name="from">Chainage of the first station.</param>
    /// <param name="to">Of the last.</param>
    public TrendProcess(double from, double to) => (_middle, _half) = ((from + to) / 2, (to - from) / 2);

    /// <summary>Where a chainage stands on the walk.</summary>
    public double At(double chainageMetres) => (chainageMetres - _middle) / _half;

    /// <summary>Covariance of the trend at two places, steps left out.</summary>
    public static double Trend(double u, double v)
    {
        var apart = (u - v) / RemainderLength;
        return (ConstantSigma * ConstantSigma) + (SlopeSigma * SlopeSigma * u * v) + (CurvatureSigma * CurvatureSigma * u * u * v * v)
            + (RemainderSigma * RemainderSigma * Math.Exp(-0.5 * apart * apart));
    }

    /// <summary>Covariance of what a step at a place adds at two places.</summary>
    public static double Step(double at, double u, double v) =>
        u <= at || v <= at ? 0 : (StepSigma * StepSigma) + (SlopeSigma * SlopeSigma * (u - at) * (v - at));
}
