namespace GentleMole.Core.Radar;

/// <summary>Something whose cover is known, run over with the radar.</summary>
/// <param name="CoverMetres">Surface to its top, by tape, trial hole or receiver.</param>
/// <param name="Nanoseconds">Of its echo after time zero, at the apex.</param>
/// <param name="RadiusMetres">Of the pipe.</param>
/// <param name="CoverHalfMetres">Half the width of the 95 % interval of its cover; null for a tape's.</param>
public sealed record KnownTarget(double CoverMetres, double Nanoseconds, double RadiusMetres = 0, double? CoverHalfMetres = null)
{
    /// <summary>What a tape is out by, 95 %, metres.</summary>
    public const double TapeHalfMetres = 1.96 * 0.02;

    /// <summary>Half the width of the 95 % interval of a cover.</summary>
    public static readonly Bounds Half = new(0.005, 2);

    private const double PickNanoseconds = 0.3;

    /// <summary>Time of its echo, nanoseconds.</summary>
    public static readonly Bounds Time = new(0.1, 2000);

    /// <summary>Velocity in the ground above it, with what the cover and a pick are out by; null when no ground is so.</summary>
    public Estimate? Velocity(double separationMetres)
    {
        var way = 2 * (Math.Sqrt(Math.Pow(CoverMetres + RadiusMetres, 2) + (separationMetres * separationMetres / 4)) - RadiusMetres);
        var velocity = way / Nanoseconds;
        var part = Math.Sqrt(Math.Pow((CoverHalfMetres ?? TapeHalfMetres) / 1.96 / CoverMetres, 2) + Math.Pow(PickNanoseconds / Nanoseconds, 2));
        return RadarRules.Velocity.Hold(velocity) ? Estimate.Symmetric(velocity, 1.96 * part * velocity) : null;
    }
}
