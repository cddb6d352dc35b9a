namespace GentleMole.Core.Radar;

/// <summary>Something whose cover is known, run over with the radar.</summary>
/// <param name="CoverMetres">Surface to its top, by tape or trial hole.</param>
/// <param name="Nanoseconds">Of its echo after time zero, at the apex.</param>
/// <param name="RadiusMetres">Of the pipe.</param>
public sealed record KnownTarget(double CoverMetres, double Nanoseconds, double RadiusMetres = 0)
{
    private const double TapeMetres = 0.02;
    private const double PickNanoseconds = 0.3;

    /// <summary>Time of its echo, nanoseconds.</summary>
    public static readonly Bounds Time = new(0.1, 2000);

    /// <summary>Velocity in the ground above it, with what a tape and a pick are out by; null when no ground is so.</summary>
    public Estimate? Velocity(double separationMetres)
    {
        var way = 2 * (Math.Sqrt(Math.Pow(CoverMetres + RadiusMetres, 2) + (separationMetres * separationMetres / 4)) - RadiusMetres);
        var velocity = way / Nanoseconds;
        var part = Math.Sqrt(Math.Pow(TapeMetres / CoverMetres, 2) + Math.Pow(PickNanoseconds / Nanoseconds, 2));
        return RadarRules.Velocity.Hold(velocity) ? Estimate.Symmetric(velocity, 1.96 * part * velocity) : null;
    }
}
