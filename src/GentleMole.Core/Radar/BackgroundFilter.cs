namespace GentleMole.Core.Radar;

/// <summary>Takes off what neighbouring traces have in common: the mean of all, or of a window that goes along.</summary>
internal static class BackgroundFilter
{
    /// <param name="windowMetres">Along the line; 0 for the whole. A window shorter than a response eats it.</param>
    public static void Run(RadarProfile profile, float[] done, double windowMetres)
    {
        var (count, each) = (profile.Traces, profile.SamplesEach);
        if (count == 0)
        {
            return;
        }

        if (windowMetres <= 0 || windowMetres >= 2 * profile.LengthMetres || profile.SpacingMetres <= 0)
        {
            var mean = new double[each];
            for (var i = 0; i < count; i++)
            {
                var trace = profile.Trace(i);
                for (var k = 0; k < each; k++)
                {
                    mean[k] += trace[k];
                }
            }

            var usual = Array.ConvertAll(mean, m => (float)(m / count));
            Parallel.For(0, count, i => System.Numerics.Tensors.TensorPrimitives.Subtract(profile.Trace(i), usual, done.AsSpan(i * each, each)));
            return;
        }

        var half = Math.Max(1, (int)(windowMetres / profile.SpacingMetres / 2));
        var sum = new double[each];
        var (low, high) = (0, 0);
        for (var i = 0; i < count; i++)
        {
            for (; high < Math.Min(count, i + half + 1); high++)
            {
                Add(sum, profile.Trace(high), 1);
            }

            for (; low < i - half; low++)
            {
                Add(sum, profile.Trace(low), -1);
            }

            var trace = profile.Trace(i);
            var into = done.AsSpan(i * each, each);
            for (var k = 0; k < each; k++)
            {
                into[k] = trace[k] - (float)(sum[k] / (high - low));
            }
        }

    }

    private static void Add(double[] sum, ReadOnlySpan<float> trace, int sign)
    {
        for (var k = 0; k < sum.Length; k++)
        {
            sum[k] += sign * trace[k];
        }
    }
}
