using GentleMole.Core.Site;

namespace GentleMole.Core.Candidates;

/// <summary>
/// A piece of a path in its own frame: <c>y = A + B·x + C·x²</c>, x metres along <paramref name="Ahead"/> from
/// <paramref name="Origin"/>, y to its right, from <paramref name="From"/> to <paramref name="To"/>.
/// </summary>
/// <param name="Covariance">Of A, B and C, lower half row by row.</param>
internal readonly record struct PathLeg(SitePoint Origin, SitePoint Ahead, double A, double B, double C, double From, double To, LegCovariance Covariance)
{
    public double Offset(double x) => A + (B * x) + (C * x * x);

    public double Slope(double x) => B + (2 * C * x);

    public SitePoint At(double x) => Origin + (Ahead * x) + (Ahead.Right * Offset(x));

    /// <summary>Unit direction at x.</summary>
    public SitePoint Way(double x) => (Ahead + (Ahead.Right * Slope(x))).Unit();

    /// <summary>Square of the standard deviation of the path, square to it, at x.</summary>
    public double Variance(double x)
    {
        var slope = Slope(x);
        return Covariance.At(x) / (1 + (slope * slope));
    }

    public (double X, double Y) Local(SitePoint place)
    {
        var from = place - Origin;
        return (from.Dot(Ahead), from.Dot(Ahead.Right));
    }
}
