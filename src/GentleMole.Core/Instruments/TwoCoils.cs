using GentleMole.Core.Fields;

namespace GentleMole.Core.Instruments;

/// <summary>
/// What two level coils above each other tell of one line under them: the field of a long wire falls with distance, so that the ratio of the two gives the distance, and the
/// distance with either the current (Ampère's law).
/// </summary>
public static class TwoCoils
{
    /// <summary>With the upright response more than this part of the level one the blade is not near the peak.</summary>
    public const double OffPeak = 0.7;

    /// <summary>Weaker than so many times the floor nothing is told but the strength.</summary>
    public const double HeardAboveFloor = 8;

    private const double LeastRatio = 1.02;

    /// <summary>True where a response is too weak to tell more than its strength.</summary>
    public static bool IsWeak(double lowerTesla, ReceiverBuild build)
    {
        ArgumentNullException.ThrowIfNull(build);
        return lowerTesla < HeardAboveFloor * build.FloorTesla;
    }

    /// <summary>From the lower coil to the centre of the line, metres; null where it is weak, pegged, not near the peak, or the two make no sense.</summary>
    public static double? Distance(double lowerTesla, double upperTesla, double uprightTesla, ReceiverBuild build)
    {
        ArgumentNullException.ThrowIfNull(build);
        var ratio = lowerTesla / upperTesla;
        return lowerTesla >= build.FullScaleTesla || ratio <= LeastRatio || IsWeak(lowerTesla, build) || uprightTesla > OffPeak * lowerTesla ? null : build.SeparationMetres / (ratio - 1);
    }

    /// <summary>Current of a line so far under a coil, A.</summary>
    public static double Amperes(double lowerTesla, double distanceMetres) => lowerTesla * 2 * Math.PI * distanceMetres / Physics.Mu0;
}
