using System.Numerics.Tensors;

namespace GentleMole.Core.Radar;

/// <summary>Steps done to a profile, one after the other; the profile itself is never changed.</summary>
public static class RadarChain
{
    private const double WowPeriods = 2.5;
    private const double AgcPeriods = 8;
    private const double LowPart = 0.3;
    private const double HighPart = 2.2;
    private const double MostGainDecibels = 90;
    private const double UsualVelocity = 0.1;

    /// <summary>Steps in the order in which they are usually done; the gain by the data.</summary>
    public static IReadOnlyList<RadarStep> Usual { get; } =
        [new(RadarStepKind.TimeZero), new(RadarStepKind.Dewow), new(RadarStepKind.BandPass), new(RadarStepKind.Background), new(RadarStepKind.Gain)];

    /// <summary>The profile after the steps.</summary>
    /// <param name="steps">With settings that can be (<see cref="RadarStep.Wrong"/>).</param>
    public static RadarProfile Run(RadarProfile profile, IReadOnlyList<RadarStep> steps) => Follow(profile, steps).Profile;

    /// <summary>The same, with what the data set where a step left it open, and where time zero lies afterwards.</summary>
    /// <param name="steps">With settings that can be (<see cref="RadarStep.Wrong"/>).</param>
    public static ChainRun Follow(RadarProfile profile, IReadOnlyList<RadarStep> steps)
    {
        var direct = DirectWave.Of(profile);
        var (samples, from) = (profile.Samples, direct.TimeZeroNanoseconds);
        var settled = new List<RadarStep>(steps.Count);

        // Two rooms by turns: fresh memory for every step would cost more than the steps.
        var rooms = new[] { steps.Count > 0 ? new float[samples.Length] : [], steps.Count > 1 ? new float[samples.Length] : [] };
        for (var i = 0; i < steps.Count; i++)
        {
            var (into, here) = (rooms[i % 2], profile with { Samples = samples });
            var step = Settled(steps[i], here, direct, from);
            var (first, second) = (step.First ?? 0, step.Second ?? 0);
            settled.Add(step);
            switch (step.Kind)
            {
                case RadarStepKind.TimeZero:
                    Moved(here, into, first);
                    break;
                case RadarStepKind.Dewow:
                    EachTrace(here, into, (trace, to) => RadarCleaning.Dewow(trace, to, Half(first, here)));
                    break;
                case RadarStepKind.BandPass:
                    Filtered(here, into, first * 1e6, second * 1e6);
                    break;
                case RadarStepKind.Background:
                    BackgroundFilter.Run(here, into, first);
                    break;
                case RadarStepKind.Gain:
                    Gained(here, into, from, first);
                    break;
                case RadarStepKind.Agc:
                    EachTrace(here, into, (trace, to) => Even(trace, to, Half(first, here)));
                    break;
                case RadarStepKind.Envelope:
                    Envelope(here, into);
                    break;
                case RadarStepKind.Migrate when second > 0.5:
                    KirchhoffMigration.Run(here, into, from, first);
                    break;
                case RadarStepKind.Migrate:
                    StoltMigration.Run(here, into, from, first);
                    break;
                default:
                    throw new InvalidOperationException($"{step.Kind} is no step.");
            }

            samples = into;
            from = step.Kind == RadarStepKind.TimeZero ? Math.Max(0, from - first) : from;
        }

        return new ChainRun(profile with { Samples = samples }, settled, from);
    }

    /// <summary>A step with what it left open set by the data.</summary>
    private static RadarStep Settled(RadarStep step, RadarProfile here, DirectWave direct, double from)
    {
        var megahertz = direct.Hertz / 1e6;
        return step.Kind switch
        {
            RadarStepKind.TimeZero => step with { First = step.First ?? from },
            RadarStepKind.Dewow => step with { First = step.First ?? (WowPeriods * 1e3 / megahertz) },
            RadarStepKind.BandPass => step with { First = step.First ?? (LowPart * megahertz), Second = step.Second ?? Math.Max(HighPart * megahertz, (step.First * 2) ?? 0) },
            RadarStepKind.Background => step with { First = step.First ?? 0 },
            RadarStepKind.Gain => step with { First = step.First ?? Falling(here, from) },
            RadarStepKind.Agc => step with { First = step.First ?? (AgcPeriods * 1e3 / megahertz) },
            RadarStepKind.Migrate => step with { First = step.First ?? UsualVelocity, Second = step.Second ?? 0 },
            RadarStepKind.Envelope => step,
            _ => throw new InvalidOperationException($"{step.Kind} is no step."),
        };
    }

    /// <summary>What the ground and the spreading leave over, decibels a nanosecond: a straight line through the logarithm of the usual size, after spreading is allowed for, down to the noise.</summary>
    public static double Falling(RadarProfile profile, double timeZero)
    {
        var floor = NoiseFloor.Of(profile);
        var (n, sx, sy, sxx, sxy) = (0, 0.0, 0.0, 0.0, 0.0);
        for (var k = 0; k < floor.Size.Count; k++)
        {
            var time = ((k + 0.5) * profile.IntervalNanoseconds) - timeZero;
            if (time < LeastTime || floor.Size[k] < 2 * floor.Noise || (k * profile.IntervalNanoseconds) > floor.FromNanoseconds)
            {
                continue;
            }

            var level = 20 * Math.Log10(floor.Size[k] * time);
            (n, sx, sy, sxx, sxy) = (n + 1, sx + time, sy + level, sxx + (time * time), sxy + (time * level));
        }

        var slope = n < 8 ? 0 : ((n * sxy) - (sx * sy)) / ((n * sxx) - (sx * sx));
        return double.IsFinite(slope) ? Math.Clamp(-slope, 0, 3) : 0;
    }

    private const double LeastTime = 4;

    private static int Half(double nanoseconds, RadarProfile profile) => (int)Math.Clamp(nanoseconds / profile.IntervalNanoseconds / 2, 1, profile.SamplesEach);

    private delegate void TraceStep(ReadOnlySpan<float> trace, Span<float> into);

    private static void EachTrace(RadarProfile profile, float[] into, TraceStep step)
    {
        var each = profile.SamplesEach;
        Parallel.ForEach(System.Collections.Concurrent.Partitioner.Create(0, Math.Max(1, profile.Traces)), range =>
        {
            for (var i = range.Item1; i < Math.Min(range.Item2, profile.Traces); i++)
            {
                step(profile.Trace(i), into.AsSpan(i * each, each));
            }
        });
    }

    /// <summary>Every trace begins at a time; behind its end it stays as it ended, so that no later step rings there.</summary>
    private static void Moved(RadarProfile profile, float[] done, double first)
    {
        var at = first / profile.IntervalNanoseconds;
        var (whole, part) = ((int)Math.Min(at, profile.SamplesEach), (float)(at - Math.Floor(at)));
        EachTrace(profile, done, (trace, into) =>
        {
            var here = trace[Math.Min(whole, trace.Length)..];
            var next = trace[Math.Min(whole + 1, trace.Length)..];
            TensorPrimitives.Lerp(here[..next.Length], next, part, into);
            into[next.Length..].Fill(trace[^1]);
        });
    }

    private static void Filtered(RadarProfile profile, float[] into, double low, double high)
    {
        var half = (int)Math.Clamp(0.5e9 / Math.Max(low, high / 8) / profile.IntervalNanoseconds, 8, 128);
        var filter = TraceFilter.Band(low, high, profile.IntervalNanoseconds, half);
        WithRoom(profile, into, filter);
    }

    private static void WithRoom(RadarProfile profile, float[] done, TraceFilter filter)
    {
        var each = profile.SamplesEach;
        Parallel.For(0, profile.Traces, () => Array.Empty<float>(), (i, _, room) =>
        {
            filter.Run(profile.Trace(i), done.AsSpan(i * each, each), ref room);
            return room;
        }, _ => { });
    }

    private static void Gained(RadarProfile profile, float[] done, double from, double decibels)
    {
        var factors = new float[profile.SamplesEach];
        for (var k = 0; k < factors.Length; k++)
        {
            var time = Math.Max(1, (k * profile.IntervalNanoseconds) - from);
            factors[k] = (float)(time * Math.Pow(10, Math.Min(decibels * time, MostGainDecibels) / 20));
        }

        EachTrace(profile, done, (trace, into) => TensorPrimitives.Multiply(trace, factors, into));
    }

    /// <summary>Divides by the root mean square of what lies round each sample.</summary>
    private static void Even(ReadOnlySpan<float> trace, Span<float> into, int half)
    {
        double sum = 0, whole = 0;
        foreach (var value in trace)
        {
            whole += (double)value * value;
        }

        if (whole == 0)
        {
            into.Clear();
            return;
        }

        var least = Math.Max(1e-4 * Math.Sqrt(whole / trace.Length), 1e-18);
        var (low, high) = (0, 0);
        for (var k = 0; k < trace.Length; k++)
        {
            for (; high < Math.Min(trace.Length, k + half + 1); high++)
            {
                sum += (double)trace[high] * trace[high];
            }

            for (; low < k - half; low++)
            {
                sum -= (double)trace[low] * trace[low];
            }

            into[k] = (float)(sum / (high - low));
        }

        TensorPrimitives.Max(into, (float)(least * least), into);
        TensorPrimitives.Sqrt(into, into);
        TensorPrimitives.Divide(trace, into, into);
    }

    private static void Envelope(RadarProfile profile, float[] turned)
    {
        WithRoom(profile, turned, TraceFilter.Quarter(Math.Min(31, profile.SamplesEach)));
        EachTrace(profile, turned, (trace, to) => TensorPrimitives.Hypot(trace, to, to));
    }
}
