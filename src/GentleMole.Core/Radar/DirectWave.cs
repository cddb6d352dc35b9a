namespace GentleMole.Core.Radar;

/// <summary>
/// The wave that goes straight from one antenna to the other: the strongest thing in a record, by which time zero, the sign of the
/// pulse and its middle frequency are found.
/// </summary>
/// <param name="PeakNanoseconds">Its strongest peak on the mean of all traces, from the first sample.</param>
/// <param name="Sign">1 or −1, of that peak.</param>
/// <param name="Hertz">Where its spectrum has its middle: of the pulse, where the file does not say.</param>
/// <param name="TimeZeroNanoseconds">Moment at which the pulse left: the peak less the way between the antennas through air.</param>
public sealed record DirectWave(double PeakNanoseconds, int Sign, double Hertz, double TimeZeroNanoseconds)
{
    private const double LeastHertz = 2e7;
    private const double MostHertz = 4e9;

    /// <summary>Finds it. A record of nothing has its time zero at the first sample.</summary>
    public static DirectWave Of(RadarProfile profile)
    {
        var mean = Mean(profile);
        var at = Strongest(mean);

        var hertz = profile.CentreHertz ?? Middle(mean, at, profile.IntervalNanoseconds);
        if (mean[at] == 0)
        {
            return new DirectWave(0, 1, hertz, 0);
        }

        var peak = (at + Vertex(mean, at)) * profile.IntervalNanoseconds;
        return new DirectWave(peak, Math.Sign(mean[at]), hertz, Math.Max(0, peak - ((profile.SeparationMetres ?? 0) / RadarWave.LightMetresPerNanosecond)));
    }

    /// <summary>Mean of all traces, less its own mean.</summary>
    internal static double[] Mean(RadarProfile profile)
    {
        var mean = new double[profile.SamplesEach];
        for (var i = 0; i < profile.Traces; i++)
        {
            var trace = profile.Trace(i);
            for (var k = 0; k < mean.Length; k++)
            {
                mean[k] += trace[k];
            }
        }

        var level = mean.Length == 0 ? 0 : mean.Average();
        for (var k = 0; k < mean.Length; k++)
        {
            mean[k] = (mean[k] - level) / Math.Max(1, profile.Traces);
        }

        return mean;
    }

    /// <summary>Where between its neighbours a peak has its top, in samples: of the parabola through three.</summary>
    internal static double Vertex(double[] values, int at)
    {
        if (at <= 0 || at >= values.Length - 1)
        {
            return 0;
        }

        var bend = values[at - 1] - (2 * values[at]) + values[at + 1];
        return bend == 0 ? 0 : Math.Clamp((values[at - 1] - values[at + 1]) / (2 * bend), -0.5, 0.5);
    }

    /// <summary>From the way between the two lobes beside the peak: of a Ricker pulse they lie √6/(π f) apart.</summary>
    private static double Middle(double[] mean, int at, double interval) =>
        Pulse(mean, at, Math.Max(1, (int)(LongestLobe / interval)), interval) is { } hertz ? Math.Clamp(hertz, LeastHertz, MostHertz) : UsualHertz;

    /// <summary>Middle frequency of the direct wave as its samples alone tell it, whatever antennas there are; null for a record of nothing.</summary>
    internal static double? PulseHertz(RadarProfile profile)
    {
        var mean = Mean(profile);
        var at = Strongest(mean);

        return mean.Length == 0 || mean[at] == 0 ? null : Pulse(mean, at, mean.Length, profile.IntervalNanoseconds);
    }

    private static int Strongest(double[] mean)
    {
        var at = 0;
        for (var k = 1; k < mean.Length; k++)
        {
            at = Math.Abs(mean[k]) > Math.Abs(mean[at]) ? k : at;
        }

        return at;
    }

    private static double? Pulse(double[] mean, int at, int farthest, double interval)
    {
        int Lobe(int step)
        {
            var best = at;
            for (var k = at + step; k >= 0 && k < mean.Length && Math.Abs(k - at) < farthest; k += step)
            {
                if (mean[k] * Math.Sign(mean[at]) < mean[best] * Math.Sign(mean[at]))
                {
                    best = k;
                }
                else if (best != at && mean[k] * mean[at] > 0)
                {
                    break;
                }
            }

            return best;
        }

        var apart = (Lobe(1) - Lobe(-1)) * interval;
        return apart <= 0 ? null : Math.Sqrt(6) / (Math.PI * apart) * 1e9;
    }

    private const double LongestLobe = 12;
    private const double UsualHertz = 4e8;
}
