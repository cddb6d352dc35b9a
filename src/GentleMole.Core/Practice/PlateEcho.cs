using GentleMole.Core.Site;

namespace GentleMole.Core.Practice;

/// <summary>
/// What a level plate of four corners answers to an antenna above or beside it, by physical optics (Kirchhoff's integral over the plate; Born and
/// Wolf, Principles of Optics, 8.3): all of its points together. Over its middle it answers as an endless sheet would, over its edge half as much, and its edges
/// answer by themselves.
/// </summary>
internal static class PlateEcho
{
    private const double StepNanoseconds = 0.1;
    private const double Least = 2e-3;

    /// <summary>
    /// Arrival times there and back, and sizes; an endless sheet would be one of size 1. With Θ(r) for the part of the circle at the distance r that lies
    /// on the plate at the depth z, the sizes are the steps of (z²/2π)·Θ(r)/r² as r grows.
    /// </summary>
    /// <param name="along">From the antenna to the plate's middle, in the direction of its length, metres.</param>
    /// <param name="across">The same in the direction of its width.</param>
    public static IEnumerable<(double Nanoseconds, double Size)> Of(double along, double across, double length, double width, double depth, double velocity)
    {
        // Corners seen from below the antenna.
        var (a0, a1, b0, b1) = (along - (length / 2), along + (length / 2), across - (width / 2), across + (width / 2));
        var (nearA, nearB) = (Math.Max(0, Math.Max(a0, -a1)), Math.Max(0, Math.Max(b0, -b1)));
        var far = Math.Sqrt(Math.Pow(Math.Max(Math.Abs(a0), Math.Abs(a1)), 2) + Math.Pow(Math.Max(Math.Abs(b0), Math.Abs(b1)), 2));
        var step = StepNanoseconds * velocity / 2;
        var first = Math.Sqrt((depth * depth) + (nearA * nearA) + (nearB * nearB));
        var last = Math.Sqrt((depth * depth) + (far * far)) + step;
        double before = 0;
        for (var r = first; r <= last; r += step)
        {
            // The middle of the step: the corner of the curve at its very start is no step by itself.
            var at = r + (step / 2);
            var here = depth * depth / (2 * Math.PI) * On(Math.Sqrt(Math.Max(0, (at * at) - (depth * depth))), a0, a1, b0, b1) / (at * at);
            if (Math.Abs(here - before) > Least / 10)
            {
                yield return (2 * r / velocity, here - before);
            }

            before = here;
        }
    }

    /// <summary>How much of a circle round the origin lies within a box, radians.</summary>
    private static double On(double radius, double a0, double a1, double b0, double b1)
    {
        if (radius < 1e-9)
        {
            return a0 <= 0 && a1 >= 0 && b0 <= 0 && b1 >= 0 ? 2 * Math.PI : 0;
        }

        Span<double> turns = stackalloc double[10];
        var count = 0;
        turns[count++] = -Math.PI;
        foreach (var a in (ReadOnlySpan<double>)[a0, a1])
        {
            if (Math.Abs(a) < radius)
            {
                var turn = Math.Acos(a / radius);
                (turns[count], turns[count + 1]) = (turn, -turn);
                count += 2;
            }
        }

        foreach (var b in (ReadOnlySpan<double>)[b0, b1])
        {
            if (Math.Abs(b) < radius)
            {
                var turn = Math.Asin(b / radius);
                var other = turn >= 0 ? Math.PI - turn : -Math.PI - turn;
                (turns[count], turns[count + 1]) = (turn, other);
                count += 2;
            }
        }

        turns[count++] = Math.PI;
        var sorted = turns[..count];
        sorted.Sort();
        double on = 0;
        for (var i = 1; i < count; i++)
        {
            var (sin, cos) = Math.SinCos((sorted[i] + sorted[i - 1]) / 2);
            var (a, b) = (radius * cos, radius * sin);
            on += a >= a0 && a <= a1 && b >= b0 && b <= b1 ? sorted[i] - sorted[i - 1] : 0;
        }

        return on;
    }
}
