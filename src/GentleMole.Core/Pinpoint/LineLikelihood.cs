using GentleMole.Core.Fields;

namespace GentleMole.Core.Pinpoint;

/// <summary>
/// −2·log likelihood of folded-normal responses of one line, with weights that are held while a fit runs.
/// </summary>
internal sealed class LineLikelihood
{
    /// <summary>No receiver resolves better than this part of its greatest reading, whatever noise is claimed for it.</summary>
    private const double ResolutionPart = 1e-3;

    private readonly double[] _offset;
    private readonly double[] _height;
    private readonly double[] _size;
    private readonly bool[] _vertical;
    private readonly double[] _sigma;
    private readonly ReadingNoise _noise;

    public LineLikelihood(IReadOnlyList<CrossReading> readings, ReadingNoise noise)
    {
        Count = readings.Count + readings.Count(r => r.Null is not null);
        _offset = new double[Count];
        _height = new double[Count];
        _size = new double[Count];
        _vertical = new bool[Count];
        _sigma = new double[Count];
        var i = 0;
        foreach (var reading in readings)
        {
            (_offset[i], _height[i], _size[i]) = (reading.OffsetMetres, reading.HeightMetres, reading.Peak);
            i++;
            if (reading.Null is { } vertical)
            {
                (_offset[i], _height[i], _size[i], _vertical[i]) = (reading.OffsetMetres, reading.HeightMetres, vertical, true);
                i++;
            }
        }

        var largest = readings.Max(r => r.Peak);
        LogLargest = Math.Log(Math.Max(largest, double.Epsilon));
        _noise = noise with { Floor = Math.Max(noise.Floor, ResolutionPart * largest) };
        WeighByReadings();
    }

    public int Count { get; }

    /// <summary>Logarithm of the greatest peak reading.</summary>
    public double LogLargest { get; }

    public static CrossField Response(LineParameters p, double offset, double height)
    {
        var distance = Math.Exp(p.LogDepth) + height;
        var y = offset - p.Offset;
        var factor = Math.Exp(p.LogAmplitude) / ((distance * distance) + (y * y));
        return new CrossField(factor * distance, factor * y);
    }

    public void WeighByReadings()
    {
        for (var i = 0; i < Count; i++)
        {
            _sigma[i] = _noise.SigmaAt(_size[i]);
        }
    }

    public void WeighByModel(LineParameters p)
    {
        for (var i = 0; i < Count; i++)
        {
            _sigma[i] = _noise.SigmaAt(Signed(i, p));
        }
    }

    /// <summary>The part of −2·log likelihood that the weights carry, for comparing fits that were weighed differently.</summary>
    public double LogWeights()
    {
        double sum = 0;
        foreach (var sigma in _sigma)
        {
            sum += 2 * Math.Log(sigma);
        }

        return sum;
    }

    public double Cost(LineParameters p)
    {
        double sum = 0;
        for (var i = 0; i < Count; i++)
        {
            var model = Math.Abs(Signed(i, p));
            var residual = (_size[i] - model) / _sigma[i];
            var overlap = 2 * _size[i] * model / (_sigma[i] * _sigma[i]);
            sum += (residual * residual) - (overlap > 30 ? 0 : 2 * Math.Log(1 + Math.Exp(-overlap)));
        }

        return sum;
    }

    public double ChiSquare(LineParameters p)
    {
        double sum = 0;
        for (var i = 0; i < Count; i++)
        {
            var residual = (_size[i] - Math.Abs(Signed(i, p))) / _sigma[i];
            sum += residual * residual;
        }

        return sum;
    }

    /// <summary>Fisher information and the gradient that goes with it, for a Gauss–Newton step.</summary>
    public (Symmetric3 Normal, (double A, double B, double C) Gradient) NormalEquations(LineParameters p)
    {
        var depth = Math.Exp(p.LogDepth);
        var amplitude = Math.Exp(p.LogAmplitude);
        double aa = 0, ab = 0, ac = 0, bb = 0, bc = 0, cc = 0, ga = 0, gb = 0, gc = 0;
        for (var i = 0; i < Count; i++)
        {
            var distance = depth + _height[i];
            var y = _offset[i] - p.Offset;
            var r2 = (distance * distance) + (y * y);
            var factor = amplitude / (r2 * r2);
            double model, byOffset, byDepth;
            if (_vertical[i])
            {
                model = amplitude * y / r2;
                byOffset = factor * ((y * y) - (distance * distance));
                byDepth = -2 * factor * y * distance;
            }
            else
            {
                model = amplitude * distance / r2;
                byOffset = 2 * factor * y * distance;
                byDepth = factor * ((y * y) - (distance * distance));
            }

            var weight = 1 / (_sigma[i] * _sigma[i]);
            var residual = (_size[i] * Math.Tanh(_size[i] * model * weight)) - model;
            byDepth *= depth;
            aa += weight * byOffset * byOffset;
            ab += weight * byOffset * byDepth;
            ac += weight * byOffset * model;
            bb += weight * byDepth * byDepth;
            bc += weight * byDepth * model;
            cc += weight * model * model;
            ga += weight * residual * byOffset;
            gb += weight * residual * byDepth;
            gc += weight * residual * model;
        }

        return (new Symmetric3(aa, ab, ac, bb, bc, cc), (ga, gb, gc));
    }

    /// <summary>Optimises the other two parameters while one stands still.</summary>
    public LineParameters DescendWithout(int fixedOne, LineParameters start)
    {
        var at = start;
        var cost = Cost(at);
        for (var step = 0; step < 25; step++)
        {
            var (normal, gradient) = NormalEquations(at);
            var move = normal.SolveWithout(fixedOne, gradient);
            var next = at.Add(move);
            var nextCost = Cost(next);
            if (!(nextCost < cost))
            {
                next = at.Add((move.A / 4, move.B / 4, move.C / 4));
                nextCost = Cost(next);
                if (!(nextCost < cost))
                {
                    break;
                }
            }

            var gained = cost - nextCost;
            (at, cost) = (next, nextCost);
            if (gained < 1e-4)
            {
                break;
            }
        }

        return at;
    }

    /// <summary>
    /// The amplitude that fits best at a place and depth: its logarithm, the cost there and the information on the logarithm.
    /// </summary>
    /// <param name="around">Logarithm from which the answer is held within six, up and down.</param>
    public (double LogAmplitude, double Cost, double Information) BestAmplitude(
        double offset, double logDepth, double start, double around)
    {
        var at = new LineParameters(offset, logDepth, start);
        double information = 0;
        for (var step = 0; step < 12; step++)
        {
            double gradient = 0;
            information = 0;
            for (var i = 0; i < Count; i++)
            {
                var model = Signed(i, at);
                var weight = 1 / (_sigma[i] * _sigma[i]);
                gradient += weight * ((_size[i] * Math.Tanh(_size[i] * model * weight)) - model) * model;
                information += weight * model * model;
            }

            var move = information > 0 ? Math.Clamp(gradient / information, -1.5, 1.5) : 0;
            var next = Math.Clamp(at.LogAmplitude + move, around - 6, around + 6);
            var moved = Math.Abs(next - at.LogAmplitude);
            at = at with { LogAmplitude = next };
            if (moved < 0.01)
            {
                break;
            }
        }

        return (at.LogAmplitude, Cost(at), information);
    }

    /// <summary>Square root of the determinant of the information on the other two parameters (Laplace's integral).</summary>
    public double RootOfMinor(int without, LineParameters p) =>
        Math.Sqrt(Math.Max(NormalEquations(p).Normal.Minor(without), 1e-300));

    private double Signed(int i, LineParameters p)
    {
        var response = Response(p, _offset[i], _height[i]);
        return _vertical[i] ? response.VerticalTesla : response.HorizontalTesla;
    }
}
