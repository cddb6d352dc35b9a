namespace GentleMole.Core.Grids;

/// <summary>A response on one line of a grid.</summary>
/// <param name="AlongMetres">Where on its line, from the line's start.</param>
/// <param name="Cover">Surface to its top as its line tells it, metres, with its 95 % interval.</param>
/// <param name="VelocityMetresPerNanosecond">By its own curve, or that of the ground where all of a line say the same.</param>
/// <param name="IsNormal">The first lobe has the sign of the direct wave: an empty pipe, a void.</param>
/// <param name="Confidence">How likely it is a pipe or cable and no clutter, 0 to 1, as its line tells it.</param>
public sealed record GridTarget(double AlongMetres, Estimate Cover, double VelocityMetresPerNanosecond, bool IsNormal, double Confidence)
{
    /// <summary>How strong it is, with its way through the ground allowed for, as a part of the strongest of its line; null where nobody says.</summary>
    public double? Strength { get; init; }
}
