namespace GentleMole.Core.Radar;

/// <summary>Takes out of a profile what no body in the ground has put in: each trace's own level, the direct wave with its changing strength, and what all traces have in common.</summary>
internal static class RadarCleaning
{
    private const double WowPeriods = 2.5;
    private const double DirectPeriods = 1.6;

    /// <summary>Samples of the cleaned profile, trace by trace.</summary>
    public static float[] Of(RadarProfile profile, DirectWave direct) => Of(profile, direct, out _);

    /// <summary>The same, with what all traces have in common.</summary>
    public static float[] Of(RadarProfile profile, DirectWave direct, out float[] usual)
    {
        var (count, each) = (profile.Traces, profile.SamplesEach);
        var period = 1e9 / direct.Hertz / profile.IntervalNanoseconds;
        var clean = new float[profile.Samples.Length];
        var half = Math.Max(2, (int)(WowPeriods * period / 2));
        Parallel.For(0, count, i => Dewow(profile.Trace(i), clean.AsSpan(i * each, each), half));
        usual = Usual(clean, count, each);
        var peak = direct.PeakNanoseconds / profile.IntervalNanoseconds;
        var (from, to) = (Math.Max(0, (int)(peak - (DirectPeriods * period))), Math.Min(each, (int)(peak + (DirectPeriods * period)) + 1));
        double own = 0;
        for (var k = from; k < to; k++)
        {
            own += usual[k] * usual[k];
        }

        for (var i = 0; i < count; i++)
        {
            var trace = clean.AsSpan(i * each, each);
            double with = 0;
            for (var k = from; k < to; k++)
            {
                with += usual[k] * trace[k];
            }

            var strength = own > 0 ? with / own : 1;
            for (var k = 0; k < each; k++)
            {
                // The strength of the direct wave is that of the direct wave alone; what rings later is the instrument's.
                var part = k < to ? strength : 1 + ((strength - 1) * Math.Max(0, 1 - ((k - to) / period)));
                trace[k] -= (float)(part * usual[k]);
            }
        }

        return clean;
    }

    /// <summary>A trace less its running mean.</summary>
    public static void Dewow(ReadOnlySpan<float> trace, Span<float> into, int half)
    {
        double sum = 0;
        var (low, high) = (0, 0);
        for (var k = 0; k < trace.Length; k++)
        {
            for (; high < Math.Min(trace.Length, k + half + 1); high++)
            {
                sum += trace[high];
            }

            for (; low < k - half; low++)
            {
                sum -= trace[low];
            }

            into[k] = trace[k] - (float)(sum / (high - low));
        }
    }

    /// <summary>The median of all traces, sample by sample: what one body puts in does not move it.</summary>
    public static float[] Usual(float[] samples, int count, int each)
    {
        var usual = new float[each];
        Parallel.For(0, each, () => new float[count], (k, _, row) =>
        {
            for (var i = 0; i < count; i++)
            {
                row[i] = samples[(i * each) + k];
            }

            Array.Sort(row);
            usual[k] = count == 0 ? 0 : (row[count / 2] + row[(count - 1) / 2]) / 2;
            return row;
        }, _ => { });
        return usual;
    }
}
