using System.Buffers.Binary;
using System.Numerics;

namespace GentleMole.Core.Radar;

/// <summary>
/// Fourier transforms of many traces at once (Cooley and Tukey 1965, radix 2): sample n of lane m lies at n × lanes + m, so that one step
/// goes over all lanes together. On a whole profile several times as quick as one trace after the other.
/// </summary>
internal static class LaneTransform
{
    private const int Together = 32;

    /// <summary>The next power of two.</summary>
    public static int LengthFor(int samples) => (int)BitOperations.RoundUpToPowerOf2((uint)Math.Max(2, samples));

    /// <summary>Transforms in place; back again it also divides by the length.</summary>
    /// <param name="length">A power of two.</param>
    public static void Run(float[] real, float[] imaginary, int length, int lanes, bool back)
    {
        var turns = Turns(length, back);
        Parallel.For(0, (lanes + Together - 1) / Together, () => (new float[length * Together], new float[length * Together]), (block, _, room) =>
        {
            var (from, count) = (block * Together, Math.Min(Together, lanes - (block * Together)));
            var (re, im) = (room.Item1, room.Item2);
            var shift = 32 - BitOperations.Log2((uint)length);
            for (var n = 0; n < length; n++)
            {
                var to = (int)(Reverse((uint)n) >> shift) * Together;
                real.AsSpan((n * lanes) + from, count).CopyTo(re.AsSpan(to));
                imaginary.AsSpan((n * lanes) + from, count).CopyTo(im.AsSpan(to));
            }

            Steps(re, im, length, turns);
            var scale = back ? 1f / length : 1f;
            for (var n = 0; n < length; n++)
            {
                for (var k = 0; k < count; k++)
                {
                    (real[(n * lanes) + from + k], imaginary[(n * lanes) + from + k]) = (re[(n * Together) + k] * scale, im[(n * Together) + k] * scale);
                }
            }

            return room;
        }, _ => { });
    }

    private static void Steps(float[] re, float[] im, int length, (float[] Cos, float[] Sin) turns)
    {
        var width = Vector<float>.Count;
        for (var half = 1; half < length; half *= 2)
        {
            var stride = length / (2 * half);
            for (var start = 0; start < length; start += 2 * half)
            {
                for (var k = 0; k < half; k++)
                {
                    var (cos, sin) = (new Vector<float>(turns.Cos[k * stride]), new Vector<float>(turns.Sin[k * stride]));
                    var (a, b) = ((start + k) * Together, (start + k + half) * Together);
                    for (var m = 0; m < Together; m += width)
                    {
                        var (ar, ai, br, bi) = (new Vector<float>(re, a + m), new Vector<float>(im, a + m), new Vector<float>(re, b + m), new Vector<float>(im, b + m));
                        var (tr, ti) = ((br * cos) - (bi * sin), (br * sin) + (bi * cos));
                        (ar + tr).CopyTo(re, a + m);
                        (ai + ti).CopyTo(im, a + m);
                        (ar - tr).CopyTo(re, b + m);
                        (ai - ti).CopyTo(im, b + m);
                    }
                }
            }
        }
    }

    private static (float[] Cos, float[] Sin) Turns(int length, bool back)
    {
        var (cos, sin) = (new float[length / 2], new float[length / 2]);
        for (var k = 0; k < length / 2; k++)
        {
            var angle = (back ? 2 : -2) * Math.PI * k / length;
            (cos[k], sin[k]) = ((float)Math.Cos(angle), (float)Math.Sin(angle));
        }

        return (cos, sin);
    }

    private static uint Reverse(uint value)
    {
        value = ((value >> 1) & 0x55555555) | ((value & 0x55555555) << 1);
        value = ((value >> 2) & 0x33333333) | ((value & 0x33333333) << 2);
        value = ((value >> 4) & 0x0f0f0f0f) | ((value & 0x0f0f0f0f) << 4);
        return BinaryPrimitives.ReverseEndianness(value);
    }
}
