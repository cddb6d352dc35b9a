namespace GentleMole.Core.Radar;

/// <summary>
/// Migration by frequency and wavenumber with one velocity (Stolt 1978): ω = (v/2)·√(kx² + kz²)·sign, with the obliquity kz/√(kx² + kz²).
/// </summary>
internal static class StoltMigration
{
    private const int Neighbours = 4;

    /// <summary>Traces are taken as evenly spaced; time zero is moved to the first sample for it and back again.</summary>
    public static void Run(RadarProfile profile, float[] done, double timeZero, double velocity)
    {
        var (count, each) = (profile.Traces, profile.SamplesEach);
        var spacing = profile.SpacingMetres;
        if (count < 2 || spacing <= 0)
        {
            profile.Samples.CopyTo(done, 0);
            return;
        }

        var first = (int)Math.Round(timeZero / profile.IntervalNanoseconds);
        var (times, places) = (LaneTransform.LengthFor(2 * (each - Math.Min(first, each - 1))), LaneTransform.LengthFor(count + (count / 8)));
        var (re, im) = (new float[times * places], new float[times * places]);

        // Rows are times, so that the first transform goes over all traces together.
        for (var i = 0; i < count; i++)
        {
            var trace = profile.Trace(i);
            for (var k = first; k < each; k++)
            {
                re[((k - first) * places) + i] = trace[k];
            }
        }

        LaneTransform.Run(re, im, times, places, back: false);
        (re, im) = (Turned(re, times, places), Turned(im, times, places));
        LaneTransform.Run(re, im, places, times, back: false);
        var (newRe, newIm) = (new float[times * places], new float[times * places]);
        var stepOmega = 2 * Math.PI / (times * profile.IntervalNanoseconds);
        var stepWave = 2 * Math.PI / (places * spacing);
        Parallel.For(0, places, p =>
        {
            var wave = stepWave * (p <= places / 2 ? p : p - places);
            for (var n = 1; n < times / 2; n++)
            {
                // The new axis is a time as well: kz = 2ω'/v.
                var fresh = stepOmega * n;
                var across = velocity * wave / 2;
                var omega = Math.Sqrt((fresh * fresh) + (across * across));
                var at = omega / stepOmega;
                if (at >= (times / 2) - Neighbours)
                {
                    break;
                }

                // Of a real signal one half of the spectrum tells all: twice of it has the signal as its real part.
                var weight = (float)(2 * fresh / omega);
                var (low, part) = ((int)at, (int)((at - Math.Floor(at)) * Parts));
                float sumRe = 0, sumIm = 0;
                for (var k = 0; k < 2 * Neighbours; k++)
                {
                    var cell = (p * times) + Math.Max(0, low + k + 1 - Neighbours);
                    var (cos, sin) = Weights[(part * 2 * Neighbours) + k];
                    sumRe += (re[cell] * cos) - (im[cell] * sin);
                    sumIm += (re[cell] * sin) + (im[cell] * cos);
                }

                (newRe[(p * times) + n], newIm[(p * times) + n]) = (sumRe * weight, sumIm * weight);
            }
        });
        LaneTransform.Run(newRe, newIm, places, times, back: true);
        (newRe, newIm) = (Turned(newRe, places, times), Turned(newIm, places, times));
        LaneTransform.Run(newRe, newIm, times, places, back: true);
        for (var i = 0; i < count; i++)
        {
            profile.Trace(i)[..Math.Min(first, each)].CopyTo(done.AsSpan(i * each));
            for (var k = first; k < each; k++)
            {
                done[(i * each) + k] = newRe[((k - first) * places) + i];
            }
        }

    }

    private const int Parts = 512;

    /// <summary>
    /// A spectrum between its samples: eight of them under a tapered sinc. The traces fill the first half of the transform, with their middle a
    /// quarter of it behind the start; each sample is turned back by that, so that the sinc may be short.
    /// </summary>
    private static readonly (float Cos, float Sin)[] Weights =
    [
        .. Enumerable.Range(0, Parts * 2 * Neighbours).Select(cell =>
        {
            var off = ((cell / (2 * Neighbours)) + 0.5) / Parts - ((cell % (2 * Neighbours)) + 1 - Neighbours);
            var weight = Math.Sin(Math.PI * off) / (Math.PI * off) * (Math.Abs(off) >= Neighbours ? 0 : 0.5 + (0.5 * Math.Cos(Math.PI * off / Neighbours)));
            return ((float)(weight * Math.Cos(Math.PI * off / 2)), (float)(-weight * Math.Sin(Math.PI * off / 2)));
        }),
    ];

    private static float[] Turned(float[] values, int rows, int columns)
    {
        const int block = 32;
        var turned = new float[values.Length];
        Parallel.For(0, (rows + block - 1) / block, b =>
        {
            for (var c0 = 0; c0 < columns; c0 += block)
            {
                for (var r = b * block; r < Math.Min(rows, (b + 1) * block); r++)
                {
                    for (var c = c0; c < Math.Min(columns, c0 + block); c++)
                    {
                        turned[(c * rows) + r] = values[(r * columns) + c];
                    }
                }
            }
        });
        return turned;
    }
}
