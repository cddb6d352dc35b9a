namespace GentleMole.Core.Radar;

/// <summary>What a radar recorded along one line: traces of one length, from the first sample on.</summary>
/// <param name="Samples">All traces, one after another; <see cref="Traces"/> × <see cref="SamplesEach"/> values in the instrument's unit.</param>
/// <param name="SamplesEach">Samples of a trace.</param>
/// <param name="IntervalNanoseconds">Between two samples.</param>
/// <param name="AlongMetres">Where each trace was taken: middle of the antennas, along the line from the first.</param>
/// <param name="SeparationMetres">Between the two antennas, where known.</param>
/// <param name="CentreHertz">Of the pulse, where known.</param>
public sealed record RadarProfile(
    float[] Samples, int SamplesEach, double IntervalNanoseconds, double[] AlongMetres, double? SeparationMetres = null, double? CentreHertz = null)
{
    /// <summary>How many traces there are.</summary>
    public int Traces => AlongMetres.Length;

    /// <summary>From the first sample to behind the last, nanoseconds.</summary>
    public double WindowNanoseconds => SamplesEach * IntervalNanoseconds;

    /// <summary>From the first trace to the last, metres.</summary>
    public double LengthMetres => Traces == 0 ? 0 : Math.Abs(AlongMetres[^1] - AlongMetres[0]);

    /// <summary>Usual way from trace to trace (the median), metres; 0 with fewer than two.</summary>
    public double SpacingMetres
    {
        get
        {
            if (Traces < 2)
            {
                return 0;
            }

            var steps = new double[Traces - 1];
            for (var i = 1; i < Traces; i++)
            {
                steps[i - 1] = Math.Abs(AlongMetres[i] - AlongMetres[i - 1]);
            }

            Array.Sort(steps);
            return steps[steps.Length / 2];
        }
    }

    /// <summary>Some of its traces, in their order.</summary>
    /// <param name="first">The first of them.</param>
    public RadarProfile Part(int first, int count) =>
        this with { Samples = Samples.AsSpan(first * SamplesEach, count * SamplesEach).ToArray(), AlongMetres = AlongMetres[first..(first + count)] };

    /// <summary>The traces within a distance of a place along the line, from the first of them to the last.</summary>
    public RadarProfile Near(double alongMetres, double reachMetres)
    {
        var first = Array.FindIndex(AlongMetres, a => Math.Abs(a - alongMetres) <= reachMetres);
        return first < 0 ? Part(0, 0) : Part(first, Array.FindLastIndex(AlongMetres, a => Math.Abs(a - alongMetres) <= reachMetres) - first + 1);
    }

    /// <summary>One trace.</summary>
    public ReadOnlySpan<float> Trace(int i) => Samples.AsSpan(i * SamplesEach, SamplesEach);
}
