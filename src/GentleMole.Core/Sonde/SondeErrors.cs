using MathNet.Numerics.Distributions;

namespace GentleMole.Core.Sonde;

/// <summary>What a hand gets wrong over a sonde, and evenly spread draws of it.</summary>
internal static class SondeErrors
{
    /// <summary>Draws by which doubts are carried through.</summary>
    public const int Draws = 600;

    private const double HandMetres = 0.02;
    private const double NullPart = 0.01;
    private const double StrongestPart = 0.03;
    private const double HeightSigmaMetres = 0.02;
    private static readonly int[] Radices = [2, 3, 5, 7, 11];
    private static readonly double[][] Normals = [.. Enumerable.Range(1, Draws).Select(i => Array.ConvertAll(Radices, radix => Normal.InvCDF(0, 1, SpreadPoints.Halton(i, radix))))];

    /// <summary>Standard deviation of the place of a null, of a sonde so far below the sensor: the receiver falls silent over a stretch.</summary>
    public static double Null(double distance) => Math.Sqrt((HandMetres * HandMetres) + (NullPart * NullPart * distance * distance));

    /// <summary>Of the strongest place, which is flat: a hundredth less is heard a twentieth of the distance away.</summary>
    public static double Strongest(double distance) => Math.Sqrt((HandMetres * HandMetres) + (StrongestPart * StrongestPart * distance * distance));

    /// <summary>Of the height at which a receiver is held.</summary>
    public static double Height => HeightSigmaMetres;

    /// <summary>Standard normal deviates of one draw.</summary>
    public static IReadOnlyList<double> Draw(int i) => Normals[i];

    /// <summary>A value with the interval that holds 95 % of draws.</summary>
    public static Estimate Interval(double value, List<double> drawn)
    {
        drawn.Sort();
        double Quantile(double part)
        {
            var at = part * (drawn.Count - 1);
            var i = (int)at;
            return i + 1 < drawn.Count ? drawn[i] + ((at - i) * (drawn[i + 1] - drawn[i])) : drawn[^1];
        }

        return drawn.Count == 0 ? new Estimate(value, value, value) : new Estimate(value, Quantile(0.025), Quantile(0.975)).Including(value);
    }
}
