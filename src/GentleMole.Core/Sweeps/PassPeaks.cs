namespace GentleMole.Core.Sweeps;

/// <summary>
/// Finds responses on a strip of levels against way walked: tops that stand out of what lies on both sides of them. The place of a
/// top is that of a parabola through the logarithms near it (least squares; Bevington, Data Reduction and Error Analysis, 7).
/// </summary>
public static class PassPeaks
{
    /// <summary>A top must be so many times the higher of the two valleys beside it.</summary>
    private const double StandsOut = 1.2;

    /// <summary>And stand out of the scatter from one sample to the next by so many of its standard deviations.</summary>
    private const double OfScatter = 8;

    /// <summary>The parabola goes through what is at least this part of the top.</summary>
    private const double Near = 0.85;

    private const double Shoulder = 0.8;

    /// <summary>How a level scatters where the fit itself says nothing of it, as a part.</summary>
    private const double LeastScatter = 0.005;

    /// <summary>The responses of a strip, in the order walked.</summary>
    /// <param name="strip">Along the pass, metres, not falling; levels not negative.</param>
    /// <param name="threshold">The least level that counts.</param>
    public static IReadOnlyList<PassPeak> Of(IReadOnlyList<(double AlongMetres, double Level)> strip, double threshold)
    {
        var peaks = new List<PassPeak>();
        var scatter = Scatter(strip);
        for (var i = 0; i < strip.Count; i++)
        {
            // The first of equals is the top; the ends of a strip are none: nobody knows what lies beyond.
            if (strip[i].Level < threshold || i == 0 || i == strip.Count - 1 || strip[i - 1].Level >= strip[i].Level || !IsTop(strip, i, scatter))
            {
                continue;
            }

            peaks.Add(Fitted(strip, i));
        }

        return peaks;
    }

    /// <summary>True when it falls off enough to both sides before it rises above the top again.</summary>
    private static bool IsTop(IReadOnlyList<(double AlongMetres, double Level)> strip, int top, double scatter)
    {
        var low = Math.Min(strip[top].Level / StandsOut, strip[top].Level - (OfScatter * scatter));
        bool Falls(int step)
        {
            for (var i = top + step; i >= 0 && i < strip.Count; i += step)
            {
                if (strip[i].Level > strip[top].Level)
                {
                    return false;
                }

                if (strip[i].Level <= low)
                {
                    return true;
                }
            }

            return false;
        }

        return Falls(-1) && Falls(1);
    }

    /// <summary>Scatter of single samples, by the median of how three in a row depart from a straight (robust: tops hardly count).</summary>
    private static double Scatter(IReadOnlyList<(double AlongMetres, double Level)> strip)
    {
        if (strip.Count < 5)
        {
            return 0;
        }

        double[] bent = [.. Enumerable.Range(1, strip.Count - 2).Select(i => Math.Abs(strip[i - 1].Level - (2 * strip[i].Level) + strip[i + 1].Level)).Order()];
        return bent[bent.Length / 2] * 1.4826 / Math.Sqrt(6);
    }

    private static PassPeak Fitted(IReadOnlyList<(double AlongMetres, double Level)> strip, int top)
    {
        var (first, last) = (top, top);
        while (first > 0 && strip[first - 1].Level >= Near * strip[top].Level)
        {
            first--;
        }

        while (last < strip.Count - 1 && strip[last + 1].Level >= Near * strip[top].Level)
        {
            last++;
        }

        // At least one sample to either side, however far apart they are.
        (first, last) = (Math.Min(first, top - 1), Math.Max(last, top + 1));
        var count = last - first + 1;
        var at = strip[top].AlongMetres;
        Span<double> normal = stackalloc double[9];
        Span<double> right = stackalloc double[3];
        normal.Clear();
        right.Clear();
        for (var i = first; i <= last; i++)
        {
            var x = strip[i].AlongMetres - at;
            ReadOnlySpan<double> terms = [1, x, x * x];
            var y = Math.Log(Math.Max(strip[i].Level, 1e-300) / strip[top].Level);
            for (var a = 0; a < 3; a++)
            {
                right[a] += terms[a] * y;
                for (var b = 0; b <= a; b++)
                {
                    normal[(3 * a) + b] += terms[a] * terms[b];
                }
            }
        }

        var step = (strip[last].AlongMetres - strip[first].AlongMetres) / (count - 1);
        if (LowerTriangle.Of(normal, 3) is not { } factor)
        {
            return new PassPeak(at, step / 2, strip[top].Level, Distance(strip, top));
        }

        factor.Forward(right);
        factor.Backward(right);
        var (linear, square) = (right[1], right[2]);
        if (!(square < 0))
        {
            return new PassPeak(at, step / 2, strip[top].Level, Distance(strip, top));
        }

        var rest = 0.0;
        for (var i = first; i <= last; i++)
        {
            var x = strip[i].AlongMetres - at;
            rest += Math.Pow(Math.Log(Math.Max(strip[i].Level, 1e-300) / strip[top].Level) - (right[0] + (linear * x) + (square * x * x)), 2);
        }

        var scatter = Math.Max(LeastScatter, Math.Sqrt(rest / Math.Max(1, count - 3)));
        var inverse = factor.Inverse();
        var place = -linear / (2 * square);

        // By the law of propagation: d place/d linear and d place/d square.
        var (ofLinear, ofSquare) = (-1 / (2 * square), linear / (2 * square * square));
        var variance = (ofLinear * ofLinear * inverse[4]) + (2 * ofLinear * ofSquare * inverse[7]) + (ofSquare * ofSquare * inverse[8]);
        return new PassPeak(
            at + Math.Clamp(place, strip[first].AlongMetres - at, strip[last].AlongMetres - at), Math.Clamp(scatter * Math.Sqrt(Math.Max(0, variance)), step / 20, step * count), strip[top].Level, Distance(strip, top));
    }

    /// <summary>The level is down to 80 % at half the distance to either side of a line (long straight wire).</summary>
    private static double? Distance(IReadOnlyList<(double AlongMetres, double Level)> strip, int top)
    {
        double? Crossing(int step)
        {
            for (var i = top + step; i >= 0 && i < strip.Count; i += step)
            {
                if (strip[i].Level > strip[top].Level * Shoulder)
                {
                    continue;
                }

                var (inner, outer) = (strip[i - step], strip[i]);
                var part = (inner.Level - (Shoulder * strip[top].Level)) / Math.Max(1e-300, inner.Level - outer.Level);
                return inner.AlongMetres + (part * (outer.AlongMetres - inner.AlongMetres));
            }

            return null;
        }

        return Crossing(-1) is { } left && Crossing(1) is { } right ? right - left : null;
    }
}
