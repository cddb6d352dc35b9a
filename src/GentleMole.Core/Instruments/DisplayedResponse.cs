namespace GentleMole.Core.Instruments;

/// <summary>What the bar of a display shows.</summary>
/// <param name="Percent">0 to 100.</param>
public sealed record DisplayedResponse(double Percent, bool Pegged, bool Silent)
{
    private const double Bottom = 0.5;

    /// <summary>A response behind a gain: pegged at full scale, nothing at the bottom.</summary>
    /// <param name="gainDecibels">Gain over the lowest.</param>
    public static DisplayedResponse Of(double tesla, double gainDecibels, double fullScaleTesla)
    {
        var percent = 100 * tesla * Math.Pow(10, gainDecibels / 20) / fullScaleTesla;
        return percent >= 100 ? new(100, true, false) : percent < Bottom ? new(0, false, true) : new(percent, false, false);
    }
}
