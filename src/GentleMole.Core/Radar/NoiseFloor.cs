namespace GentleMole.Core.Radar;

/// <summary>
/// Where a profile stops saying anything: the usual size of what comes at each time, and the noise under it. Over a ground that throws little back between
/// its pipes the usual size is noise early; what still stands out of it on some traces says how deep the pulse is heard.
/// </summary>
/// <param name="Size">Of the traces less what they have in common, sample by sample (median of the absolute values, smoothed), in the instrument's unit.</param>
/// <param name="Noise">The same where it is least: of noise alone, where the window is long enough to come to it.</param>
/// <param name="FromNanoseconds">From the first sample: later than this nothing may be said; the end of the window where the curve still falls there.</param>
public sealed record NoiseFloor(IReadOnlyList<double> Size, double Noise, double FromNanoseconds)
{
    private const double Level = 1.3;
    private const double LeastPart = 0.1;
    private const double WowPeriods = 2.5;
    private const int Smooth = 12;
    private const int MostTraces = 600;
    private const double StrongPart = 0.99;
    private const double StrongLevel = 1.25;

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
        var (size, strong) = (new double[each], new double[each]);
        Parallel.For(0, each, () => new float[chosen], (k, _, row) =>
        {
            for (var i = 0; i < chosen; i++)
            {
                row[i] = Math.Abs(taken[(i * each) + k] - usual[k]);
            }

            Array.Sort(row);
            (size[k], strong[k]) = (row[chosen / 2], row[(int)(StrongPart * (chosen - 1))]);
            return row;
        }, _ => { });

        // Noise stays as it is while echoes die away: the level end of the curve, where there is one.
        var (smooth, loud) = (Smoothed(size), Smoothed(strong));
        var last = Math.Max(LevelFrom(smooth, Level), LevelFrom(loud, StrongLevel));
        return new NoiseFloor(smooth, smooth.Min(), last * profile.IntervalNanoseconds);
    }

    /// <summary>Where the level end of a curve begins; its end where there is none.</summary>
    private static int LevelFrom(double[] curve, double times)
    {
        var least = curve.Min();
        var last = curve.Length;
        while (last > 0 && curve[last - 1] <= times * least)
        {
            last--;
        }

        return curve.Length - last < LeastPart * curve.Length ? curve.Length : last;
    }

    private static double[] Smoothed(double[] curve)
    {
        var smooth = new double[curve.Length];
        for (var k = 0; k < curve.Length; k++)
        {
            var (low, high) = (Math.Max(0, k - Smooth), Math.Min(curve.Length, k + Smooth + 1));
            double sum = 0;
            for (var j = low; j < high; j++)
            {
                sum += curve[j];
            }

            smooth[k] = sum / (high - low);
        }

        return smooth;
    }
}
