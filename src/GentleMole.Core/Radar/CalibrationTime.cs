namespace GentleMole.Core.Radar;

/// <summary>
/// How long a ground deserves to be calibrated on, minutes: the wheel three times and a curve or two anywhere; longer where targets lie
/// near the reach, and on clay, where the settings decide whether anything is seen. A rule of ours, not of a standard.
/// </summary>
public static class CalibrationTime
{
    private const int Least = 15;
    private const int Near = 10;
    private const int Beyond = 15;
    private const int Clay = 10;
    private const double Comfortable = 2;

    /// <summary>What can be said of time spent, minutes.</summary>
    public static readonly Bounds Minutes = new(0, 600);

    /// <summary>Minutes that it deserves.</summary>
    /// <param name="depthMetres">Of the deepest target sought.</param>
    public static int Deserved(RadarSoilKind soil, RadarPlan plan, double depthMetres) =>
        Least + (plan.ReachMetres < Comfortable * depthMetres ? Near : 0) + (plan.IsBlind(depthMetres) ? Beyond : 0) + (soil is RadarSoilKind.WetClay or RadarSoilKind.DryClay ? Clay : 0);
}
