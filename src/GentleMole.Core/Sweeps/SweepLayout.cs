using GentleMole.Core.Site;

namespace GentleMole.Core.Sweeps;

/// <summary>Passes laid for a sweep, in the order in which they are walked: up one, down the next. An obstacle cuts a pass in two; what is cut off is not walked.</summary>
public static class SweepLayout
{
    /// <summary>Most passes of a sweep.</summary>
    public const int MostPasses = 400;

    /// <summary>A piece shorter than this is not worth walking, metres.</summary>
    public const double LeastPassMetres = 1;

    /// <summary>Chords of a circle are about this long, metres.</summary>
    private const double ChordMetres = 2.5;

    /// <summary>Round a place, clockwise from one bearing over so many degrees.</summary>
    public static IReadOnlyList<SweepPass> Circle(SitePoint centre, double radiusMetres, Azimuth from, double degrees, SweepMode mode)
    {
        var chords = Math.Max(3, (int)Math.Round(radiusMetres * degrees * Math.PI / 180 / ChordMetres));
        SitePoint At(int i) => centre + (from.Turned(degrees * i / chords).Direction * radiusMetres);
        return [.. Enumerable.Range(0, chords).Select(i => new SweepPass(At(i), At(i + 1), mode))];
    }

    /// <summary>Round a place as a square, two sides along a direction and two square to it.</summary>
    public static IReadOnlyList<SweepPass> Box(SitePoint centre, double halfMetres, Azimuth along, SweepMode mode)
    {
        var (ahead, right) = (along.Direction * halfMetres, along.Direction.Right * halfMetres);
        SitePoint[] corners = [centre - ahead - right, centre + ahead - right, centre + ahead + right, centre - ahead + right];
        return [.. corners.Select((c, i) => new SweepPass(c, corners[(i + 1) % 4], mode))];
    }

    /// <summary>Back and forth over an area, passes along a direction.</summary>
    /// <param name="area">Corners of a polygon without crossings.</param>
    /// <param name="obstacles">Polygons nobody walks through.</param>
    public static IReadOnlyList<SweepPass> Comb(IReadOnlyList<SitePoint> area, IReadOnlyList<IReadOnlyList<SitePoint>> obstacles, Azimuth along, double spacingMetres, SweepMode mode)
    {
        var (ahead, right) = (along.Direction, along.Direction.Right);
        var (least, most) = (area.Min(p => p.Dot(right)), area.Max(p => p.Dot(right)));

        // The passes stand in the middle of their strips, so that the edges are heard as well as the middle.
        var count = Math.Max(1, (int)Math.Ceiling(((most - least) / spacingMetres) - 1e-9));
        if (count > MostPasses)
        {
            return [];
        }

        var passes = new List<SweepPass>();
        for (var i = 0; i < count; i++)
        {
            var aside = least + ((most - least) * (i + 0.5) / count);
            var pieces = Cuts(area, ahead, right, aside);
            foreach (var obstacle in obstacles)
            {
                pieces = Without(pieces, Cuts(obstacle, ahead, right, aside));
            }

            var walked = pieces.Where(p => p.To - p.From >= LeastPassMetres).ToList();
            if (i % 2 == 1)
            {
                walked.Reverse();
                walked = [.. walked.Select(p => (p.To, p.From))];
            }

            passes.AddRange(walked.Select(p => new SweepPass((ahead * p.From) + (right * aside), (ahead * p.To) + (right * aside), mode)));
        }

        return passes;
    }

    /// <summary>Both ways over an area: along a direction, then square to it.</summary>
    public static IReadOnlyList<SweepPass> Grid(
        IReadOnlyList<SitePoint> area, IReadOnlyList<IReadOnlyList<SitePoint>> obstacles, Azimuth along, double spacingMetres, bool isBothWays, SweepMode mode) =>
        [.. Comb(area, obstacles, along, spacingMetres, mode), .. isBothWays ? Comb(area, obstacles, along.Turned(90), spacingMetres, mode) : []];

    /// <summary>From where to where a line at a distance to the right lies in a polygon, along its direction (even–odd rule).</summary>
    private static List<(double From, double To)> Cuts(IReadOnlyList<SitePoint> polygon, SitePoint ahead, SitePoint right, double aside)
    {
        var at = new List<double>();
        for (var i = 0; i < polygon.Count; i++)
        {
            var (a, b) = (polygon[i], polygon[(i + 1) % polygon.Count]);
            var (ra, rb) = (a.Dot(right) - aside, b.Dot(right) - aside);
            if (ra < 0 != rb < 0)
            {
                at.Add((a + ((b - a) * (ra / (ra - rb)))).Dot(ahead));
            }
        }

        at.Sort();
        return [.. Enumerable.Range(0, at.Count / 2).Select(i => (at[2 * i], at[(2 * i) + 1]))];
    }

    private static List<(double From, double To)> Without(List<(double From, double To)> pieces, List<(double From, double To)> cuts)
    {
        foreach (var cut in cuts)
        {
            pieces = [.. pieces.SelectMany(p => cut.To <= p.From || cut.From >= p.To
                ? [p]
                : new[] { (p.From, To: cut.From), (From: cut.To, p.To) }.Where(q => q.To > q.From))];
        }

        return pieces;
    }
}
