namespace GentleMole.Core.Instruments;

/// <summary>What a receiver hears.</summary>
/// <param name="SeparationMetres">From the lower to the upper coil.</param>
/// <param name="FloorNanotesla">Noise floor at <see cref="FloorHertz"/>, standard deviation.</param>
/// <param name="RelativeNoise">Part of a response that scatters.</param>
/// <param name="FullScaleMicrotesla">Response at which the display pegs with the gain at its lowest.</param>
public sealed record ReceiverProfile(
    string Name,
    IReadOnlyList<double> FrequenciesHertz,
    double SeparationMetres,
    double FloorNanotesla,
    double RelativeNoise,
    double FullScaleMicrotesla)
{
    /// <summary>The frequency for which the floor is given.</summary>
    public const double FloorHertz = 8000;

    /// <summary>A response this many times the floor can be followed with a steady display.</summary>
    public const double FollowAbove = 12;

    /// <summary>Noise floor at a frequency, tesla: coils hear changes, so it falls as frequency rises, down to a tenth.</summary>
    public double FloorTesla(double hertz) => FloorNanotesla * 1e-9 * Math.Max(0.1, Math.Sqrt(FloorHertz / Math.Max(hertz, 40)));
}
