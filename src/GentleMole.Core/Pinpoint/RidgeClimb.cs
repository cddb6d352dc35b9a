namespace GentleMole.Core.Pinpoint;

/// <summary>Climbs to the best of the free parameters while the others are held (Gauss–Newton with Levenberg damping).</summary>
internal sealed class RidgeClimb(RowLikelihood row, LinePrior prior, ParameterSplit split)
{
    private const int MostSteps = 6;
    private const double Enough = 0.02;
    private const double GreatestMove = 0.7;
    private static readonly double LogTwoPi = Math.Log(2 * Math.PI);

    private readonly int _n = split.Count;
    private readonly int _k = split.Free.Length;
    private readonly double[] _middle = [.. Enumerable.Range(0, split.Count).Select(i => prior.Rough(i).Middle)];
    private readonly double[] _precision = [.. Enumerable.Range(0, split.Count).Select(i => prior.Rough(i).Precision)];
    private readonly double[] _information = new double[split.Count * split.Count];
    private readonly double[] _gradient = new double[split.Count];
    private readonly double[] _matrix = new double[split.Free.Length * split.Free.Length];
    private readonly double[] _move = new double[split.Free.Length];

    /// <summary>The ridge over the place where the start holds the others; null when it has no shape.</summary>
    public Ridge? From(double[] start)
    {
        var at = (double[])start.Clone();
        var next = (double[])start.Clone();
        Hold(at);
        var height = Height(at);
        var damping = 1e-3;
        Shape(at);
        for (var step = 0; step < MostSteps; step++)
        {
            var gained = 0.0;
            for (var attempt = 0; attempt < 4; attempt++)
            {
                if (Factor(damping) is { } factor)
                {
                    for (var a = 0; a < _k; a++)
                    {
                        _move[a] = _gradient[split.Free[a]];
                    }

                    factor.Forward(_move);
                    factor.Backward(_move);
                    for (var a = 0; a < _k; a++)
                    {
                        next[split.Free[a]] = at[split.Free[a]] + Math.Clamp(_move[a], -GreatestMove, GreatestMove);
                    }

                    Hold(next);
                    var risen = Height(next);
                    if (risen >= height)
                    {
                        gained = risen - height;
                        (at, next, height) = (next, at, risen);
                        damping = Math.Max(damping / 10, 1e-9);
                        break;
                    }
                }

                damping *= 10;
            }

            Shape(at);
            if (gained < Enough)
            {
                break;
            }
        }

        return Describe(at);
    }

    private Ridge? Describe(double[] at)
    {
        if (Factor(0) is not { } factor)
        {
            return null;
        }

        var covariance = factor.Inverse();
        if (LowerTriangle.Of(covariance, _k) is not { } spread)
        {
            return null;
        }

        var h = split.Held.Length;
        var (slope, pull, bend) = (new double[_k * h], new double[h], new double[h * h]);
        double gain = 0;
        for (var a = 0; a < _k; a++)
        {
            _move[a] = 0;
            for (var b = 0; b < _k; b++)
            {
                var both = a >= b ? covariance[(a * _k) + b] : covariance[(b * _k) + a];
                _move[a] += both * _gradient[split.Free[b]];
                for (var i = 0; i < h; i++)
                {
                    slope[(a * h) + i] -= both * Information(split.Free[b], split.Held[i]);
                }
            }

            gain += 0.5 * _move[a] * _gradient[split.Free[a]];
        }

        for (var i = 0; i < h; i++)
        {
            pull[i] = _gradient[split.Held[i]];
            for (var j = 0; j < h; j++)
            {
                bend[(i * h) + j] = Information(split.Held[i], split.Held[j]);
            }

            for (var a = 0; a < _k; a++)
            {
                pull[i] += slope[(a * h) + i] * _gradient[split.Free[a]];
                for (var j = 0; j < h; j++)
                {
                    bend[(i * h) + j] += slope[(a * h) + i] * Information(split.Free[a], split.Held[j]);
                }
            }
        }

        var height = row.Log(at) + prior.Log(at);
        for (var a = 0; a < _k; a++)
        {
            at[split.Free[a]] += _move[a];
        }

        // Of the part of the current only what lies within its bounds counts.
        var mass = split.IsBounded
            ? Math.Max(1e-12, TruncatedNormal.Mass((-1 - at[split.Free[0]]) / spread.Values[0], (1 - at[split.Free[0]]) / spread.Values[0]))
            : 1;
        return new Ridge(at, spread.Values, slope, height + gain + (0.5 * _k * LogTwoPi) + spread.HalfLogDeterminant + Math.Log(mass), pull, bend);
    }

    private void Hold(double[] at)
    {
        if (split.IsBounded)
        {
            at[split.Free[0]] = Math.Clamp(at[split.Free[0]], -LinePrior.GreatestRatio, LinePrior.GreatestRatio);
        }
    }

    private double Information(int i, int j) => i >= j ? _information[(i * _n) + j] : _information[(j * _n) + i];

    private LowerTriangle? Factor(double damping)
    {
        for (var a = 0; a < _k; a++)
        {
            for (var b = 0; b <= a; b++)
            {
                _matrix[(a * _k) + b] = Information(split.Free[a], split.Free[b]);
            }

            _matrix[(a * _k) + a] *= 1 + damping;
        }

        return LowerTriangle.Of(_matrix, _k);
    }

    private double Height(double[] at)
    {
        var sum = row.Log(at);
        foreach (var i in split.Free)
        {
            sum -= 0.5 * _precision[i] * (at[i] - _middle[i]) * (at[i] - _middle[i]);
        }

        return double.IsFinite(sum) ? sum : double.NegativeInfinity;
    }

    private void Shape(double[] at)
    {
        row.Normal(at, _information, _gradient);
        for (var i = 0; i < _n; i++)
        {
            _information[(i * _n) + i] += _precision[i];
            _gradient[i] -= _precision[i] * (at[i] - _middle[i]);
        }
    }
}
