namespace GentleMole.Core.Pinpoint;

/// <summary>A box over the parameters that are laid out, with the ridges above it.</summary>
/// <param name="Middle">Of each.</param>
/// <param name="Half">Half its width in each.</param>
internal sealed record Cell(double[] Middle, double[] Half)
{
    private const double TooLow = 12;
    private const int MostRidges = 2;
    private const double SameDeviates = 1;
    private const double Better = 0.05;

    /// <summary>One as a rule; two where the free parameters fit in two ways.</summary>
    public List<Ridge> Ridges { get; } = [];

    /// <summary>Logarithm of the volume.</summary>
    public double LogVolume { get; } = Half.Sum(h => Math.Log(2 * h));

    /// <summary>The volume.</summary>
    public double Volume => Math.Exp(LogVolume);

    /// <summary>Logarithm of the density integrated over the cell, as far as its middle says.</summary>
    public double LogMass { get; private set; } = double.NegativeInfinity;

    /// <summary>The same with what the slope promises elsewhere in the cell.</summary>
    public double LogPromise => Ridges.Count == 0 ? double.NegativeInfinity : LogVolume + Ridges.Max(r => r.LogMass + Gain(r));

    /// <summary>The parameter along which it is widest, and its width in standard deviations with the others held.</summary>
    public (int Along, double Deviates) Widest()
    {
        var (along, most) = (0, 0.0);
        var h = Half.Length;
        foreach (var ridge in Ridges)
        {
            for (var i = 0; i < h; i++)
            {
                var deviates = 2 * Half[i] * Math.Sqrt(Math.Max(0, ridge.Bend[(i * h) + i]));
                if (deviates > most)
                {
                    (along, most) = (i, deviates);
                }
            }
        }

        return (along, most);
    }

    /// <summary>True when it holds the place.</summary>
    public bool Holds(double[] at, int[] held)
    {
        for (var i = 0; i < held.Length; i++)
        {
            if (Math.Abs(at[held[i]] - Middle[i]) > Half[i])
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>True when the two have a side, an edge or a corner in common.</summary>
    public bool Touches(Cell other)
    {
        for (var i = 0; i < Half.Length; i++)
        {
            if (Math.Abs(Middle[i] - other.Middle[i]) > (Half[i] + other.Half[i]) * (1 + 1e-9))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>What a box of this size would be worth just within a cell that touches it, as far as slope and curve say.</summary>
    public double LogMassBeside(Cell other)
    {
        if (Ridges.Count == 0)
        {
            return double.NegativeInfinity;
        }

        var (ridge, h) = (Ridges[0], Half.Length);
        Span<double> move = stackalloc double[h];
        var log = LogVolume + ridge.LogMass;
        for (var i = 0; i < h; i++)
        {
            // No further than needed: within the other's bounds, shrunk by this one's half.
            var room = Math.Max(0, other.Half[i] - Half[i]);
            move[i] = Math.Clamp(Middle[i], other.Middle[i] - room, other.Middle[i] + room) - Middle[i];
            log += ridge.Pull[i] * move[i];
        }

        for (var i = 0; i < h; i++)
        {
            for (var j = 0; j < h; j++)
            {
                log -= 0.5 * ridge.Bend[(i * h) + j] * move[i] * move[j];
            }
        }

        return log;
    }

    /// <summary>Takes the ridge unless a like one that is no worse is there; true when taken.</summary>
    public bool Take(Ridge? ridge, int[] free)
    {
        if (ridge is null || !double.IsFinite(ridge.LogMass) || Ridges.Exists(r => r.LogMass > ridge.LogMass + TooLow))
        {
            return false;
        }

        var like = Ridges.FindIndex(r => IsLike(r, ridge, free));
        if (like >= 0)
        {
            if (Ridges[like].LogMass > ridge.LogMass - Better)
            {
                return false;
            }

            Ridges[like] = ridge;
        }
        else
        {
            Ridges.Add(ridge);
        }

        Ridges.RemoveAll(r => r.LogMass < ridge.LogMass - TooLow);
        if (Ridges.Count > MostRidges)
        {
            Ridges.Remove(Ridges.MinBy(r => r.LogMass)!);
        }

        LogMass = LogVolume + LogSum(Ridges.Select(r => r.LogMass));
        return Ridges.Contains(ridge);
    }

    /// <summary>The cell in two along one parameter.</summary>
    public IEnumerable<Cell> Halves(int along)
    {
        var half = (double[])Half.Clone();
        half[along] /= 2;
        foreach (var side in new[] { -1, 1 })
        {
            var middle = (double[])Middle.Clone();
            middle[along] += side * half[along];
            yield return new Cell(middle, half);
        }
    }

    /// <summary>Logarithm of a sum of which the logarithms are given.</summary>
    public static double LogSum(IEnumerable<double> logs)
    {
        var all = logs as IList<double> ?? [.. logs];
        var most = all.Count == 0 ? double.NegativeInfinity : all.Max();
        return double.IsFinite(most) ? most + Math.Log(all.Sum(l => Math.Exp(l - most))) : most;
    }

    private double Gain(Ridge ridge)
    {
        var h = Half.Length;
        if (LowerTriangle.Of(ridge.Bend, h) is not { } factor)
        {
            return 0;
        }

        Span<double> move = stackalloc double[h];
        ridge.Pull.CopyTo(move);
        factor.Forward(move);
        factor.Backward(move);
        double gain = 0;
        for (var i = 0; i < h; i++)
        {
            move[i] = Math.Clamp(move[i], -Half[i], Half[i]);
            gain += ridge.Pull[i] * move[i];
        }

        for (var i = 0; i < h; i++)
        {
            for (var j = 0; j < h; j++)
            {
                gain -= 0.5 * ridge.Bend[(i * h) + j] * move[i] * move[j];
            }
        }

        return Math.Max(0, gain);
    }

    private static bool IsLike(Ridge one, Ridge other, int[] free)
    {
        var k = free.Length;
        for (var a = 0; a < k; a++)
        {
            double variance = 0;
            for (var j = 0; j <= a; j++)
            {
                variance += one.Spread[(a * k) + j] * one.Spread[(a * k) + j];
            }

            if (Math.Abs(one.At[free[a]] - other.At[free[a]]) > SameDeviates * Math.Sqrt(variance))
            {
                return false;
            }
        }

        return true;
    }
}
