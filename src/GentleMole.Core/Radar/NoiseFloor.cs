namespace GentleMole.Core.Radar;

/// <summary>Where a profile stops saying anything: the usual size of what comes at each time, and the noise under it.</summary>
/// <param name="Size">Of the traces less what they have in common, sample by sample (median of the absolute values, smoothed), in the instrument's unit.</param>
/// <param name="Noise">The same where it is least: of noise alone, where the window is long enough to come to it.</param>
/// <param name="FromNanoseconds">From the first sample: later than this nothing may be said; the end of the window where the curve still falls there.</param>
public sealed record NoiseFloor(IReadOnlyList<double> Size, double Noise, double FromNanoseconds)
{
    private const double Level = 1.3;
    private const double LeastPart = 0.1;
    private const double WowPeriods = 2.5;
    private const int Smooth = 12;
    private const int MostTraces = 120;

    /// <summary>Finds it; at most some hundred traces are looked at.</summary>
    public static NoiseFloor Of(RadarProfile profile)
    {
        var each = profile.SamplesEach;
        var stride = Math.Max(1, profile.Traces / MostTraces);
        var chosen = (profile.Traces + stride - 1) / stride;
        if (chosen == 0 || each < 3)
        {
            return new NoiseFloor(new double[each], 0, profile.WindowNanoseconds);
        }

        var taken = new float[chosen * each];
        var half = Math.Max(2, (int)(WowPeriods / 2 * 1e9 / DirectWave.Of(profile).Hertz / profile.IntervalNanoseconds));
        for (var i = 0; i < chosen; i++)
        {
            RadarCleaning.Dewow(profile.Trace(i * stride), taken.AsSpan(i * each, each), half);
        }

        var usual = RadarCleaning.Usual(taken, chosen, each);
        var size = new double[each];
        Parallel.For(0, each, () => new float[chosen], (k, _, row) =>
        {
            for (var i = 0; i < chosen; i++)
            {
                row[i] = Math.Abs(taken[(i * each) + k] - usual[k]);
            }

            Array.Sort(row);
            size[k] = row[chosen / 2];
            return row;
        }, _ => { });

        var smooth = new double[each];
        for (var k = 0; k < each; k++)
        {
            var (low, high) = (Math.Max(0, k - Smooth), Math.Min(each, k + Smooth + 1));
            double sum = 0;
            for (var j = low; j < high; j++)
            {
                sum += size[j];
            }

            smooth[k] = sum / (high - low);
        }

        // Noise stays as it is while echoes die away: the level end of the curve, where there is one.
        var noise = smooth.Min();
        var last = each;
        while (last > 0 && smooth[last - 1] <= Level * noise)
        {
            last--;
        }

        last = each - last < LeastPart * each ? each : last;
        return new NoiseFloor(smooth, noise, last * profile.IntervalNanoseconds);
    }
}
