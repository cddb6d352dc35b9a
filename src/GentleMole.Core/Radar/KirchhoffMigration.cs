namespace GentleMole.Core.Radar;

/// <summary>Migration by summation along diffraction curves with one velocity (Schneider 1978, in two dimensions): any spacing of traces, any depth of field.</summary>
internal static class KirchhoffMigration
{
    private const double MostSlope = 1.2;

    public static void Run(RadarProfile profile, float[] done, double timeZero, double velocity)
    {
        var (count, each) = (profile.Traces, profile.SamplesEach);
        Array.Clear(done);
        var along = profile.AlongMetres;
        var interval = profile.IntervalNanoseconds;
        var spacing = profile.SpacingMetres;
        Parallel.For(0, count, i =>
        {
            var into = done.AsSpan(i * each, each);
            var reach = MostSlope * velocity * (profile.WindowNanoseconds - timeZero) / 2;
            for (var j = 0; j < count; j++)
            {
                var x = along[j] - along[i];
                if (Math.Abs(x) > reach)
                {
                    continue;
                }

                var trace = profile.Trace(j);
                var square = 4 * x * x / (velocity * velocity);
                for (var k = Math.Max(0, (int)(timeZero / interval)); k < each; k++)
                {
                    var straight = (k * interval) - timeZero;
                    if (straight <= 0 || Math.Abs(x) > MostSlope * velocity * straight / 2)
                    {
                        continue;
                    }

                    var oblique = Math.Sqrt((straight * straight) + square);
                    var at = (timeZero + oblique) / interval;
                    var low = (int)at;
                    if (low + 1 >= each)
                    {
                        break;
                    }

                    // cos θ / √r of the far field in two dimensions.
                    into[k] += (float)(straight / oblique / Math.Sqrt(oblique)) * (trace[low] + ((float)(at - low) * (trace[low + 1] - trace[low])));
                }
            }

            for (var k = 0; k < each; k++)
            {
                into[k] *= (float)(spacing > 0 ? spacing / velocity * 2 : 1);
            }
        });
    }
}
