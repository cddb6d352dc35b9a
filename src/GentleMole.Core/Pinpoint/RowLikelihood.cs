using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;

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

    /// <summary>Slopes of a response fill so many lanes of two vectors.</summary>
    private const int Lanes = 8;

    private readonly double[] _offset;
    private readonly double[] _height;
    private readonly double[] _peak;
    private readonly double[] _null;
    private readonly double _relative2;
    private readonly double _floor2;
    private readonly double _background2;

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
        _background2 = noise.Background / Unit * (noise.Background / Unit);
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
        Common horizontals = default, verticals = default;
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

            sum += Add(_peak[i], horizontal, ref product, ref horizontals);
            pending++;
            if (!double.IsNaN(_null[i]))
            {
                sum += Add(_null[i], vertical, ref product, ref verticals);
                pending++;
            }

            if (pending >= Together)
            {
                sum -= 0.5 * Math.Log(product);
                (product, pending) = (1, 0);
            }
        }

        return sum - (0.5 * Math.Log(product)) + Shared(horizontals) + Shared(verticals);
    }

    /// <summary>What a background that all readings share gives back of their misfit, less what it costs (Sherman and Morrison 1950).</summary>
    private double Shared(in Common c) => _background2 == 0 || c.Weight == 0
        ? 0
        : 0.5 * ((_background2 * c.Rest * c.Rest / (1 + (_background2 * c.Weight))) - Math.Log(1 + (_background2 * c.Weight)));

    /// <summary>Sums over responses of one kind: of weights, and of weighted misfits with the sign of the response.</summary>
    private record struct Common(double Weight, double Rest);

    /// <summary>
    /// Sets the amplitude and the neighbour's part of it to those with which the places come nearest to the sizes: least squares
    /// with the signs that the former gave, twice. The two change names where the neighbour turns out the stronger.
    /// </summary>
    public void FitAmplitudes(Span<double> at)
    {
        Span<double> lone = [at[0], at[1], 0];
        Span<double> other = [at[0] + at[3], at[4], 0];
        var (own, ratio) = (1.0, at[5]);
        for (var round = 0; round < 2; round++)
        {
            double aa = 1e-12, ab = 0, bb = 1e-12, az = 0, bz = 0;
            for (var i = 0; i < _offset.Length; i++)
            {
                var (h, v) = Response(lone, _offset[i], _height[i]);
                var (h2, v2) = Response(other, _offset[i], _height[i]);
                void Add(double size, double a, double b)
                {
                    var weight = 1 / ((_relative2 * size * size) + _floor2);
                    var signed = size * Math.Sign((own * a) + (own * ratio * b));
                    (aa, ab, bb) = (aa + (weight * a * a), ab + (weight * a * b), bb + (weight * b * b));
                    (az, bz) = (az + (weight * a * signed), bz + (weight * b * signed));
                }

                Add(_peak[i], h, h2);
                if (!double.IsNaN(_null[i]))
                {
                    Add(_null[i], v, v2);
                }
            }

            var determinant = (aa * bb * (1 + 1e-6)) - (ab * ab);
            var first = ((az * bb) - (bz * ab)) / determinant;
            var second = ((bz * aa) - (az * ab)) / determinant;
            (own, ratio) = (first, first == 0 ? 0 : second / first);
        }

        if (Math.Abs(ratio) > 1)
        {
            (at[0], at[1], at[3], at[4]) = (at[0] + at[3], at[4], -at[3], at[1]);
            (own, ratio) = (own * ratio, 1 / ratio);
        }

        at[2] = Math.Log(Math.Max(Math.Abs(own), 1e-9));
        at[5] = Math.Clamp(ratio, -LinePrior.GreatestRatio, LinePrior.GreatestRatio);
    }

    /// <summary>Squared misfit in standard deviations.</summary>
    public double ChiSquare(ReadOnlySpan<double> at)
    {
        double sum = 0, unused = 1;
        Common horizontals = default, verticals = default;
        for (var i = 0; i < _offset.Length; i++)
        {
            var (horizontal, vertical) = Response(at, _offset[i], _height[i]);
            sum += Squared(_peak[i], horizontal) + (double.IsNaN(_null[i]) ? 0 : Squared(_null[i], vertical));
            Add(_peak[i], horizontal, ref unused, ref horizontals);
            if (!double.IsNaN(_null[i]))
            {
                Add(_null[i], vertical, ref unused, ref verticals);
            }
        }

        double Given(in Common c) => _background2 * c.Rest * c.Rest / (1 + (_background2 * c.Weight));
        return sum - Given(horizontals) - Given(verticals);
    }

    /// <summary>The shared background that explains most of what this leaves, horizontal and vertical, in <see cref="Unit"/>.</summary>
    public (double Horizontal, double Vertical) BackgroundAt(ReadOnlySpan<double> at)
    {
        double unused = 1;
        Common horizontals = default, verticals = default;
        for (var i = 0; i < _offset.Length; i++)
        {
            var (horizontal, vertical) = Response(at, _offset[i], _height[i]);
            Add(_peak[i], horizontal, ref unused, ref horizontals);
            if (!double.IsNaN(_null[i]))
            {
                Add(_null[i], vertical, ref unused, ref verticals);
            }
        }

        double Likely(in Common c) => _background2 * c.Rest / (1 + (_background2 * c.Weight));
        return (Likely(horizontals), Likely(verticals));
    }

    /// <summary>Fisher information (lower half, row by row) and gradient of the logarithm for a Gauss–Newton step.</summary>
    public void Normal(ReadOnlySpan<double> at, Span<double> information, Span<double> gradient)
    {
        var two = at.Length == OfTwo;
        var (depth, amplitude) = (Math.Exp(at[1]), Math.Exp(at[2]));
        var (depth2, amplitude2) = two ? (Math.Exp(at[4]), amplitude * at[5]) : (1, 0);
        Span<double> byHorizontal = stackalloc double[Lanes];
        Span<double> byVertical = stackalloc double[Lanes];
        Span<Vector256<double>> sums = stackalloc Vector256<double>[2 * (OfTwo + 1)];
        Span<Vector256<double>> shared = stackalloc Vector256<double>[4];
        Common horizontals = default, verticals = default;
        shared.Clear();
        byHorizontal.Clear();
        byVertical.Clear();
        sums.Clear();
        for (var i = 0; i < _offset.Length; i++)
        {
            var (y, distance) = (_offset[i] - at[0], depth + _height[i]);
            var r2 = (distance * distance) + (y * y);
            var factor = amplitude / (r2 * r2);
            var (along, across) = (2 * factor * y * distance, factor * ((y * y) - (distance * distance)));
            var (horizontal, vertical) = (factor * r2 * distance, factor * r2 * y);
            (byHorizontal[0], byVertical[0], byHorizontal[1], byVertical[1]) = (along, across, depth * across, -depth * along);
            if (two)
            {
                var (y2, distance2) = (y - at[3], depth2 + _height[i]);
                var s2 = (distance2 * distance2) + (y2 * y2);
                var factor2 = amplitude2 / (s2 * s2);
                var (along2, across2) = (2 * factor2 * y2 * distance2, factor2 * ((y2 * y2) - (distance2 * distance2)));
                (byHorizontal[3], byVertical[3], byHorizontal[4], byVertical[4]) = (along2, across2, depth2 * across2, -depth2 * along2);
                (byHorizontal[5], byVertical[5]) = (amplitude * distance2 / s2, amplitude * y2 / s2);
                (byHorizontal[0], byVertical[0]) = (along + along2, across + across2);
                (horizontal, vertical) = (horizontal + (byHorizontal[5] * at[5]), vertical + (byVertical[5] * at[5]));
            }

            (byHorizontal[2], byVertical[2]) = (horizontal, vertical);
            Collect(_peak[i], horizontal, byHorizontal, at.Length, sums, shared[..2], ref horizontals);
            if (!double.IsNaN(_null[i]))
            {
                Collect(_null[i], vertical, byVertical, at.Length, sums, shared[2..], ref verticals);
            }
        }

        var all = MemoryMarshal.Cast<Vector256<double>, double>(sums);
        for (var a = 0; a < at.Length; a++)
        {
            gradient[a] = all[(OfTwo * Lanes) + a];
            for (var b = 0; b < at.Length; b++)
            {
                information[(a * at.Length) + b] = all[(a * Lanes) + b];
            }
        }

        if (_background2 > 0)
        {
            var slopes = MemoryMarshal.Cast<Vector256<double>, double>(shared);
            Spare(slopes[..Lanes], horizontals, information, gradient[..at.Length]);
            Spare(slopes[Lanes..], verticals, information, gradient[..at.Length]);
        }
    }

    private void Collect(double size, double model, ReadOnlySpan<double> slope, int count, Span<Vector256<double>> sums, Span<Vector256<double>> shared, ref Common common)
    {
        var weight = 1 / ((_relative2 * model * model) + _floor2);
        var sided = size * model * weight;
        var residual = (sided > OneSided ? size : sided < -OneSided ? -size : size * Math.Tanh(sided)) - model;
        var (low, high) = (Vector256.Create(slope), Vector256.Create(slope[4..]));
        for (var a = 0; a < count; a++)
        {
            var weighted = Vector256.Create(weight * slope[a]);
            sums[2 * a] += weighted * low;
            sums[(2 * a) + 1] += weighted * high;
        }

        var rest = Vector256.Create(weight * residual);
        sums[2 * OfTwo] += rest * low;
        sums[(2 * OfTwo) + 1] += rest * high;
        if (_background2 > 0)
        {
            var even = Vector256.Create(weight);
            shared[0] += even * low;
            shared[1] += even * high;
            common = new Common(common.Weight + weight, common.Rest + (weight * residual));
        }
    }

    /// <summary>Takes what a shared background explains out of information and gradient.</summary>
    private void Spare(ReadOnlySpan<double> slopes, in Common common, Span<double> information, Span<double> gradient)
    {
        var n = gradient.Length;
        var part = _background2 / (1 + (_background2 * common.Weight));
        for (var a = 0; a < n; a++)
        {
            gradient[a] -= part * common.Rest * slopes[a];
            for (var b = 0; b < n; b++)
            {
                information[(a * n) + b] -= part * slopes[a] * slopes[b];
            }
        }
    }

    private double Add(double size, double model, ref double product, ref Common common)
    {
        var variance = (_relative2 * model * model) + _floor2;
        var rest = size - Math.Abs(model);
        var both = 2 * size * Math.Abs(model) / variance;
        product *= variance;
        if (_background2 > 0)
        {
            common = new Common(common.Weight + (1 / variance), common.Rest + (Math.Sign(model) * rest / variance));
        }

        return (-0.5 * rest * rest / variance) + (both < OneSided ? Math.Log(1 + Math.Exp(-both)) : 0);
    }

    private double Squared(double size, double model)
    {
        var rest = size - Math.Abs(model);
        return rest * rest / ((_relative2 * model * model) + _floor2);
    }
}
