namespace GentleMole.Web.Drawing;

/// <summary>Round steps for scales: 1, 2 or 5 times a power of ten.</summary>
internal static class Ticks
{
    /// <summary>The least round step that is not smaller than a length.</summary>
    public static double Step(double atLeast)
    {
        var power = Math.Pow(10, Math.Floor(Math.Log10(Math.Max(atLeast, 1e-9))));
        foreach (var k in new[] { 1.0, 2, 5, 10 })
        {
            if (k * power >= atLeast - 1e-12)
            {
                return k * power;
            }
        }

        return 10 * power;
    }

    /// <summary>Multiples of a step from one value to another.</summary>
    public static IEnumerable<double> Between(double from, double to, double step)
    {
        for (var i = (long)Math.Ceiling((from / step) - 1e-9); i * step <= to + 1e-9; i++)
        {
            yield return i * step;
        }
    }
}
