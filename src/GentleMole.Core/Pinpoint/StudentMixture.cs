namespace GentleMole.Core.Pinpoint;

/// <summary>
/// A mixture of multivariate Student distributions from which samples are drawn: heavier tails than what it imitates, so that
/// no sample outweighs all others.
/// </summary>
internal sealed class StudentMixture
{
    private const double Freedom = 5;
    private const double LeastShare = 1e-4;
    private readonly List<Part> _parts;

    private sealed record Part(double Weight, double[] Mean, double[] Given, LowerTriangle Spread, double LogNorm);

    /// <param name="parts">Weights (any scale), means and lower halves of spread matrices; those that are no matrices are left out.</param>
    public StudentMixture(IEnumerable<(double Weight, double[] Mean, double[] Spread)> parts)
    {
        _parts = [];
        foreach (var (weight, mean, spread) in parts)
        {
            if (weight > 0 && double.IsFinite(weight) && Array.TrueForAll(mean, double.IsFinite) && LowerTriangle.Of(spread, mean.Length) is { } factor)
            {
                _parts.Add(new Part(weight, mean, spread, factor, LogNorm(mean.Length) - factor.HalfLogDeterminant));
            }
        }

        var all = _parts.Sum(p => p.Weight);
        for (var i = 0; i < _parts.Count; i++)
        {
            _parts[i] = _parts[i] with { Weight = _parts[i].Weight / all };
        }
    }

    /// <summary>How many it is made of.</summary>
    public int Count => _parts.Count;

    /// <summary>Draws one sample.</summary>
    public double[] Draw(Random random)
    {
        var pick = random.NextDouble();
        var part = _parts[^1];
        foreach (var candidate in _parts)
        {
            if ((pick -= candidate.Weight) < 0)
            {
                part = candidate;
                break;
            }
        }

        var n = part.Mean.Length;
        Span<double> normal = stackalloc double[n];
        for (var i = 0; i < n; i++)
        {
            normal[i] = Deviate.Normal(random);
        }

        double chi = 0;
        for (var i = 0; i < (int)Freedom; i++)
        {
            var z = Deviate.Normal(random);
            chi += z * z;
        }

        var sample = new double[n];
        part.Spread.Times(normal, sample);
        var stretch = Math.Sqrt(Freedom / chi);
        for (var i = 0; i < n; i++)
        {
            sample[i] = part.Mean[i] + (stretch * sample[i]);
        }

        return sample;
    }

    /// <summary>Logarithm of the density, and which share each part has in it.</summary>
    public double LogDensity(ReadOnlySpan<double> at, Span<double> shares)
    {
        var n = at.Length;
        Span<double> rest = stackalloc double[n];
        var highest = double.NegativeInfinity;
        for (var k = 0; k < _parts.Count; k++)
        {
            var part = _parts[k];
            for (var i = 0; i < n; i++)
            {
                rest[i] = at[i] - part.Mean[i];
            }

            part.Spread.Forward(rest);
            double square = 0;
            for (var i = 0; i < n; i++)
            {
                square += rest[i] * rest[i];
            }

            shares[k] = Math.Log(part.Weight) + part.LogNorm - ((Freedom + n) / 2 * Math.Log(1 + (square / Freedom)));
            highest = Math.Max(highest, shares[k]);
        }

        double sum = 0;
        for (var k = 0; k < _parts.Count; k++)
        {
            sum += shares[k] = Math.Exp(shares[k] - highest);
        }

        for (var k = 0; k < _parts.Count; k++)
        {
            shares[k] /= sum;
        }

        return highest + Math.Log(sum);
    }

    /// <summary>A mixture more like weighted samples: each part moves to those that are most its own. Parts with next to none are left out.</summary>
    /// <param name="shares">Of every sample, of every part, as <see cref="LogDensity"/> gave them.</param>
    public StudentMixture Learn(IReadOnlyList<double[]> samples, double[] weights, double[] shares)
    {
        var learned = new List<(double, double[], double[])>();
        for (var k = 0; k < _parts.Count; k++)
        {
            var n = _parts[k].Mean.Length;
            double all = 0, squares = 0;
            var mean = new double[n];
            for (var i = 0; i < samples.Count; i++)
            {
                var w = weights[i] * shares[(i * _parts.Count) + k];
                (all, squares) = (all + w, squares + (w * w));
                for (var a = 0; a < n; a++)
                {
                    mean[a] += w * samples[i][a];
                }
            }

            if (!(all > LeastShare))
            {
                continue;
            }

            // Too few samples tell nothing of a shape: then the part stays what it was.
            var told = all * all / squares;
            if (told < 4 * n)
            {
                learned.Add((all, _parts[k].Mean, _parts[k].Given));
                continue;
            }

            var spread = new double[n * n];
            for (var a = 0; a < n; a++)
            {
                mean[a] /= all;
            }

            for (var i = 0; i < samples.Count; i++)
            {
                var w = weights[i] * shares[(i * _parts.Count) + k] / all;
                for (var a = 0; a < n && w > 0; a++)
                {
                    for (var b = 0; b <= a; b++)
                    {
                        spread[(a * n) + b] += w * (samples[i][a] - mean[a]) * (samples[i][b] - mean[b]);
                    }
                }
            }

            // Few samples see a narrow hill too narrow: the former shape stays in it a little.
            var kept = 2 * n / (told + (2 * n));
            for (var a = 0; a < spread.Length; a++)
            {
                spread[a] = ((1 - kept) * spread[a]) + (kept * _parts[k].Given[a]);
            }

            learned.Add((all, mean, spread));
        }

        return new StudentMixture(learned);
    }

    /// <summary>Γ((ν+n)/2) / (Γ(ν/2)·(νπ)^(n/2)), logarithm.</summary>
    private static double LogNorm(int n) => LogGamma((Freedom + n) / 2) - LogGamma(Freedom / 2) - (n / 2.0 * Math.Log(Freedom * Math.PI));

    /// <summary>Of halves and wholes above zero, by Γ(x + 1) = x·Γ(x).</summary>
    private static double LogGamma(double x)
    {
        double sum = 0;
        for (; x > 1; x--)
        {
            sum += Math.Log(x - 1);
        }

        return x < 1 ? sum + (0.5 * Math.Log(Math.PI)) : sum;
    }
}
