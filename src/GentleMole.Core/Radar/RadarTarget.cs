namespace GentleMole.Core.Radar;

/// <summary>A response that is claimed to come from one body.</summary>
/// <param name="Along">Where its middle lies under the line, metres.</param>
/// <param name="TimeNanoseconds">When its top shows at the apex, from the first sample.</param>
/// <param name="Cover">Surface to its top, metres.</param>
/// <param name="Velocity">In the ground above it, metres per nanosecond.</param>
/// <param name="RadiusMetres">As far as the curve tells it.</param>
/// <param name="IsNormal">The first lobe has the sign of the direct wave: an empty pipe, a void. Otherwise metal or water.</param>
/// <param name="Confidence">How likely it is a pipe or cable and no clutter, 0 to 1.</param>
/// <param name="Strength">Of the response, with its way allowed for, as a part of the strongest of the profile.</param>
public sealed record RadarTarget(
    Estimate Along, double TimeNanoseconds, Estimate Cover, Estimate Velocity, double RadiusMetres, bool IsNormal, double Confidence, double Strength)
{
    private const double SameMetres = 0.15;
    private const double SameNanoseconds = 1.5;

    /// <summary>True when a place and time picked elsewhere are of this response: a search that is done again, or a hand, hits it no better.</summary>
    public bool IsAt(double? alongMetres, double? nanoseconds) => Math.Abs(alongMetres - Along.Value ?? double.NaN) < SameMetres && Math.Abs(nanoseconds - TimeNanoseconds ?? double.NaN) < SameNanoseconds;

    /// <summary>Angle between pipe and line, as its curve tells it against the site's velocity; 90 where nothing speaks against square.</summary>
    public double CrossingDegrees { get; init; } = 90;
}
