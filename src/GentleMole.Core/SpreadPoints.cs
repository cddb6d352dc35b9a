namespace GentleMole.Core;

/// <summary>Points spread evenly, the same every time (Halton; Niederreiter, Random Number Generation and Quasi-Monte Carlo Methods, 3.1).</summary>
internal static class SpreadPoints
{
    /// <summary>The digits of a number, mirrored behind the point: from 0 to 1.</summary>
    public static double Halton(int index, int radix)
    {
        var (value, part) = (0.0, 1.0);
        for (var i = index; i > 0; i /= radix)
        {
            part /= radix;
            value += part * (i % radix);
        }

        return value;
    }
}
