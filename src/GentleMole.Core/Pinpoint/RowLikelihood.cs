namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Likelihood of a row of readings over one line or two. A receiver shows sizes, so each response is a folded normal: the true
/// size may have either sign, and where it is small against its scatter the likelihood knows both.
/// </summary>
/// <remarks>
/// Parameters in order: place across (m), logarithm of depth (m), logarithm of amplitude (unit·m); of a neighbour its distance
/// from the line, right positive (m), logarithm of its depth, and its current as a signed part of the line's.
/// </remarks>
internal sealed class RowLikelihood
{
    /// <summary>Parameters of one line.</summary>
    public const int OfOne = 3;

    /// <summary>Parameters of a line and its neighbour.</summary>
    public const int OfTwo = 6;

    /// <summary>No receiver resolves better than this part of its greatest reading, whatever noise is claimed for it.</summary>
    private const double ResolutionPart = 1e-3;

    /// <summary>Beyond this the other sign of a response adds nothing.</summary>
    private const double OneSided = 30;

    /// <summary>So many variances are multiplied before their logarithm is taken.</summary>
    private const int Together = 6;

    private readonly double[] _offset;
    private readonly double[] _height;
    private readonly double[] _peak;
    private readonly double[] _null;
    private readonly double _relative2;
    private readonly double _floor2;

    /// <param name="readings">A row that passed <see cref="CrossReadingRules.Check"/>; sizes are taken in parts of the greatest.</param>
    public RowLikelihood(IReadOnlyList<CrossReading> readings, ReadingNoise noise)
    {
        Unit = readings.Max(r => r.Peak);
        _offset = [.. readings.Select(r => r.OffsetMetres)];
        _height = [.. readings.Select(r => r.HeightMetres)];
        _peak = [.. readings.Select(r => r.Peak / Unit)];
        _null = [.. readings.Select(r => r.Null / Unit ?? double.NaN)];
        _relative2 = noise.Relative * noise.Relative;
        var floor = Math.Max(noise.Floor / Unit, ResolutionPart);
        _floor2 = floor * floor;
        Count = _peak.Length + _null.Count(n => !double.IsNaN(n));
    }

    /// <summary>The greatest peak: one unit of amplitudes here.</summary>
    public double Unit { get; }

    /// <summary>Responses in the row.</summary>
    public int Count { get; }

    /// <summary>A fitted line in these parameters, held to depths and amplitudes that a search can begin at.</summary>
    public double[] ParametersOf(FittedLine line) =>
    [
        line.Position.Value, Math.Log(Math.Clamp(line.Depth.Value, 0.05, 20)), Math.Log(Math.Max(line.Amplitude.Value / Unit, 1e-9)),
    ];

    /// <summary>Signed responses of the lines at a sensor.</summary>
    public static (double Horizontal, double Vertical) Response(ReadOnlySpan<double> at, double offset, double height)
    {
        var (distance, y, amplitude) = (Math.Exp(at[1]) + height, offset - at[0], Math.Exp(at[2]));
        var factor = amplitude / ((distance * distance) + (y * y));
        var (horizontal, vertical) = (factor * distance, factor * y);
        if (at.Length == OfTwo)
        {
            var (distance2, y2) = (Math.Exp(at[4]) + height, y - at[3]);
            var factor2 = amplitude * at[5] / ((distance2 * distance2) + (y2 * y2));
            horizontal += factor2 * distance2;
            vertical += factor2 * y2;
        }

        return (horizontal, vertical);
    }

    /// <summary>Logarithm of the likelihood, less a constant of the row.</summary>
    public double Log(ReadOnlySpan<double> at)
    {
        var two = at.Length == OfTwo;
        var (depth, amplitude) = (Math.Exp(at[1]), Math.Exp(at[2]));
        var (depth2, amplitude2) = two ? (Math.Exp(at[4]), amplitude * at[5]) : (1, 0);
        double sum = 0, product = 1;
        var pending = 0;
        for (var i = 0; i < _offset.Length; i++)
        {
            var y = _offset[i] - at[0];
            var distance = depth + _height[i];
            var factor = amplitude / ((distance * distance) + (y * y));
            var (horizontal, vertical) = (factor * distance, factor * y);
            if (two)
            {
                var y2 = y - at[3];
                var distance2 = depth2 + _height[i];
                var factor2 = amplitude2 / ((distance2 * distance2) + (y2 * y2));
                horizontal += factor2 * distance2;
                vertical += factor2 * y2;
            }

            sum += Add(_peak[i], horizontal, ref product);
            pending++;
            if (!double.IsNaN(_null[i]))
            {
                sum += Add(_null[i], vertical, ref product);
                pending++;
            }

            if (pending >= Together)
            {
                sum -= 0.5 * Math.Log(product);
                (product, pending) = (1, 0);
            }
        }

        return sum - (0.5 * Math.Log(product));
    }

    /// <summary>The amplitude with which this shape comes nearest to the sizes, by least squares.</summary>
    public double BestAmplitude(ReadOnlySpan<double> shape)
    {
        Span<double> unit = stackalloc double[shape.Length];
        shape.CopyTo(unit);
        unit[2] = 0;
        double both = 0, own = 1e-30;
        for (var i = 0; i < _offset.Length; i++)
        {
            var (horizontal, vertical) = Response(unit, _offset[i], _height[i]);
            var weight = 1 / ((_relative2 * _peak[i] * _peak[i]) + _floor2);
            (both, own) = (both + (weight * _peak[i] * Math.Abs(horizontal)), own + (weight * horizontal * horizontal));
            if (!double.IsNaN(_null[i]))
            {
                weight = 1 / ((_relative2 * _null[i] * _null[i]) + _floor2);
                (both, own) = (both + (weight * _null[i] * Math.Abs(vertical)), own + (weight * vertical * vertical));
            }
        }

        return Math.Max(both / own, 1e-9);
    }

    /// <summary>Squared misfit in standard deviations.</summary>
    public double ChiSquare(ReadOnlySpan<double> at)
    {
        double sum = 0;
        for (var i = 0; i < _offset.Length; i++)
        {
            var (horizontal, vertical) = Response(at, _offset[i], _height[i]);
            sum += Squared(_peak[i], horizontal) + (double.IsNaN(_null[i]) ? 0 : Squared(_null[i], vertical));
        }

        return sum;
    }

    /// <summary>Fisher information (row by row) and gradient of the logarithm for a Gauss–Newton step.</summary>
    public void Normal(ReadOnlySpan<double> at, Span<double> information, Span<double> gradient)
    {
        var n = at.Length;
        information.Clear();
        gradient.Clear();
        Span<double> byHorizontal = stackalloc double[OfTwo];
        Span<double> byVertical = stackalloc double[OfTwo];
        for (var i = 0; i < _offset.Length; i++)
        {
            var (horizontal, vertical) = Slopes(at, i, byHorizontal, byVertical);
            Collect(_peak[i], horizontal, byHorizontal[..n], information, gradient);
            if (!double.IsNaN(_null[i]))
            {
                Collect(_null[i], vertical, byVertical[..n], information, gradient);
            }
        }
    }

    private (double Horizontal, double Vertical) Slopes(ReadOnlySpan<double> at, int i, Span<double> byHorizontal, Span<double> byVertical)
    {
        var (depth, amplitude) = (Math.Exp(at[1]), Math.Exp(at[2]));
        var (y, distance) = (_offset[i] - at[0], depth + _height[i]);
        var r2 = (distance * distance) + (y * y);
        var factor = amplitude / (r2 * r2);
        var (horizontal, vertical) = (factor * r2 * distance, factor * r2 * y);
        (byHorizontal[0], byVertical[0]) = (2 * factor * y * distance, factor * ((y * y) - (distance * distance)));
        (byHorizontal[1], byVertical[1]) = (depth * factor * ((y * y) - (distance * distance)), -2 * depth * factor * y * distance);
        if (at.Length == OfTwo)
        {
            var (depth2, y2) = (Math.Exp(at[4]), y - at[3]);
            var distance2 = depth2 + _height[i];
            var s2 = (distance2 * distance2) + (y2 * y2);
            var factor2 = amplitude / (s2 * s2);
            var (byPlaceH, byPlaceV) = (2 * factor2 * y2 * distance2 * at[5], factor2 * ((y2 * y2) - (distance2 * distance2)) * at[5]);
            byHorizontal[0] += byPlaceH;
            byVertical[0] += byPlaceV;
            (byHorizontal[3], byVertical[3]) = (byPlaceH, byPlaceV);
            (byHorizontal[4], byVertical[4]) = (depth2 * factor2 * ((y2 * y2) - (distance2 * distance2)) * at[5], -2 * depth2 * factor2 * y2 * distance2 * at[5]);
            (byHorizontal[5], byVertical[5]) = (factor2 * s2 * distance2, factor2 * s2 * y2);
            horizontal += byHorizontal[5] * at[5];
            vertical += byVertical[5] * at[5];
        }

        (byHorizontal[2], byVertical[2]) = (horizontal, vertical);
        return (horizontal, vertical);
    }

    private void Collect(double size, double model, ReadOnlySpan<double> slope, Span<double> information, Span<double> gradient)
    {
        var weight = 1 / ((_relative2 * model * model) + _floor2);
        var residual = (size * Math.Tanh(size * model * weight)) - model;
        var n = slope.Length;
        for (var a = 0; a < n; a++)
        {
            gradient[a] += weight * residual * slope[a];
            for (var b = 0; b <= a; b++)
            {
                information[(a * n) + b] += weight * slope[a] * slope[b];
            }
        }
    }

    private double Add(double size, double model, ref double product)
    {
        var variance = (_relative2 * model * model) + _floor2;
        var rest = size - Math.Abs(model);
        var both = 2 * size * Math.Abs(model) / variance;
        product *= variance;
        return (-0.5 * rest * rest / variance) + (both < OneSided ? Math.Log(1 + Math.Exp(-both)) : 0);
    }

    private double Squared(double size, double model)
    {
        var rest = size - Math.Abs(model);
        return rest * rest / ((_relative2 * model * model) + _floor2);
    }
}
