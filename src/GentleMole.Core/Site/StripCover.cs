namespace GentleMole.Core.Site;

/// <summary>Cuts a long plan into sheets: boxes of one size, north up, that together hold everything that is to be seen.</summary>
public static class StripCover
{
    /// <summary>Part of a sheet at each of its edges that its neighbour shows too.</summary>
    public const double Overlap = 0.06;

    private const int StepsAcross = 12;

    /// <summary>
    /// The sheets, from west to east and in each column from south to north (from south to north first where the whole is higher than broad). Taken greedily: the first that
    /// nothing shows yet begins the next sheet, which for points along one axis needs as few as can be.
    /// </summary>
    /// <param name="ways">Lines and outlines; a single point is a place.</param>
    /// <param name="widthMetres">Of one sheet.</param>
    /// <param name="most">So many sheets are made at most.</param>
    /// <returns>Their middles; null when more than <paramref name="most"/> would be needed. Empty without a way.</returns>
    public static IReadOnlyList<SitePoint>? Over(IReadOnlyList<IReadOnlyList<SitePoint>> ways, double widthMetres, double heightMetres, int most)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(widthMetres);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(heightMetres);
        var (wide, high) = (widthMetres * (1 - (2 * Overlap)), heightMetres * (1 - (2 * Overlap)));
        var step = Math.Min(wide, high) / StepsAcross;
        if (ways.Sum(w => w.Zip(w.Skip(1), (a, b) => a.DistanceTo(b)).Sum()) > most * (wide + high) * StepsAcross)
        {
            return null;
        }

        var points = ways.SelectMany(w => Dense(w, step)).ToList();
        if (points.Count == 0)
        {
            return [];
        }

        var isUp = points.Max(p => p.North) - points.Min(p => p.North) > points.Max(p => p.East) - points.Min(p => p.East);
        double Along(SitePoint p) => isUp ? p.North : p.East;
        double Beside(SitePoint p) => isUp ? p.East : p.North;
        var (alongSheet, besideSheet) = isUp ? (high, wide) : (wide, high);
        var sheets = new List<SitePoint>();
        foreach (var column in Groups(points, Along, alongSheet))
        {
            foreach (var sheet in Groups(column, Beside, besideSheet))
            {
                if (sheets.Count == most)
                {
                    return null;
                }

                sheets.Add(new SitePoint((sheet.Min(p => p.East) + sheet.Max(p => p.East)) / 2, (sheet.Min(p => p.North) + sheet.Max(p => p.North)) / 2));
            }
        }

        return sheets;
    }

    /// <summary>Points in their order that lie within a length of the first of them.</summary>
    private static IEnumerable<List<SitePoint>> Groups(IEnumerable<SitePoint> points, Func<SitePoint, double> along, double length)
    {
        var group = new List<SitePoint>();
        foreach (var point in points.OrderBy(along))
        {
            if (group.Count > 0 && along(point) - along(group[0]) > length)
            {
                yield return group;
                group = [];
            }

            group.Add(point);
        }

        if (group.Count > 0)
        {
            yield return group;
        }
    }

    private static IEnumerable<SitePoint> Dense(IReadOnlyList<SitePoint> way, double step)
    {
        for (var i = 0; i < way.Count; i++)
        {
            var steps = i + 1 < way.Count ? Math.Max(1, (int)Math.Ceiling(way[i].DistanceTo(way[i + 1]) / step)) : 1;
            for (var k = 0; k < steps; k++)
            {
                yield return i + 1 < way.Count ? way[i] + ((way[i + 1] - way[i]) * ((double)k / steps)) : way[i];
            }
        }
    }
}
