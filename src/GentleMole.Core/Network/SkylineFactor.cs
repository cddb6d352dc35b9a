using System.Numerics;

namespace GentleMole.Core.Network;

/// <summary>
/// LDLᵀ of a complex symmetric matrix in envelope (skyline) storage, without pivoting: sound for matrices like those of
/// passive networks, whose Hermitian part is positive. Unknowns are put in reverse Cuthill–McKee order, which keeps the
/// envelope of chains and bundles of chains narrow (George and Liu, Computer Solution of Large Sparse Systems).
/// </summary>
internal sealed class SkylineFactor
{
    /// <summary>More stored entries than this would not fit beside everything else.</summary>
    public const long MostEntries = 7_000_000;

    private readonly int[] _place;
    private readonly int[] _first;
    private readonly long[] _start;
    private readonly double[] _re;
    private readonly double[] _im;
    private readonly Complex[] _inverse;

    private SkylineFactor(int[] place, int[] first, long[] start, double[] re, double[] im, Complex[] inverse) =>
        (_place, _first, _start, _re, _im, _inverse) = (place, first, start, re, im, inverse);

    /// <summary>Order of elimination: for each unknown its place.</summary>
    /// <param name="neighbours">Unknowns that share an entry with each unknown.</param>
    /// <param name="later">Unknowns with a zero on the diagonal, each with two others of which one must come before it.</param>
    public static int[] Order(IReadOnlyList<int>[] neighbours, IReadOnlyList<(int Unknown, int A, int B)> later)
    {
        var n = neighbours.Length;
        var seen = new bool[n];
        var order = new List<int>(n);
        foreach (var seed in Enumerable.Range(0, n).OrderBy(i => neighbours[i].Count))
        {
            if (!seen[seed])
            {
                Spread(Farthest(Farthest(seed, neighbours), neighbours), neighbours, seen, order);
            }
        }

        order.Reverse();
        var place = Places(order);
        foreach (var (unknown, a, b) in later)
        {
            var earliest = Math.Min(place[a], place[b]);
            if (place[unknown] < earliest)
            {
                order.RemoveAt(place[unknown]);
                order.Insert(earliest, unknown);
                place = Places(order);
            }
        }

        return place;
    }

    /// <summary>True when every pivot is a number: the matrix is not singular.</summary>
    public bool IsFinite => Array.TrueForAll(_inverse, d => double.IsFinite(d.Real) && double.IsFinite(d.Imaginary));

    /// <summary>Factors a matrix; null when its envelope is too large to be kept.</summary>
    /// <param name="entries">Entries of the upper or lower triangle, by unknown; repeated ones add up.</param>
    public static SkylineFactor? Of(int[] place, IReadOnlyList<Complex> diagonal, IReadOnlyList<(int A, int B, Complex Value)> entries, CancellationToken cancel = default)
    {
        var n = place.Length;
        var first = new int[n];
        for (var i = 0; i < n; i++)
        {
            first[i] = i;
        }

        foreach (var (a, b, _) in entries)
        {
            var (row, column) = (Math.Min(place[a], place[b]), Math.Max(place[a], place[b]));
            first[column] = Math.Min(first[column], row);
        }

        var start = new long[n + 1];
        for (var j = 0; j < n; j++)
        {
            start[j + 1] = start[j] + j - first[j];
        }

        if (start[n] > MostEntries)
        {
            return null;
        }

        var (re, im) = (new double[start[n]], new double[start[n]]);
        foreach (var (a, b, value) in entries)
        {
            var (row, column) = (Math.Min(place[a], place[b]), Math.Max(place[a], place[b]));
            var at = start[column] + row - first[column];
            re[at] += value.Real;
            im[at] += value.Imaginary;
        }

        var inverse = new Complex[n];
        var pivot = new Complex[n];
        for (var i = 0; i < n; i++)
        {
            pivot[place[i]] = diagonal[i];
        }

        for (var j = 0; j < n; j++)
        {
            cancel.ThrowIfCancellationRequested();
            Column(j, first, start, re, im, inverse, pivot);
        }

        return new SkylineFactor(place, first, start, re, im, inverse);
    }

    /// <summary>Solves for one right-hand side, by unknown.</summary>
    public Complex[] Solve(IReadOnlyList<Complex> right)
    {
        var n = _place.Length;
        var (re, im) = (new double[n], new double[n]);
        for (var i = 0; i < n; i++)
        {
            (re[_place[i]], im[_place[i]]) = (right[i].Real, right[i].Imaginary);
        }

        for (var j = 0; j < n; j++)
        {
            var sum = Dot(_re, _im, _start[j], re, im, _first[j], j - _first[j]);
            re[j] -= sum.Real;
            im[j] -= sum.Imaginary;
        }

        for (var j = 0; j < n; j++)
        {
            var scaled = new Complex(re[j], im[j]) * _inverse[j];
            (re[j], im[j]) = (scaled.Real, scaled.Imaginary);
        }

        for (var j = n - 1; j >= 0; j--)
        {
            for (int i = _first[j], at = 0; i < j; i++, at++)
            {
                var (lr, li) = (_re[_start[j] + at], _im[_start[j] + at]);
                re[i] -= (lr * re[j]) - (li * im[j]);
                im[i] -= (lr * im[j]) + (li * re[j]);
            }
        }

        var x = new Complex[n];
        for (var i = 0; i < n; i++)
        {
            x[i] = new Complex(re[_place[i]], im[_place[i]]);
        }

        return x;
    }

    private static void Column(int j, int[] first, long[] start, double[] re, double[] im, Complex[] inverse, Complex[] pivot)
    {
        var top = first[j];
        for (var i = top + 1; i < j; i++)
        {
            var from = Math.Max(first[i], top);
            if (from >= i)
            {
                continue;
            }

            var sum = Dot(re, im, start[i] + from - first[i], re, im, start[j] + from - top, i - from);
            re[start[j] + i - top] -= sum.Real;
            im[start[j] + i - top] -= sum.Imaginary;
        }

        var d = pivot[j];
        for (var i = top; i < j; i++)
        {
            var at = start[j] + i - top;
            var g = new Complex(re[at], im[at]);
            var l = g * inverse[i];
            d -= l * g;
            (re[at], im[at]) = (l.Real, l.Imaginary);
        }

        inverse[j] = 1 / d;
    }

    /// <summary>Sum of products (not conjugated) of two runs of complex numbers.</summary>
    private static Complex Dot(double[] aRe, double[] aIm, long aAt, double[] bRe, double[] bIm, long bAt, int count)
    {
        var ar = aRe.AsSpan((int)aAt, count);
        var ai = aIm.AsSpan((int)aAt, count);
        var br = bRe.AsSpan((int)bAt, count);
        var bi = bIm.AsSpan((int)bAt, count);
        var (vRe, vIm) = (Vector<double>.Zero, Vector<double>.Zero);
        var k = 0;
        for (; k <= count - Vector<double>.Count; k += Vector<double>.Count)
        {
            var (x, y) = (new Vector<double>(ar[k..]), new Vector<double>(ai[k..]));
            var (u, v) = (new Vector<double>(br[k..]), new Vector<double>(bi[k..]));
            vRe += (x * u) - (y * v);
            vIm += (x * v) + (y * u);
        }

        var (re, im) = (Vector.Sum(vRe), Vector.Sum(vIm));
        for (; k < count; k++)
        {
            re += (ar[k] * br[k]) - (ai[k] * bi[k]);
            im += (ar[k] * bi[k]) + (ai[k] * br[k]);
        }

        return new Complex(re, im);
    }

    private static int[] Places(List<int> order)
    {
        var place = new int[order.Count];
        for (var i = 0; i < order.Count; i++)
        {
            place[order[i]] = i;
        }

        return place;
    }

    private static int Farthest(int seed, IReadOnlyList<int>[] neighbours)
    {
        var reached = new HashSet<int> { seed };
        var queue = new Queue<int>();
        queue.Enqueue(seed);
        var last = seed;
        while (queue.TryDequeue(out var here))
        {
            last = here;
            foreach (var next in neighbours[here])
            {
                if (reached.Add(next))
                {
                    queue.Enqueue(next);
                }
            }
        }

        return last;
    }

    private static void Spread(int seed, IReadOnlyList<int>[] neighbours, bool[] seen, List<int> order)
    {
        var queue = new Queue<int>();
        queue.Enqueue(seed);
        seen[seed] = true;
        while (queue.TryDequeue(out var here))
        {
            order.Add(here);
            foreach (var next in neighbours[here].Where(k => !seen[k]).OrderBy(k => neighbours[k].Count).ToList())
            {
                if (!seen[next])
                {
                    seen[next] = true;
                    queue.Enqueue(next);
                }
            }
        }
    }
}
