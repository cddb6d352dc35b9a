using GentleMole.Core.Site;

namespace GentleMole.Core.Follow;

/// <summary>
/// A straight through dots by total least squares, each weighted by its doubt (Golub and Van Loan, Matrix Computations, 6.3: the direction of greatest
/// scatter through the weighted middle).
/// </summary>
internal sealed record Leg(SitePoint Middle, SitePoint Ahead, double MiddleVariance, double TurnVariance, double Excess)
{
    /// <summary>The straight; null for fewer than two places.</summary>
    public static Leg? Of(IReadOnlyList<FollowedDot> dots)
    {
        double sum = 0;
        var middle = new SitePoint(0, 0);
        double Weight(FollowedDot d) => 1 / Math.Pow(Math.Max(0.01, d.AcrossHalfWidthMetres / 1.96), 2);
        foreach (var dot in dots)
        {
            (sum, middle) = (sum + Weight(dot), middle + (dot.Place * Weight(dot)));
        }

        middle *= 1 / sum;
        double ee = 0, en = 0, nn = 0;
        foreach (var dot in dots)
        {
            var off = dot.Place - middle;
            (ee, en, nn) = (ee + (Weight(dot) * off.East * off.East), en + (Weight(dot) * off.East * off.North), nn + (Weight(dot) * off.North * off.North));
        }

        var angle = 0.5 * Math.Atan2(2 * en, ee - nn);
        var ahead = new SitePoint(Math.Cos(angle), Math.Sin(angle));
        if ((dots[^1].Place - dots[0].Place).Dot(ahead) < 0)
        {
            ahead *= -1;
        }

        var along = dots.Sum(d => Weight(d) * Math.Pow((d.Place - middle).Dot(ahead), 2));
        var excess = dots.Sum(d => Weight(d) * Math.Pow((d.Place - middle).Dot(ahead.Right), 2));
        return dots.Count >= 2 && along / sum > 0.04 ? new Leg(middle, ahead, 1 / sum, 1 / along, excess) : null;
    }

    /// <summary>Variance square to the leg so far along it from its middle.</summary>
    public double VarianceAt(double alongMetres) => MiddleVariance + (alongMetres * alongMetres * TurnVariance);
}
