using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;

namespace GentleMole.Core.Practice;

/// <summary>SIMULATED. A line under an area that is swept.</summary>
/// <param name="Modes">In which it is heard.</param>
/// <param name="ChanceMet">Of a pass that crosses it squarely enough.</param>
/// <param name="FadingPerMetre">Of its current, as logarithm.</param>
/// <param name="Responses">Which responses are its own.</param>
/// <param name="Crossed">How many passes cross it squarely enough.</param>
public sealed record MadeUpLine(
    IReadOnlyList<SitePoint> Points, double DepthMetres, IReadOnlyList<SweepMode> Modes, double ChanceMet, double Milliamps, double FadingPerMetre, IReadOnlyList<int> Responses, int Crossed)
{
    private const double StepMetres = 1;

    /// <summary>A way through a place: straight, a gentle bend, a corner, or one that ends not far off.</summary>
    internal static IReadOnlyList<SitePoint> Draw(Random random, SitePoint through, double size)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var way = Azimuth.Of(Between(0, 360)).Direction;
        var kind = random.Next(10);
        if (kind < 4)
        {
            return [through - (way * size), through + (way * size)];
        }

        if (kind < 6)
        {
            var radius = Between(22, 60) * (random.Next(2) == 0 ? 1 : -1);
            var centre = through + (way.Right * radius);
            var half = Math.Min(size, 1.1 * Math.Abs(radius));
            return [.. Enumerable.Range(0, (int)(2 * half / StepMetres) + 1).Select(k =>
            {
                var angle = ((k * StepMetres) - half) / radius;
                return centre - (way.Right * (radius * Math.Cos(angle))) + (way * (radius * Math.Sin(angle)));
            })];
        }

        if (kind < 8)
        {
            var turned = way.Azimuth.Turned((random.Next(2) == 0 ? 1 : -1) * Between(30, 90)).Direction;
            return [through - (way * size), through, through + (turned * size)];
        }

        return [through - (way * Between(4, 8)), through + (way * Between(4, 8))];
    }

    /// <summary>The same way so far to the right.</summary>
    internal static IReadOnlyList<SitePoint> Beside(IReadOnlyList<SitePoint> points, double apart) =>
        [.. points.Select((p, i) => p + ((points[Math.Min(i + 1, points.Count - 1)] - points[Math.Max(0, i - 1)]).Unit().Right * apart))];

    /// <summary>How far a place lies from it, metres.</summary>
    public double DistanceTo(SitePoint place)
    {
        var least = double.PositiveInfinity;
        for (var i = 1; i < Points.Count; i++)
        {
            var step = Points[i] - Points[i - 1];
            var along = Math.Clamp((place - Points[i - 1]).Dot(step) / step.Dot(step), 0, 1);
            least = Math.Min(least, place.DistanceTo(Points[i - 1] + (step * along)));
        }

        return least;
    }

    /// <summary>Where a pass crosses it: along the line, along the pass, the sine of the angle, the way of the line.</summary>
    internal IEnumerable<(double Along, double OnPass, double Sine, Azimuth Way)> Crossings(SweepPass pass)
    {
        var (along, way) = (0.0, (pass.To - pass.From).Unit());
        for (var i = 1; i < Points.Count; i++)
        {
            var (step, length) = ((Points[i] - Points[i - 1]).Unit(), Points[i].DistanceTo(Points[i - 1]));
            var cross = way.Dot(step.Right);
            if (Math.Abs(cross) > 1e-9)
            {
                var s = (Points[i - 1] - pass.From).Dot(step.Right) / cross;
                var x = (pass.From + (way * s) - Points[i - 1]).Dot(step);
                if (s >= 0 && s <= pass.LengthMetres && x >= 0 && x < length)
                {
                    yield return (along + x, s, Math.Abs(cross), step.Azimuth);
                }
            }

            along += length;
        }
    }
}
