namespace GentleMole.Core.Pinpoint;

/// <summary>Standard normal deviates held between two bounds (Robert 1995, Simulation of truncated normal variables).</summary>
internal static class TruncatedNormal
{
    private const int MostTries = 200;

    /// <summary>Part of the normal distribution between the bounds, precise in the tails too.</summary>
    public static double Mass(double low, double high) => low > 0
        ? Distortion.Normal(-low) - Distortion.Normal(-high)
        : Distortion.Normal(high) - Distortion.Normal(low);

    /// <summary>A deviate in [low, high].</summary>
    public static double Draw(double low, double high, Random random)
    {
        if (high < 0)
        {
            return -Draw(-high, -low, random);
        }

        for (var tries = 0; tries < MostTries; tries++)
        {
            if (low <= 0 && high - low > 1.5)
            {
                var z = Deviate.Normal(random);
                if (z >= low && z <= high)
                {
                    return z;
                }
            }
            else if (low > 0 && (high - low) * low > 1)
            {
                // The tail falls off nearly as fast as an exponential.
                var z = low - (Math.Log(1 - random.NextDouble()) / low);
                if (z <= high && random.NextDouble() < Math.Exp(-0.5 * (z - low) * (z - low)))
                {
                    return z;
                }
            }
            else
            {
                var z = low + ((high - low) * random.NextDouble());
                var nearest = Math.Max(0, low);
                if (random.NextDouble() < Math.Exp(0.5 * ((nearest * nearest) - (z * z))))
                {
                    return z;
                }
            }
        }

        return Math.Max(0, low);
    }
}
