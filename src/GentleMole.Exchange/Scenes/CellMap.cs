using System.Numerics;

namespace GentleMole.Exchange.Scenes;

/// <summary>What of a drawing is taken, in cells of two pixels, a bit each.</summary>
internal sealed class CellMap
{
    private const double Cell = 2;
    private readonly int _columns;
    private readonly int _rows;
    private readonly int _words;
    private readonly ulong[] _bits;

    public CellMap(int width, int height)
    {
        (_columns, _rows) = (Math.Max(1, (int)(width / Cell)), Math.Max(1, (int)(height / Cell)));
        _words = (_columns + 63) / 64;
        _bits = new ulong[_words * _rows];
    }

    /// <summary>Takes a box; what lies outside the drawing has no cells.</summary>
    public void Take(double x, double y, double w, double h) => Visit(x, y, w, h, (map, index, mask) =>
    {
        map._bits[index] |= mask;
        return false;
    });

    public bool IsTaken(double x, double y, double w, double h) => Visit(x, y, w, h, (map, index, mask) => (map._bits[index] & mask) != 0);

    /// <summary>How many cells of a box are taken.</summary>
    public int Crowd(double x, double y, double w, double h)
    {
        var crowd = 0;
        Visit(x, y, w, h, (map, index, mask) =>
        {
            crowd += BitOperations.PopCount(map._bits[index] & mask);
            return false;
        });
        return crowd;
    }

    /// <summary>Takes a line as far as it lies in the drawing.</summary>
    /// <param name="half">Half its width, pixels.</param>
    public void TakeLine((double X, double Y) a, (double X, double Y) b, double half)
    {
        if (Clip(a, b, half) is not { } part)
        {
            return;
        }

        foreach (var (x, y) in Along(part.A, part.B))
        {
            Take(x - half, y - half, 2 * half, 2 * half);
        }
    }

    /// <summary>True when a line meets something taken; what lies outside the drawing meets nothing.</summary>
    public bool Meets((double X, double Y) a, (double X, double Y) b)
    {
        foreach (var (x, y) in Clip(a, b, 0) is { } part ? Along(part.A, part.B) : [])
        {
            if (IsTaken(x - 0.5, y - 0.5, 1, 1))
            {
                return true;
            }
        }

        return false;
    }

    private static IEnumerable<(double X, double Y)> Along((double X, double Y) a, (double X, double Y) b)
    {
        var steps = Math.Max(1, (int)Math.Ceiling(Math.Max(Math.Abs(b.X - a.X), Math.Abs(b.Y - a.Y)) / Cell));
        for (var i = 0; i <= steps; i++)
        {
            yield return (a.X + ((b.X - a.X) * i / steps), a.Y + ((b.Y - a.Y) * i / steps));
        }
    }

    /// <summary>The part of a line in the drawing (Liang and Barsky); null when there is none or it is nowhere.</summary>
    private ((double X, double Y) A, (double X, double Y) B)? Clip((double X, double Y) a, (double X, double Y) b, double margin)
    {
        var (dx, dy) = (b.X - a.X, b.Y - a.Y);
        if (!double.IsFinite(dx) || !double.IsFinite(dy))
        {
            return null;
        }

        var (from, to) = (0.0, 1.0);
        foreach (var (p, q) in new[]
        {
            (-dx, a.X + margin), (dx, (_columns * Cell) + margin - a.X), (-dy, a.Y + margin), (dy, (_rows * Cell) + margin - a.Y),
        })
        {
            if (p == 0)
            {
                if (q < 0)
                {
                    return null;
                }
            }
            else if (p < 0)
            {
                from = Math.Max(from, q / p);
            }
            else
            {
                to = Math.Min(to, q / p);
            }
        }

        return from > to ? null : ((a.X + (dx * from), a.Y + (dy * from)), (a.X + (dx * to), a.Y + (dy * to)));
    }

    /// <summary>Goes through the words of a box until one says that it is enough.</summary>
    private bool Visit(double x, double y, double w, double h, Func<CellMap, int, ulong, bool> isEnough)
    {
        if (!(double.IsFinite(x) && double.IsFinite(y) && double.IsFinite(w) && double.IsFinite(h)))
        {
            return false;
        }

        var (left, right) = ((int)Math.Max(0, Math.Floor(x / Cell)), (int)Math.Min(_columns - 1, Math.Floor((x + w) / Cell)));
        var (top, bottom) = ((int)Math.Max(0, Math.Floor(y / Cell)), (int)Math.Min(_rows - 1, Math.Floor((y + h) / Cell)));
        for (var row = top; row <= bottom && left <= right; row++)
        {
            for (var word = left / 64; word <= right / 64; word++)
            {
                var (first, last) = (Math.Max(left - (word * 64), 0), Math.Min(right - (word * 64), 63));
                var mask = (ulong.MaxValue << first) & (ulong.MaxValue >> (63 - last));
                if (isEnough(this, (row * _words) + word, mask))
                {
                    return true;
                }
            }
        }

        return false;
    }
}
