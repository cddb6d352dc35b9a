using GentleMole.Core.Site;
using MathNet.Numerics.Distributions;

namespace GentleMole.Core.Sonde;

/// <summary>
/// Fixes that lie where the sonde was not: a route without one of them is so much likelier that the fix must be wrong. Chords are held against the cable and turns against going
/// straight on, each blurred by the scatter of the fixes.
/// </summary>
internal static class RoutePlaces
{
    private const double WrongPrior = 0.03;
    private const double FlatSquareMetres = 60;

    /// <summary>How much likelier, in powers of e.</summary>
    private const double Likelier = 0.5;

    private const double TautChance = 0.82;
    private const double TautPart = 0.97;
    private const double CoiledPart = 0.45;
    private const double StraightChance = 0.72;
    private const double BendChance = 0.26;
    private const double SharpestRadians = 100 * Math.PI / 180;
    private const double WanderRadians = 0.02;
    private const double NeverBelow = 1e-5;

    /// <summary>No more than this part of all fixes can be wrong, or nobody can tell which are right.</summary>
    private const double MostPart = 0.34;

    /// <summary>Numbers of the fixes, in the order of the cable, whose place is wrong; the first and the last cannot be told.</summary>
    public static List<int> Wrong(SondeFix[] fixes, double sigma)
    {
        var kept = Enumerable.Range(0, fixes.Length).ToList();
        var wrong = new List<int>();
        while (kept.Count > 3 && wrong.Count + 1 <= MostPart * fixes.Length)
        {
            var (best, gain) = (-1, 0.0);
            for (var k = 1; k + 1 < kept.Count; k++)
            {
                if (Gain(fixes, kept, k, sigma) is var without && without > gain)
                {
                    (best, gain) = (k, without);
                }
            }

            if (best < 0)
            {
                break;
            }

            wrong.Add(kept[best]);
            kept.RemoveAt(best);
        }

        return wrong;
    }

    /// <summary>By how much the route is likelier without a fix, beyond what is asked for.</summary>
    private static double Gain(SondeFix[] fixes, List<int> kept, int k, double sigma)
    {
        var (from, to) = (Math.Max(0, k - 2), Math.Min(kept.Count - 1, k + 2));
        var with = kept.GetRange(from, to - from + 1);
        List<int> without = [.. with];
        without.RemoveAt(k - from);
        return Of(fixes, without, sigma) + Math.Log(WrongPrior / FlatSquareMetres) - Of(fixes, with, sigma) - Math.Log(1 - WrongPrior) - Likelier;
    }

    /// <summary>Logarithm of how likely these fixes are behind each other: the density of each place, given those before it.</summary>
    private static double Of(SondeFix[] fixes, List<int> part, double sigma)
    {
        double sum = 0;
        for (var i = 1; i < part.Count; i++)
        {
            var (one, other) = (fixes[part[i - 1]], fixes[part[i]]);
            var chord = Math.Max(one.Place.DistanceTo(other.Place), sigma);
            sum += Math.Log(Chord(chord, other.PaidOutMetres - one.PaidOutMetres, sigma) / chord);
            if (i > 1)
            {
                sum += Math.Log(Turn(fixes[part[i - 2]].Place, one.Place, other.Place, sigma));
            }
            else
            {
                sum -= Math.Log(2 * Math.PI);
            }
        }

        return sum;
    }

    private static double Chord(double chord, double paid, double sigma)
    {
        var blur = Math.Sqrt(2) * sigma;
        double Spread(double low, double high) => high - low < 1e-6
            ? Normal.PDF(high, blur, chord)
            : (Normal.CDF(0, blur, chord - low) - Normal.CDF(0, blur, chord - high)) / (high - low);
        return (TautChance * Spread(TautPart * paid, paid)) + ((1 - TautChance) * Spread(CoiledPart * paid, paid)) + NeverBelow;
    }

    private static double Turn(SitePoint before, SitePoint here, SitePoint after, double sigma)
    {
        var (come, go) = (here - before, after - here);
        var (a, b) = (Math.Max(come.Length, sigma), Math.Max(go.Length, sigma));
        var turn = Math.Abs(Math.Atan2((come.East * go.North) - (come.North * go.East), come.Dot(go)));
        var blur = Math.Sqrt((sigma * sigma * ((1 / (a * a)) + (1 / (b * b)) + (((1 / a) + (1 / b)) * ((1 / a) + (1 / b))))) + (WanderRadians * WanderRadians));
        var bend = (Normal.CDF(0, blur, turn + SharpestRadians) - Normal.CDF(0, blur, turn - SharpestRadians)) / (2 * SharpestRadians);
        return (StraightChance * Normal.PDF(0, blur, turn)) + (BendChance * bend) + ((1 - StraightChance - BendChance) / (2 * Math.PI));
    }
}
