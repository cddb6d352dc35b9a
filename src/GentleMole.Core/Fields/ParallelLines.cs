using GentleMole.Core.Lines;

namespace GentleMole.Core.Fields;

/// <summary>
/// The field across straight parallel lines: Ampère's law for an infinite wire, summed over the conductors.
/// Horizontal is μ0I/2π·D/(D²+y²), vertical μ0I/2π·y/(D²+y²), D the depth plus the height of the sensor.
/// </summary>
public sealed class ParallelLines(IReadOnlyList<StraightConductor> conductors)
{
    /// <summary>To this many metres peak and null places are found.</summary>
    public const double PlaceToleranceMetres = 1e-5;

    /// <summary>The lines whose field it is.</summary>
    public IReadOnlyList<StraightConductor> Conductors => conductors;

    /// <summary>Field at an offset across, metres, and a height of the sensor. Signed.</summary>
    public CrossField At(double offsetMetres, Height sensor)
    {
        double horizontal = 0, vertical = 0;
        foreach (var line in conductors)
        {
            var y = offsetMetres - line.OffsetMetres;
            var distance = line.Depth.Below(sensor);
            var factor = Physics.Mu0 * line.CurrentAmperes / (2 * Math.PI * ((distance * distance) + (y * y)));
            horizontal += factor * distance;
            vertical += factor * y;
        }

        return new CrossField(horizontal, vertical);
    }

    /// <summary>
    /// The place of the greatest |horizontal| in a span, and the zero of the vertical field nearest to it.
    /// </summary>
    public PeakAndNull PeakAndNullIn(double fromMetres, double toMetres, Height sensor)
    {
        var stations = Stations(fromMetres, toMetres, sensor);
        var fields = Array.ConvertAll(stations, y => At(y, sensor));
        var top = 0;
        for (var i = 1; i < stations.Length; i++)
        {
            if (Math.Abs(fields[i].HorizontalTesla) > Math.Abs(fields[top].HorizontalTesla))
            {
                top = i;
            }
        }

        if (fields[top].HorizontalTesla == 0)
        {
            return new PeakAndNull(null, null);
        }

        // Two crests of nearly the same height may lie on different stations: refine each that comes close to the top.
        var crest = Math.Abs(fields[top].HorizontalTesla);
        var peak = stations[top];
        var best = crest;
        for (var i = 0; i < stations.Length; i++)
        {
            var here = Math.Abs(fields[i].HorizontalTesla);
            var left = i > 0 ? Math.Abs(fields[i - 1].HorizontalTesla) : -1;
            var right = i + 1 < stations.Length ? Math.Abs(fields[i + 1].HorizontalTesla) : -1;
            if (here >= left && here >= right && here > 0.98 * crest)
            {
                var place = Climb(stations[Math.Max(0, i - 1)], stations[Math.Min(stations.Length - 1, i + 1)], sensor);
                var strength = Math.Abs(At(place, sensor).HorizontalTesla);
                if (strength > best)
                {
                    (peak, best) = (place, strength);
                }
            }
        }

        double? nearest = null;
        for (var i = 0; i < stations.Length; i++)
        {
            double? zero = fields[i].VerticalTesla == 0
                ? stations[i]
                : i + 1 < stations.Length && fields[i].VerticalTesla * fields[i + 1].VerticalTesla < 0
                    ? Bisect(stations[i], stations[i + 1], sensor)
                    : null;
            if (zero is { } z && (nearest is null || Math.Abs(z - peak) < Math.Abs(nearest.Value - peak)))
            {
                nearest = z;
            }
        }

        return new PeakAndNull(peak, nearest);
    }

    /// <summary>
    /// Stations close together over each conductor, on the scale of its depth, and wider apart away from it: no crest or
    /// zero of a sum of such bells is narrower than the shallowest of them.
    /// </summary>
    private double[] Stations(double from, double to, Height sensor)
    {
        const int perSide = 160;
        var places = new SortedSet<double> { from, to };
        for (var i = 1; i < 400; i++)
        {
            places.Add(from + ((to - from) * i / 400));
        }

        foreach (var line in conductors)
        {
            var scale = line.Depth.Below(sensor);
            var reach = Math.Max(Math.Abs(from - line.OffsetMetres), Math.Abs(to - line.OffsetMetres));
            var last = Math.Asinh(reach / scale);
            for (var i = -perSide; i <= perSide; i++)
            {
                var y = line.OffsetMetres + (scale * Math.Sinh(last * i / perSide));
                if (y > from && y < to)
                {
                    places.Add(y);
                }
            }
        }

        return [.. places];
    }

    private double Climb(double low, double high, Height sensor)
    {
        const double golden = 0.6180339887498949;
        double Strength(double y) => Math.Abs(At(y, sensor).HorizontalTesla);
        var a = high - (golden * (high - low));
        var b = low + (golden * (high - low));
        var (fa, fb) = (Strength(a), Strength(b));
        while (high - low > PlaceToleranceMetres)
        {
            if (fa >= fb)
            {
                (high, b, fb) = (b, a, fa);
                a = high - (golden * (high - low));
                fa = Strength(a);
            }
            else
            {
                (low, a, fa) = (a, b, fb);
                b = low + (golden * (high - low));
                fb = Strength(b);
            }
        }

        // A crest at the edge of the span is the edge itself.
        var middle = (low + high) / 2;
        return Strength(low) > Strength(middle) ? low : Strength(high) > Strength(middle) ? high : middle;
    }

    private double Bisect(double low, double high, Height sensor)
    {
        var rising = At(low, sensor).VerticalTesla < 0;
        while (high - low > PlaceToleranceMetres)
        {
            var middle = (low + high) / 2;
            if (At(middle, sensor).VerticalTesla < 0 == rising)
            {
                low = middle;
            }
            else
            {
                high = middle;
            }
        }

        return (low + high) / 2;
    }
}
