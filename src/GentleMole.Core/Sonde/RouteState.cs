namespace GentleMole.Core.Sonde;

/// <summary>One way in which the heights of a pipe may have come about: an even fall, stretches that rise or drop, depths that were wrong; and what the fixes say of it.</summary>
internal sealed class RouteState
{
    private const double HeightSigma = 10;
    private const double FallSigma = 0.2;
    private const double RampSigma = 0.5;
    private const double WrongSigma = 0.6;

    private readonly double[] _way;
    private readonly LowerTriangle _factor;

    private RouteState(double[] way, RouteStretch[] stretches, int[] wrong, LowerTriangle factor, double[] mean, double logEvidence) =>
        (_way, Stretches, Wrong, _factor, Mean, LogEvidence) = (way, stretches, wrong, factor, mean, logEvidence);

    public RouteStretch[] Stretches { get; }

    public int[] Wrong { get; }

    /// <summary>Height at the first fix, rise a metre, and the height of each ramp.</summary>
    public double[] Mean { get; }

    /// <summary>Logarithm of how likely the fixes are under it, stretches held to rise against the fall, or to fall more than it.</summary>
    public double LogEvidence { get; }

    public static RouteState Of(double[] way, double[] heights, double variance, RouteStretch[] stretches, int[] wrong)
    {
        var size = 2 + stretches.Length;
        var (matrix, right, row) = (new double[size * size], new double[size], new double[size]);
        double squares = 0;
        var usual = 1 / variance;
        for (var i = 0; i < way.Length; i++)
        {
            var weight = wrong.Length > 0 && Array.IndexOf(wrong, i) >= 0 ? 1 / (variance + (WrongSigma * WrongSigma)) : usual;
            Row(row, way, stretches, i);
            squares += weight * heights[i] * heights[i];
            for (var a = 0; a < size; a++)
            {
                var weighted = weight * row[a];
                right[a] += weighted * heights[i];
                for (var b = 0; b <= a; b++)
                {
                    matrix[(a * size) + b] += weighted * row[b];
                }
            }
        }

        var logWeights = ((way.Length - wrong.Length) * Math.Log(usual)) - (wrong.Length * Math.Log(variance + (WrongSigma * WrongSigma)));
        double logPrior = 0;
        for (var a = 0; a < size; a++)
        {
            var sigma = a == 0 ? HeightSigma : a == 1 ? FallSigma : RampSigma;
            matrix[(a * size) + a] += 1 / (sigma * sigma);
            logPrior -= Math.Log(sigma);
        }

        var factor = LowerTriangle.Of(matrix, size) ?? throw new InvalidOperationException("A matrix of weights and a prior is always positive.");
        var mean = (double[])right.Clone();
        factor.Forward(mean);
        var explained = mean.Sum(m => m * m);
        factor.Backward(mean);
        var state = new RouteState(way, stretches, wrong, factor, mean, logPrior - factor.HalfLogDeterminant - ((squares - explained - logWeights) / 2));
        return stretches.Length == 0 ? state : new RouteState(way, stretches, wrong, factor, mean, state.LogEvidence + stretches.Select((_, k) => Math.Log(Math.Max(2 * state.Leaves(k), 1e-30))).Sum());
    }

    /// <summary>Mean and variance of the height at a fix.</summary>
    public (double Mean, double Variance) At(int i)
    {
        var row = new double[Mean.Length];
        Row(row, _way, Stretches, i);
        return Of(row);
    }

    /// <summary>Mean and variance of the fall a metre between two fixes.</summary>
    public (double Mean, double Variance) Fall(int from, int to)
    {
        var (first, last) = (new double[Mean.Length], new double[Mean.Length]);
        Row(first, _way, Stretches, from);
        Row(last, _way, Stretches, to);
        var length = _way[to] - _way[from];
        return Of([.. first.Select((value, k) => (value - last[k]) / length)]);
    }

    /// <summary>Along the pipe between two fixes, metres.</summary>
    public double LengthBetween(int from, int to) => _way[to] - _way[from];

    /// <summary>
    /// How likely a stretch leaves the fall of the rest as it is held to: it rises, or it falls more steeply. Where the pipe
    /// clearly rises in the direction of pushing, the mirror of both.
    /// </summary>
    private double Leaves(int k)
    {
        var row = new double[Mean.Length];
        row[1] = 1;
        var (rise, variance) = Of(row);
        var isPushedUp = rise > 2 * Math.Sqrt(variance);
        row[1] = Stretches[k].Drops ? 0 : 1;
        row[2 + k] = 1 / (_way[Stretches[k].To] - _way[Stretches[k].From]);
        var (net, netVariance) = Of(row);
        return MathNet.Numerics.Distributions.Normal.CDF(0, Math.Sqrt(netVariance), isPushedUp == Stretches[k].Drops ? net : -net);
    }

    private (double Mean, double Variance) Of(double[] row)
    {
        double mean = 0, variance = 0;
        for (var k = 0; k < row.Length; k++)
        {
            mean += row[k] * Mean[k];
        }

        Span<double> half = stackalloc double[row.Length];
        row.CopyTo(half);
        _factor.Forward(half);
        foreach (var part in half)
        {
            variance += part * part;
        }

        return (mean, variance);
    }

    private static void Row(double[] row, double[] way, RouteStretch[] stretches, int i)
    {
        (row[0], row[1]) = (1, way[i] - way[0]);
        for (var k = 0; k < stretches.Length; k++)
        {
            row[2 + k] = stretches[k].RampAt(way, i);
        }
    }
}
