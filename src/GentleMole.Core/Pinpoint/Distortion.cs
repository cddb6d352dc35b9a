namespace GentleMole.Core.Pinpoint;

/// <summary>
/// What a peak and a null that disagree say about where the line is. A neighbour at lateral distance L and depth d2 moves
/// both to the same side, the null further; with q = d·d2/(d2² + L²) the line is at
/// <c>y_peak − q/(1−q)·(y_null − y_peak)</c>: beyond the peak, on the side away from the null. Where the neighbour is not known q is not
/// either, so a range of it is carried through.
/// </summary>
public static class Distortion
{
    /// <summary>q of a neighbour three depths away, the farthest that still moves anything.</summary>
    public const double LeastQ = 0.1;

    /// <summary>q of a neighbour one depth away; nearer, the two cannot be told apart by peak and null.</summary>
    public const double GreatestQ = 0.5;

    /// <summary>q of a neighbour at 1.7 depths: the one figure to mark by when nothing else is known.</summary>
    public const double TypicalQ = 0.25;

    /// <summary>Position from peak and null places (metres across); the interval holds every q in the range.</summary>
    public static Estimate Corrected(double peakMetres, double nullMetres, double peakHalfWidth95)
    {
        var apart = nullMetres - peakMetres;
        double At(double q) => peakMetres - (q / (1 - q) * apart);
        var (a, b) = (At(GreatestQ), At(0));
        return new Estimate(At(TypicalQ), Math.Min(a, b) - peakHalfWidth95, Math.Max(a, b) + peakHalfWidth95);
    }

    /// <summary>
    /// Position when readings across do not have one line's shape: the interval of <see cref="Corrected"/> where there is a
    /// null, and in any case a sixth of the depth to both sides of the peak, which covers a neighbour with a quarter of the
    /// current as near as a depth and a half.
    /// </summary>
    public static Estimate AroundPeak(Place peak, Place? silent, double depthMetres)
    {
        var half = (depthMetres / 6) + (1.96 * peak.Sigma);
        var corrected = Corrected(peak.OffsetMetres, silent?.OffsetMetres ?? peak.OffsetMetres, 1.96 * peak.Sigma);
        return corrected.Including(peak.OffsetMetres - half).Including(peak.OffsetMetres + half);
    }

    /// <summary>
    /// Chance that the true line lies in [from, to] (metres across), when peak and null places scatter by the given standard
    /// deviations and q is anywhere in its range with equal chance.
    /// </summary>
    public static double ChanceWithin(
        double from, double to, double peakMetres, double nullMetres, double peakSigma, double nullSigma)
    {
        const int nodes = 24;
        double chance = 0;
        for (var i = 0; i < nodes; i++)
        {
            var q = LeastQ + ((GreatestQ - LeastQ) * (i + 0.5) / nodes);
            var k = q / (1 - q);
            var centre = peakMetres - (k * (nullMetres - peakMetres));
            var sigma = Math.Sqrt(((1 + k) * (1 + k) * peakSigma * peakSigma) + (k * k * nullSigma * nullSigma));
            chance += Normal((to - centre) / sigma) - Normal((from - centre) / sigma);
        }

        return chance / nodes;
    }

    /// <summary>Standard normal distribution function (complementary error function by a Chebyshev fit, good to 1.2e-7).</summary>
    public static double Normal(double z)
    {
        var x = Math.Abs(z) / Math.Sqrt(2);
        var t = 1 / (1 + (0.5 * x));
        var tail = t * Math.Exp(-(x * x) - 1.26551223 + (t * (1.00002368 + (t * (0.37409196 + (t * (0.09678418
            + (t * (-0.18628806 + (t * (0.27886807 + (t * (-1.13520398 + (t * (1.48851587 + (t * (-0.82215223
            + (t * 0.17087277))))))))))))))))));
        return z > 0 ? 1 - (tail / 2) : tail / 2;
    }
}
