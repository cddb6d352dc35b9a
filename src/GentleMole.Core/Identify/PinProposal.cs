namespace GentleMole.Core.Identify;

/// <summary>Proposes a line's place and depth at one group of dots: half as its plan and its other places have it, half under a dot.</summary>
internal readonly struct PinProposal((double Middle, double Sigma) aside, (double Middle, double Sigma) deeper, List<(int Group, double Aside, double? Deeper)> pins)
{
    /// <summary>How far off a dot a line may lie and be under it, standard deviation.</summary>
    public const double Metres = 0.12;

    /// <summary>Of the logarithm of a depth about the one that is shown.</summary>
    public const double DepthSigma = 0.1;

    public (double Aside, double Deeper) Draw(Random random)
    {
        var (at, depth) = (aside.Middle + (aside.Sigma * Deviate.Normal(random)), deeper.Middle + (deeper.Sigma * Deviate.Normal(random)));
        if (pins.Count == 0 || random.Next(2) == 0)
        {
            return (at, depth);
        }

        var (_, pin, shown) = pins[random.Next(pins.Count)];
        return (pin + (Metres * Deviate.Normal(random)), shown is { } s ? s + (DepthSigma * Deviate.Normal(random)) : depth);
    }

    /// <summary>Logarithm of the density with which a place and depth are proposed, over the prior's.</summary>
    public double LogOver(double at, double depth)
    {
        if (pins.Count == 0)
        {
            return 0;
        }

        double sum = 0;
        foreach (var (_, pin, shown) in pins)
        {
            sum += Math.Exp(
                LogNormal(at, pin, Metres) - LogNormal(at, aside.Middle, aside.Sigma)
                + (shown is { } s ? LogNormal(depth, s, DepthSigma) - LogNormal(depth, deeper.Middle, deeper.Sigma) : 0)) / pins.Count;
        }

        return Math.Log((1 + sum) / 2);
    }

    /// <summary>Logarithm of a normal density.</summary>
    public static double LogNormal(double x, double middle, double sigma)
    {
        var z = (x - middle) / sigma;
        return (-0.5 * z * z) - Math.Log(sigma * Math.Sqrt(2 * Math.PI));
    }
}
