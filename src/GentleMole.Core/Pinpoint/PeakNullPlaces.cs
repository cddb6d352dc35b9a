namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Where the peak and the null are, read from the readings near them alone: independent of each other, so that their
/// disagreement is a sign. Near the peak 1/peak is a parabola in the offset; near the null the signed ratio null/peak is a
/// straight line through zero. Both are exact for one line.
/// </summary>
public static class PeakNullPlaces
{
    /// <summary>The crest of the peak response; null when the row does not hold one.</summary>
    public static Place? Peak(IReadOnlyList<CrossReading> readings, ReadingNoise noise)
    {
        var strongest = readings.Max(r => r.Peak);

        // Only the crest: further out the shoulder of a neighbour bends the parabola.
        var near = readings.Where(r => r.Peak >= 0.86 * strongest).ToList();
        if (near.Count < 5)
        {
            near = [.. readings.OrderByDescending(r => r.Peak).Take(Math.Min(5, readings.Count))];
        }

        var shift = near.Average(r => r.OffsetMetres);
        double[] s = new double[5], t = new double[3];
        foreach (var r in near.Where(r => r.Peak > 0))
        {
            var x = r.OffsetMetres - shift;
            var sigma = noise.SigmaAt(r.Peak) / (r.Peak * r.Peak);
            var w = 1 / Math.Max(sigma * sigma, 1e-30);
            for (double k = 0, power = w; k < 5; k++, power *= x)
            {
                s[(int)k] += power;
                if (k < 3)
                {
                    t[(int)k] += power / r.Peak;
                }
            }
        }

        // Scaling keeps the determinant away from the ends of the number range.
        var scale = 1 / s[0];
        var normal = new Symmetric3(s[0] * scale, s[1] * scale, s[2] * scale, s[2] * scale, s[3] * scale, s[4] * scale);
        var (_, slope, curve) = normal.Solve((t[0] * scale, t[1] * scale, t[2] * scale));
        if (!(curve > 0))
        {
            return null;
        }

        var vertex = -slope / (2 * curve);
        var (_, byB, byC) = normal.Solve((0, -1 / (2 * curve), slope / (2 * curve * curve)));
        var variance = ((-byB / (2 * curve)) + (byC * slope / (2 * curve * curve))) * scale;
        var place = vertex + shift;
        var (low, high) = (readings.Min(r => r.OffsetMetres), readings.Max(r => r.OffsetMetres));
        return !(place >= low && place <= high) || !double.IsFinite(variance)
            ? null
            : new Place(place, Math.Sqrt(Math.Max(variance, 0)));
    }

    /// <summary>The zero of the vertical response; null when too few null readings were taken or it is not in the row.</summary>
    public static Place? Null(IReadOnlyList<CrossReading> readings, ReadingNoise noise)
    {
        var row = readings.Where(r => r.Null is not null && r.Peak > 0).OrderBy(r => r.OffsetMetres).ToList();
        if (row.Count < 3)
        {
            return null;
        }

        var least = Enumerable.Range(0, row.Count).MinBy(i => row[i].Null!.Value / row[i].Peak);
        Place? best = null;
        var lowest = double.PositiveInfinity;
        foreach (var sideOfLeast in new[] { -1, 1 })
        {
            var points = new List<(double X, double T, double W)>();
            for (var i = 0; i < row.Count; i++)
            {
                var ratio = row[i].Null!.Value / row[i].Peak;
                var sign = i < least ? -1 : i > least ? 1 : sideOfLeast;
                var sigma = Math.Sqrt(
                    Square(noise.SigmaAt(row[i].Null!.Value)) + Square(ratio * noise.SigmaAt(row[i].Peak))) / row[i].Peak;
                if (ratio <= 0.3 || Math.Abs(i - least) <= 1)
                {
                    points.Add((row[i].OffsetMetres, sign * ratio, 1 / Math.Max(sigma * sigma, 1e-12)));
                }
            }

            var (place, misfit) = ZeroOfLine(points);
            if (place is not null && misfit < lowest)
            {
                (best, lowest) = (place, misfit);
            }
        }

        return best is { } found && found.OffsetMetres >= row[0].OffsetMetres && found.OffsetMetres <= row[^1].OffsetMetres ? best : null;
    }

    private static (Place? Place, double Misfit) ZeroOfLine(List<(double X, double T, double W)> points)
    {
        var weight = points.Sum(p => p.W);
        var x0 = points.Sum(p => p.W * p.X) / weight;
        var t0 = points.Sum(p => p.W * p.T) / weight;
        var sxx = points.Sum(p => p.W * Square(p.X - x0));
        if (!(sxx > 0))
        {
            return (null, double.PositiveInfinity);
        }

        var slope = points.Sum(p => p.W * (p.X - x0) * (p.T - t0)) / sxx;
        if (!(slope > 0))
        {
            return (null, double.PositiveInfinity);
        }

        var zero = x0 - (t0 / slope);
        var misfit = points.Sum(p => p.W * Square(p.T - t0 - (slope * (p.X - x0))));
        var variance = ((1 / weight) + (Square(zero - x0) / sxx)) / (slope * slope);
        return (new Place(zero, Math.Sqrt(variance)), misfit);
    }

    private static double Square(double x) => x * x;
}
