using System.Numerics;
using System.Runtime.InteropServices;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

/// <summary>
/// A small full-wave model to hold ours against: Maxwell's equations in two dimensions on Yee's grid (Taflove, Computational
/// Electrodynamics, ch. 3), electric field along the pipes, an absorbing rim, one run for each trace.
/// </summary>
internal static class FullWave
{
    private const double Light = 299_792_458;
    private const double Epsilon0 = 8.8541878128e-12;
    private const double Mu0 = 4e-7 * Math.PI;
    private const int Rim = 24;
    private const double Air = 0.25;

    /// <summary>
    /// All traces of a line over a ground as an instrument records them: what all traces share early on, which is the antennas in this model and not
    /// those of an instrument, is taken off, and an instrument's own direct wave, ringing, drift and noise laid over the rest.
    /// </summary>
    public static RadarProfile Record(RadarGround ground, Random random)
    {
        var samples = Walk(ground);
        var each = ground.Samples;
        for (var k = 0; k < each; k++)
        {
            var late = (k * ground.IntervalNanoseconds) - ground.TimeZeroNanoseconds;
            var share = (float)Math.Clamp((EarlyNanoseconds + 2 - late) / 2, 0, 1);
            var mean = Enumerable.Range(0, ground.Traces).Average(i => samples[(i * each) + k]);
            for (var i = 0; i < ground.Traces; i++)
            {
                samples[(i * each) + k] = (samples[(i * each) + k] - (share * mean)) * Scale;
            }
        }

        var instrument = new MadeUpRadar();
        for (var i = 0; i < ground.Traces; i++)
        {
            instrument.Record(ground, samples.AsSpan(i * each, each), random);
        }

        return new RadarProfile(samples, each, ground.IntervalNanoseconds, [.. Enumerable.Range(0, ground.Traces).Select(i => i * ground.SpacingMetres)], ground.SeparationMetres, ground.CentreHertz);
    }

    private const double EarlyNanoseconds = 4;

    /// <summary>Brings its unit to that of the instrument: a pipe of metal half a metre down is some hundredth of the direct wave.</summary>
    private const float Scale = 0.1f;

    /// <summary>All traces of a line over a ground, without noise.</summary>
    /// <param name="cell">Side of a cell, metres.</param>
    /// <param name="halfWidth">How far to each side of the antennas the ground is reckoned, metres.</param>
    public static float[] Walk(RadarGround ground, double cell = 0.01, double halfWidth = 1.9, double depth = 1.9)
    {
        var samples = new float[ground.Traces * ground.Samples];
        Parallel.For(0, ground.Traces, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount }, i =>
            Trace(ground, i * ground.SpacingMetres, cell, halfWidth, depth).CopyTo(samples, i * ground.Samples));
        return samples;
    }

    /// <summary>One trace with the middle of the antennas at a place.</summary>
    public static float[] Trace(RadarGround ground, double at, double cell, double halfWidth, double depth)
    {
        // Rows run along the line, so that a row lies together in memory.
        var (wide, high) = ((2 * (int)(halfWidth / cell)) + (2 * Rim), (int)((Air + depth) / cell) + (2 * Rim));
        wide += (8 - (wide % 8)) % 8;
        var surface = Rim + (int)(Air / cell);
        var step = 0.7 * cell / Light;
        var (keep, push) = (new float[wide * high], new float[wide * high]);
        for (var row = 0; row < high; row++)
        {
            for (var column = 0; column < wide; column++)
            {
                var (x, z) = (at + ((column - (wide / 2)) * cell), (row - surface + 0.5) * cell);
                var (epsilon, sigma) = At(ground, x, z);
                double inset = Math.Max(0, Rim - Math.Min(Math.Min(column, wide - 1 - column), Math.Min(row, high - 1 - row)));
                var absorb = double.IsInfinity(epsilon) ? 0 : 0.25 * epsilon * Math.Pow(inset / Rim, 3);
                var loss = (sigma + absorb) * step / (2 * epsilon * Epsilon0);
                keep[(row * wide) + column] = double.IsInfinity(epsilon) ? 0 : (float)((1 - loss) / (1 + loss));
                push[(row * wide) + column] = double.IsInfinity(epsilon) ? 0 : (float)(step / (epsilon * Epsilon0 * cell) / (1 + loss));
            }
        }

        var (e, hx, hz) = (new float[wide * high], new float[wide * high], new float[wide * high]);
        var (source, receiver) = ((surface - 1, (wide / 2) - (int)Math.Round(ground.SeparationMetres / 2 / cell)), (surface - 1, (wide / 2) + (int)Math.Round(ground.SeparationMetres / 2 / cell)));
        var magnetic = (float)(step / (Mu0 * cell));
        var trace = new float[ground.Samples];
        var steps = (int)(ground.Samples * ground.IntervalNanoseconds * 1e-9 / step) + 2;
        var sent = Current(ground, step, steps);
        double before = 0;
        var next = 0;
        for (var n = 0; n < steps && next < ground.Samples; n++)
        {
            Magnetic(e, hx, hz, wide, high, magnetic);
            Electric(e, hx, hz, keep, push, wide, high);

            e[(source.Item1 * wide) + source.Item2] += sent[n];
            double now = e[(receiver.Item1 * wide) + receiver.Item2];
            for (var t = (n + 1) * step; next < ground.Samples && next * ground.IntervalNanoseconds * 1e-9 <= t; next++)
            {
                var part = ((next * ground.IntervalNanoseconds * 1e-9) - (n * step)) / step;
                trace[next] = (float)(before + ((now - before) * Math.Clamp(part, 0, 1)));
            }

            before = now;
        }

        return trace;
    }

    /// <summary>
    /// The current of the antenna: half an integral of the pulse, because a line current in two dimensions sends out half a
    /// derivative of itself, and so an echo has its middle where the pulse has it.
    /// </summary>
    private static float[] Current(RadarGround ground, double step, int steps)
    {
        var pulse = Enumerable.Range(0, steps).Select(n => RadarPulse.Ricker(ground.CentreHertz, (n * step) - (ground.TimeZeroNanoseconds * 1e-9))).ToArray();
        var sent = new float[steps];
        for (var n = 0; n < steps; n++)
        {
            double sum = 0;
            for (var k = 0; k < n; k++)
            {
                sum += pulse[k] * (Math.Sqrt(n - k) - Math.Sqrt(n - k - 1));
            }

            sent[n] = (float)(sum * 1e3);
        }

        return sent;
    }

    private static (double Epsilon, double Sigma) At(RadarGround ground, double x, double z)
    {
        if (z < 0)
        {
            return (1, 0);
        }

        foreach (var body in ground.Bodies)
        {
            var across = (x - body.AlongMetres) * Math.Sin(body.CrossingDegrees * Math.PI / 180);
            if ((across * across) + Math.Pow(z - body.CoverMetres - body.RadiusMetres, 2) <= body.RadiusMetres * body.RadiusMetres)
            {
                return (body.Permittivity, body.Kind == BuriedKind.Water ? 0.01 : 0);
            }
        }

        var soil = ground.SoilAt(z);
        return (soil.Permittivity, soil.SiemensPerMetre);
    }

    private static void Magnetic(float[] e, float[] hx, float[] hz, int wide, int high, float factor)
    {
        for (var row = 0; row < high - 1; row++)
        {
            var here = MemoryMarshal.Cast<float, Vector<float>>(e.AsSpan(row * wide, wide));
            var below = MemoryMarshal.Cast<float, Vector<float>>(e.AsSpan((row + 1) * wide, wide));
            var x = MemoryMarshal.Cast<float, Vector<float>>(hx.AsSpan(row * wide, wide));
            for (var k = 0; k < x.Length; k++)
            {
                x[k] -= (below[k] - here[k]) * factor;
            }

            var start = row * wide;
            var width = Vector<float>.Count;
            var c = 0;
            for (; c + width < wide; c += width)
            {
                (new Vector<float>(hz, start + c) + ((new Vector<float>(e, start + c + 1) - new Vector<float>(e, start + c)) * factor)).CopyTo(hz, start + c);
            }

            for (; c < wide - 1; c++)
            {
                hz[start + c] += (e[start + c + 1] - e[start + c]) * factor;
            }
        }
    }

    private static void Electric(float[] e, float[] hx, float[] hz, float[] keep, float[] push, int wide, int high)
    {
        var width = Vector<float>.Count;
        for (var row = 1; row < high - 1; row++)
        {
            var start = row * wide;
            var c = 1;
            for (; c + width < wide; c += width)
            {
                var curl = new Vector<float>(hz, start + c) - new Vector<float>(hz, start + c - 1) - new Vector<float>(hx, start + c) + new Vector<float>(hx, start + c - wide);
                ((new Vector<float>(keep, start + c) * new Vector<float>(e, start + c)) + (new Vector<float>(push, start + c) * curl)).CopyTo(e, start + c);
            }

            for (; c < wide - 1; c++)
            {
                e[start + c] = (keep[start + c] * e[start + c]) + (push[start + c] * (hz[start + c] - hz[start + c - 1] - hx[start + c] + hx[start + c - wide]));
            }
        }
    }
}
