namespace GentleMole.Core.Instruments;

/// <summary>What a transmitter can do.</summary>
/// <param name="FrequenciesHertz">Frequencies it sends, lowest first.</param>
/// <param name="StepsMilliamps">Settings of its output, lowest first.</param>
/// <param name="LeadMetres">Reach of its lead, from the clip to the stake.</param>
/// <param name="ClampVolts">EMF of its clamp at <see cref="ClampHertz"/>; proportional to frequency.</param>
/// <param name="MomentAmpereSquareMetres">Moment of its coil for induction.</param>
/// <param name="BatteryWattHours">Energy of a full battery.</param>
public sealed record TransmitterProfile(
    string Name,
    IReadOnlyList<double> FrequenciesHertz,
    IReadOnlyList<double> StepsMilliamps,
    double MaxVolts,
    double MaxWatts,
    double LeadMetres,
    double ClampVolts,
    double MomentAmpereSquareMetres,
    double BatteryWattHours)
{
    /// <summary>Frequency at which the clamp's EMF is stated.</summary>
    public const double ClampHertz = 8000;

    /// <summary>What the electronics draw besides the output, and how much of the rest reaches the leads.</summary>
    private const double IdleWatts = 0.8;
    private const double Efficiency = 0.6;

    /// <summary>EMF of the clamp at a frequency.</summary>
    public double ClampVoltsAt(double hertz) => ClampVolts * hertz / ClampHertz;

    /// <summary>Hours from a full battery when this much goes out.</summary>
    public double Hours(double watts) => BatteryWattHours / (IdleWatts + (watts / Efficiency));
}

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
    public const double FloorHertz = 8000;

    /// <summary>A response this many times the floor can be followed with a steady display.</summary>
    public const double FollowAbove = 12;

    /// <summary>Noise floor at a frequency, tesla: coils hear changes, so it falls as frequency rises, down to a tenth.</summary>
    public double FloorTesla(double hertz) => FloorNanotesla * 1e-9 * Math.Max(0.1, Math.Sqrt(FloorHertz / Math.Max(hertz, 40)));
}

/// <summary>Whether two instruments speak to each other.</summary>
public static class FrequencyMatch
{
    /// <summary>Receivers are tuned sharply: frequencies that differ by more than this part are not the same.</summary>
    private const double Part = 0.002;

    public static bool Hears(IReadOnlyList<double> receiver, double hertz) => receiver.Any(f => Math.Abs(f - hertz) <= Part * hertz);

    /// <summary>Frequencies that both have, lowest first.</summary>
    public static IReadOnlyList<double> Common(TransmitterProfile transmitter, ReceiverProfile receiver) =>
        [.. transmitter.FrequenciesHertz.Where(f => Hears(receiver.FrequenciesHertz, f)).Order()];
}
