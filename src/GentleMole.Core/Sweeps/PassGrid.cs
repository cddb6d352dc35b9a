namespace GentleMole.Core.Sweeps;

/// <summary>
/// Passes laid one way or both ways over an area: how likely a straight line in it is met often enough. A line of length L crosses passes
/// s apart at an angle φ L·sin φ/s times on average, that is the whole number below or above it.
/// </summary>
/// <param name="SpacingMetres">Between passes of the first direction.</param>
/// <param name="OtherSpacingMetres">Between those square to them; null where there are none.</param>
public sealed record PassGrid(double SpacingMetres, double? OtherSpacingMetres)
{
    /// <summary>Responses below which a line cannot be told from chance.</summary>
    public const int LeastMet = 4;

    /// <summary>Responses from which on it is sure.</summary>
    public const int SureMet = 6;

    /// <summary>A pass that goes along a line more than this (degrees) shows no clear top.</summary>
    public const double LeastAngleDegrees = 20;

    /// <summary>Chance that a line is met so often at least.</summary>
    /// <param name="lengthMetres">Of the line.</param>
    /// <param name="angleDegrees">Between it and the passes of the first direction.</param>
    /// <param name="chanceMet">That one crossing is met.</param>
    public double ChanceMet(double lengthMetres, double angleDegrees, double chanceMet, int atLeast)
    {
        var angle = angleDegrees * Math.PI / 180;
        var (first, second) = (Math.Abs(Math.Sin(angle)), Math.Abs(Math.Cos(angle)));
        var least = Math.Sin(LeastAngleDegrees * Math.PI / 180);
        double chance = 0;
        foreach (var (one, oneChance) in Crossings(first >= least ? lengthMetres * first / SpacingMetres : 0))
        {
            foreach (var (other, otherChance) in Crossings(OtherSpacingMetres is { } spacing && second >= least ? lengthMetres * second / spacing : 0))
            {
                chance += oneChance * otherChance * AtLeast(one + other, atLeast, chanceMet);
            }
        }

        return chance;
    }

    /// <summary>The same at the angle at which it is least.</summary>
    public double WorstChanceMet(double lengthMetres, double chanceMet, int atLeast) =>
        Enumerable.Range(0, (int)(180 / AngleStep) + 1).Min(i => ChanceMet(lengthMetres, i * AngleStep, chanceMet, atLeast));

    /// <summary>The same on average over all angles.</summary>
    public double MeanChanceMet(double lengthMetres, double chanceMet, int atLeast) =>
        Enumerable.Range(0, (int)(180 / AngleStep)).Average(i => ChanceMet(lengthMetres, (i + 0.5) * AngleStep, chanceMet, atLeast));

    /// <summary>Widest spacing, both ways alike, at which a line is met often enough even at the worst angle; whole decimetres.</summary>
    public static double? WidestBothWays(double lengthMetres, double chanceMet, double wanted, int atLeast = LeastMet)
    {
        for (var decimetres = (int)(10 * lengthMetres); decimetres > 0; decimetres--)
        {
            var grid = new PassGrid(decimetres / 10.0, decimetres / 10.0);
            if (grid.WorstChanceMet(lengthMetres, chanceMet, atLeast) >= wanted)
            {
                return grid.SpacingMetres;
            }
        }

        return null;
    }

    private const double AngleStep = 1;

    private static (int Count, double Chance)[] Crossings(double mean)
    {
        var whole = (int)Math.Floor(mean);
        return [(whole, 1 - (mean - whole)), (whole + 1, mean - whole)];
    }

    /// <summary>Upper tail of a binomial distribution.</summary>
    private static double AtLeast(int crossings, int met, double chance)
    {
        double tail = 0, term = 1;
        for (var j = crossings; j >= met; j--)
        {
            tail += term * Math.Pow(chance, j) * Math.Pow(1 - chance, crossings - j);
            term *= (double)j / (crossings - j + 1);
        }

        return tail;
    }
}
