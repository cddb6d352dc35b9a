namespace GentleMole.Core.Identify;

/// <summary>How likely one sign is: normal about what is expected, with a small part of a far wider one, so that no single sign decides alone.</summary>
internal static class SignLikelihood
{
    private const double WiderPart = 0.03;
    private const double Wider = 6;

    // Beyond this the difference of two such numbers says nothing.
    private const double Most = 1e12;
    private static readonly double LogRootTwoPi = 0.5 * Math.Log(2 * Math.PI);
    private static readonly double LogNarrow = Math.Log(1 - WiderPart);
    private static readonly double LogWide = Math.Log(WiderPart / Wider);

    /// <summary>Logarithm of the density, of standard deviation 1, at what is expected.</summary>
    public static readonly double LogBest = Unit(0) is var best ? best.Log + Math.Log(best.Factor) : 0;

    /// <summary>Logarithm of the density at so much off what is expected.</summary>
    public static double Log(double off, double sigma)
    {
        var (log, factor) = Unit(off / sigma);
        return log + Math.Log(factor / sigma);
    }

    /// <summary>The density at so many standard deviations off, of standard deviation 1: a factor from 1 to 2, and the logarithm of the other.</summary>
    public static (double Log, double Factor) Unit(double deviations)
    {
        var z2 = Math.Min(deviations * deviations, Most);
        var (narrow, wide) = (LogNarrow - (0.5 * z2), LogWide - (0.5 * z2 / (Wider * Wider)));
        return (Math.Max(narrow, wide) - LogRootTwoPi, 1 + Math.Exp(-Math.Abs(narrow - wide)));
    }
}
