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
