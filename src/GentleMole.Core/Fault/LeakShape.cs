namespace GentleMole.Core.Fault;

/// <summary>
/// What a frame reads over a point where current leaves a cable: surface potential ρI/(2π√(r² + d²)) of a point in a half-space (Sunde, Earth Conduction
/// Effects in Transmission Systems, 2.3), between two prongs in line. Of strength 1: times ρI/2π it is volts.
/// </summary>
public static class LeakShape
{
    private const int Narrowings = 70;

    /// <summary>The reading with the middle of the frame so far behind the leak: negative before it, positive behind.</summary>
    public static double Reading(double behindMetres, double depthMetres, double frameMetres)
    {
        double Potential(double r) => 1 / Math.Sqrt((r * r) + (depthMetres * depthMetres));
        return Potential(behindMetres - (frameMetres / 2)) - Potential(behindMetres + (frameMetres / 2));
    }

    /// <summary>How far from the leak a frame reads most: 0.707 of the depth for a narrow frame, more for a wide one.</summary>
    public static double MostAt(double depthMetres, double frameMetres)
    {
        var (low, high) = (0.0, (2 * depthMetres) + frameMetres);
        for (var i = 0; i < Narrowings; i++)
        {
            var (one, other) = (low + ((high - low) / 3), high - ((high - low) / 3));
            (low, high) = Reading(one, depthMetres, frameMetres) < Reading(other, depthMetres, frameMetres) ? (one, high) : (low, other);
        }

        return (low + high) / 2;
    }

    /// <summary>The greatest reading.</summary>
    public static double Most(double depthMetres, double frameMetres) => Reading(MostAt(depthMetres, frameMetres), depthMetres, frameMetres);

    /// <summary>The depth at which the greatest readings lie so far apart; null for less than any depth gives.</summary>
    public static double? DepthOfExtremes(double apartMetres, double frameMetres)
    {
        var (low, high) = (1e-3, apartMetres + 1);
        if (2 * MostAt(low, frameMetres) >= apartMetres)
        {
            return null;
        }

        for (var i = 0; i < Narrowings; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = 2 * MostAt(middle, frameMetres) < apartMetres ? (middle, high) : (low, middle);
        }

        return (low + high) / 2;
    }
}
