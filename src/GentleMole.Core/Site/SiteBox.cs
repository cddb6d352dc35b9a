namespace GentleMole.Core.Site;

/// <summary>An upright rectangle of the site, in metres.</summary>
/// <param name="West">Least east.</param>
/// <param name="South">Least north.</param>
/// <param name="East">Most east.</param>
/// <param name="North">Most north.</param>
public readonly record struct SiteBox(double West, double South, double East, double North)
{
    /// <summary>The smallest that holds all the points; null for none.</summary>
    public static SiteBox? Of(IEnumerable<SitePoint> points)
    {
        SiteBox? box = null;
        foreach (var p in points)
        {
            box = box is { } b
                ? new SiteBox(Math.Min(b.West, p.East), Math.Min(b.South, p.North), Math.Max(b.East, p.East), Math.Max(b.North, p.North))
                : new SiteBox(p.East, p.North, p.East, p.North);
        }

        return box;
    }

    /// <summary>Larger by a margin on every side, metres.</summary>
    public SiteBox Widened(double margin) => new(West - margin, South - margin, East + margin, North + margin);

    /// <summary>True when a place lies in it or on its edge.</summary>
    public bool Holds(SitePoint p) => p.East >= West && p.East <= East && p.North >= South && p.North <= North;

    /// <summary>
    /// The parts of a line that lie in it, segment by segment (Liang and Barsky 1984), so that the time goes with the number of
    /// corners however often the line crosses itself. A part of one point touches only; it is left out.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<SitePoint>> Cut(IReadOnlyList<SitePoint> line)
    {
        var parts = new List<IReadOnlyList<SitePoint>>();
        var part = new List<SitePoint>();
        void Close()
        {
            if (part.Count > 1)
            {
                parts.Add(part);
            }

            part = [];
        }

        for (var i = 1; i < line.Count; i++)
        {
            if (!Within(line[i - 1], line[i], out var from, out var to))
            {
                Close();
                continue;
            }

            var step = line[i] - line[i - 1];
            if (part.Count == 0 || from > 0)
            {
                Close();
                part.Add(from > 0 ? line[i - 1] + (step * from) : line[i - 1]);
            }

            if (to > from)
            {
                part.Add(to < 1 ? line[i - 1] + (step * to) : line[i]);
            }

            if (to < 1)
            {
                Close();
            }
        }

        Close();
        return parts;
    }

    /// <summary>From where to where of a segment lies in it, as shares of its length.</summary>
    private bool Within(SitePoint a, SitePoint b, out double from, out double to)
    {
        (from, to) = (0, 1);
        return Edge(b.East - a.East, West - a.East, ref from, ref to) && Edge(a.East - b.East, a.East - East, ref from, ref to)
            && Edge(b.North - a.North, South - a.North, ref from, ref to) && Edge(a.North - b.North, a.North - North, ref from, ref to);
    }

    /// <summary>One edge: the part where <c>step × t</c> is at least <paramref name="least"/>.</summary>
    private static bool Edge(double step, double least, ref double from, ref double to)
    {
        if (step == 0)
        {
            return least <= 0;
        }

        var at = least / step;
        (from, to) = step > 0 ? (Math.Max(from, at), to) : (from, Math.Min(to, at));
        return from <= to;
    }
}
