namespace GentleMole.Core.Radar;

/// <summary>The curve that a round pipe draws in a profile (physics of two ways through even ground, with the pipe's radius and the antennas' separation).</summary>
/// <param name="AlongMetres">Where its middle lies under the line.</param>
/// <param name="CoverMetres">Surface to its top.</param>
/// <param name="RadiusMetres">Of the pipe.</param>
/// <param name="Velocity">In the ground above it, metres per nanosecond.</param>
/// <param name="Sine">Sine of the angle between pipe and line.</param>
public readonly record struct Hyperbola(double AlongMetres, double CoverMetres, double RadiusMetres, double Velocity, double Sine = 1)
{
    /// <summary>Angle between pipe and line, degrees; 90 is square.</summary>
    public double CrossingDegrees => Math.Asin(Math.Clamp(Sine, 0, 1)) * 180 / Math.PI;

    /// <summary>When its echo comes with the antennas over a place, nanoseconds after the pulse has left.</summary>
    public double TimeAt(double alongMetres, double separationMetres)
    {
        var (x, h) = ((alongMetres - AlongMetres) * Sine, CoverMetres + RadiusMetres);
        var (one, two) = (x - (separationMetres / 2), x + (separationMetres / 2));
        return (Math.Sqrt((one * one) + (h * h)) + Math.Sqrt((two * two) + (h * h)) - (2 * RadiusMetres)) / Velocity;
    }

    /// <summary>Cover of a pipe whose echo comes after a time at the apex, metres; 0 where it comes before it could.</summary>
    public static double CoverOf(double apexNanoseconds, double radiusMetres, double velocity, double separationMetres)
    {
        var way = (velocity * apexNanoseconds / 2) + radiusMetres;
        var square = (way * way) - (separationMetres * separationMetres / 4);
        return square <= 0 ? 0 : Math.Max(0, Math.Sqrt(square) - radiusMetres);
    }
}
