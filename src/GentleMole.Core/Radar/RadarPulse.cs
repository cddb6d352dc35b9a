namespace GentleMole.Core.Radar;

/// <summary>The pulse that a radar sends, with its middle at time zero.</summary>
public static class RadarPulse
{
    /// <summary>Second derivative of a Gaussian, 1 at its middle (Ricker 1953).</summary>
    /// <param name="hertz">At which it is strongest.</param>
    public static double Ricker(double hertz, double seconds)
    {
        var u = Math.PI * hertz * seconds;
        return (1 - (2 * u * u)) * Math.Exp(-u * u);
    }
}
