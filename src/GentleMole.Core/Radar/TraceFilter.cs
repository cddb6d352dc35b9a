using System.Numerics;

namespace GentleMole.Core.Radar;

/// <summary>A filter of finite length laid over traces; what it needs beyond their ends is taken as zero.</summary>
/// <param name="Taps">Odd in number; the middle one is at lag zero.</param>
internal sealed record TraceFilter(float[] Taps)
{
    /// <summary>
    /// Lets through what lies between two frequencies and leaves all times where they are: the difference of two sincs under a Hamming
    /// window (Oppenheim and Schafer, Discrete-Time Signal Processing, 7.5).
    /// </summary>
    public static TraceFilter Band(double lowHertz, double highHertz, double intervalNanoseconds, int half)
    {
        var (low, high) = (2 * lowHertz * intervalNanoseconds * 1e-9, Math.Min(1, 2 * highHertz * intervalNanoseconds * 1e-9));
        static double Sinc(double part, int n) => n == 0 ? part : Math.Sin(Math.PI * part * n) / (Math.PI * n);
        var window = Enumerable.Range(-half, (2 * half) + 1).Select(n => Hamming(n, half)).ToArray();
        var taps = Enumerable.Range(-half, (2 * half) + 1).Select(n => (Sinc(high, n) - Sinc(low, n)) * window[n + half]).ToArray();

        // So short a filter would let a level through: what it would is taken off, in the window's own shape.
        var level = low > 0 ? taps.Sum() / window.Sum() : 0;
        return new TraceFilter([.. taps.Select((tap, n) => (float)(tap - (level * window[n])))]);
    }

    /// <summary>Turns every frequency by a quarter (Hilbert transform).</summary>
    public static TraceFilter Quarter(int half) =>
        new([.. Enumerable.Range(-half, (2 * half) + 1).Select(n => n % 2 == 0 ? 0f : (float)(2 / (Math.PI * n) * Hamming(n, half)))]);

    /// <summary>Filters one trace.</summary>
    /// <param name="room">Space for the trace with both its margins; grown where it is too small.</param>
    public void Run(ReadOnlySpan<float> trace, Span<float> into, ref float[] room)
    {
        var half = Taps.Length / 2;
        var width = Vector<float>.Count;
        var needed = trace.Length + (2 * half) + (8 * width);
        if (room.Length < needed)
        {
            room = new float[needed];
        }

        room.AsSpan(0, half).Clear();
        trace.CopyTo(room.AsSpan(half));
        room.AsSpan(half + trace.Length).Clear();
        var taps = Taps;
        var wide = 4 * width;
        for (var n = 0; n < trace.Length; n += wide)
        {
            // Four sums at once, so that none waits for itself.
            var (a, b, c, d) = (Vector<float>.Zero, Vector<float>.Zero, Vector<float>.Zero, Vector<float>.Zero);
            for (var k = 0; k < taps.Length; k++)
            {
                var tap = taps[taps.Length - 1 - k];
                if (tap == 0)
                {
                    continue;
                }

                a += new Vector<float>(room, n + k) * tap;
                b += new Vector<float>(room, n + k + width) * tap;
                c += new Vector<float>(room, n + k + (2 * width)) * tap;
                d += new Vector<float>(room, n + k + (3 * width)) * tap;
            }

            if (n + wide <= trace.Length)
            {
                a.CopyTo(into[n..]);
                b.CopyTo(into[(n + width)..]);
                c.CopyTo(into[(n + (2 * width))..]);
                d.CopyTo(into[(n + (3 * width))..]);
            }
            else
            {
                for (var k = n; k < trace.Length; k++)
                {
                    var part = (k - n) / width;
                    into[k] = (part == 0 ? a : part == 1 ? b : part == 2 ? c : d)[(k - n) % width];
                }
            }
        }
    }

    private static double Hamming(int n, int half) => 0.54 + (0.46 * Math.Cos(Math.PI * n / (half + 1)));
}
