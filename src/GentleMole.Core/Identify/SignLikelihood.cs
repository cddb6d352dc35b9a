namespace GentleMole.Core.Identify;

/// <summary>How likely one sign is: normal about what is expected, with a small part of a far wider one, so that no single sign decides alone.</summary>
internal static class SignLikelihood
{
    private const double WiderPart = 0.03;
    private const double Wider = 6;
    private static readonly double LogRootTwoPi = 0.5 * Math.Log(2 * Math.PI);
    private static readonly double LogNarrow = Math.Log(1 - WiderPart);
    private static readonly double LogWide = Math.Log(WiderPart / Wider);

    /// <summary>Logarithm of the density at so much off what is expected.</summary>
    public static double Log(double off, double sigma)
    {
        var z2 = off * off / (sigma * sigma);
        var (narrow, wide) = (LogNarrow - (0.5 * z2), LogWide - (0.5 * z2 / (Wider * Wider)));
        var most = Math.Max(narrow, wide);
        return most + Math.Log(Math.Exp(narrow - most) + Math.Exp(wide - most)) - Math.Log(sigma) - LogRootTwoPi;
    }
}
