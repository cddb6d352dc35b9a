namespace GentleMole.Core.Radar;

/// <summary>
/// Adds a cleaned profile up along the curves that round bodies would draw (Kirchhoff's summation with semblance; Taner and Koehler
/// 1969): large where a body is, at the velocity of the ground above it.
/// </summary>
internal sealed class DiffractionStack
{
    private const double UsualRadius = 0.05;
    private const double LeastAperture = 0.3;
    private const double MostAperture = 2.5;
    private const int FewestTraces = 7;

    private readonly float[] _clean;
    private readonly RadarProfile _profile;
    private readonly DirectWave _direct;

    public DiffractionStack(RadarProfile profile, DirectWave direct, float[] clean)
    {
        (_profile, _direct, _clean) = (profile, direct, clean);
        First = direct.TimeZeroNanoseconds;
        Step = Math.Max(profile.IntervalNanoseconds, 1e9 / direct.Hertz / 16);
        Times = Math.Max(1, (int)((profile.WindowNanoseconds - First) / Step));
        Places = profile.Traces;
        (Score, Amplitude, Semblance, Velocity) = (new float[Places * Times], new float[Places * Times], new float[Places * Times], new float[Places * Times]);
    }

    /// <summary>Of the first row, nanoseconds from the first sample.</summary>
    public double First { get; }

    /// <summary>From row to row, nanoseconds.</summary>
    public double Step { get; }

    public int Times { get; }

    public int Places { get; }

    /// <summary>Best over velocities so far, place by place: amplitude × semblance.</summary>
    public float[] Score { get; }

    public float[] Amplitude { get; }

    public float[] Semblance { get; }

    public float[] Velocity { get; }

    /// <summary>Adds up with one velocity and keeps what is better than before.</summary>
    /// <param name="everyPlace">Only every so many places.</param>
    /// <param name="mostTraces">No more than so many traces of an aperture.</param>
    public void Add(double velocity, int everyPlace, int mostTraces)
    {
        var smooth = Math.Max(1, (int)(0.35e9 / _direct.Hertz / Step));
        Parallel.For(0, (Places + everyPlace - 1) / everyPlace, () => (new float[Times], new float[Times], new int[Times]), (p, _, room) =>
        {
            At(p * everyPlace, velocity, mostTraces, smooth, room.Item1, room.Item2, room.Item3);
            return room;
        }, _ => { });
    }

    private void At(int place, double velocity, int mostTraces, int smooth, float[] sums, float[] squares, int[] counts)
    {
        Array.Clear(sums);
        Array.Clear(squares);
        Array.Clear(counts);
        var along = _profile.AlongMetres;
        var spacing = Math.Max(_profile.SpacingMetres, 1e-3);
        var deepest = velocity * Times * Step / 2;
        var reach = (int)(Math.Clamp(deepest, LeastAperture, MostAperture) / spacing);
        var stride = Math.Max(1, ((2 * reach) + 1) / mostTraces);
        var each = _profile.SamplesEach;
        var perSample = 1 / _profile.IntervalNanoseconds;
        for (var i = place - (reach / stride * stride); i <= place + reach; i += stride)
        {
            if (i < 0 || i >= Places)
            {
                continue;
            }

            var x = Math.Abs(along[i] - along[place]);
            var trace = _clean.AsSpan(i * each, each);

            // A trace takes part for bodies that are seen from it at 45 degrees and less.
            var from = x <= LeastAperture ? 0 : (int)((2 * (x - UsualRadius) / velocity / Step));
            for (var k = Math.Max(0, from); k < Times; k++)
            {
                var h = (velocity * k * Step / 2) + UsualRadius;
                var time = First + (2 / velocity * (Math.Sqrt((x * x) + (h * h)) - UsualRadius));
                var at = time * perSample;
                var low = (int)at;
                if (low >= each - 1)
                {
                    break;
                }

                var value = trace[low] + ((float)(at - low) * (trace[low + 1] - trace[low]));
                sums[k] += value;
                squares[k] += value * value;
                counts[k]++;
            }
        }

        double top = 0, bottom = 0;
        for (var k = 0; k < Times + smooth; k++)
        {
            if (k < Times && counts[k] > 0)
            {
                top += sums[k] * sums[k] / counts[k];
                bottom += squares[k];
            }

            var gone = k - (2 * smooth) - 1;
            if (gone >= 0 && gone < Times && counts[gone] > 0)
            {
                top -= sums[gone] * sums[gone] / counts[gone];
                bottom -= squares[gone];
            }

            var middle = k - smooth;
            if (middle < 0 || middle >= Times || counts[middle] < FewestTraces)
            {
                continue;
            }

            var semblance = bottom > 0 ? (float)Math.Clamp(top / bottom, 0, 1) : 0;
            var amplitude = sums[middle] / counts[middle];
            var score = Math.Abs(amplitude) * semblance;
            var cell = (place * Times) + middle;
            if (score > Score[cell])
            {
                (Score[cell], Amplitude[cell], Semblance[cell], Velocity[cell]) = (score, amplitude, semblance, (float)velocity);
            }
        }
    }
}
