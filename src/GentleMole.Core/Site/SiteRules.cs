namespace GentleMole.Core.Site;

/// <summary>
/// What a place, a run and an area of a site are: one rule for what is typed, sent, imported or handed on. A drawing can be
/// made of whatever passes it.
/// </summary>
public static class SiteRules
{
    /// <summary>Farthest a place may lie from the site's origin, east or north, metres. The plane of a site is no map of a country.</summary>
    public const double FarthestMetres = 100_000;

    /// <summary>Points nearer to each other than this are one place, metres: a finger that clicked twice, a drawing's rounding.</summary>
    public const double LeastStepMetres = 0.001;

    /// <summary>True when a place can be on a site.</summary>
    public static bool IsPlace(SitePoint place) => Math.Abs(place.East) <= FarthestMetres && Math.Abs(place.North) <= FarthestMetres;

    /// <summary>The points with those left out that lie where the one before does.</summary>
    public static List<SitePoint> Joined(IEnumerable<SitePoint> points) => Joined(points, p => p);

    /// <summary>What stands at places, with that left out which stands where the one before does.</summary>
    public static List<T> Joined<T>(IEnumerable<T> standing, Func<T, SitePoint> placeOf, double leastMetres = LeastStepMetres)
    {
        var kept = new List<T>();
        foreach (var one in standing)
        {
            if (kept.Count == 0 || placeOf(one).DistanceTo(placeOf(kept[^1])) >= leastMetres)
            {
                kept.Add(one);
            }
        }

        return kept;
    }

    /// <summary>True when a line can be drawn through the points: places of a site, two of them different.</summary>
    public static bool IsRun(IReadOnlyList<SitePoint> points) => points.All(IsPlace) && Joined(points).Count >= 2;

    /// <summary>True when the corners enclose something: see <see cref="DigArea.Check"/>.</summary>
    public static bool IsArea(IReadOnlyList<SitePoint> corners) => DigArea.Check(corners, "").Count == 0;

    /// <summary>A place that somebody gave.</summary>
    /// <returns>An error at the field when it is no place of a site.</returns>
    public static Result<SitePoint> Place(SitePoint place, string field) => IsPlace(place)
        ? place
        : new FieldError(field, FormattableString.Invariant(
            $"{place.East:G9} E, {place.North:G9} N is no place on a site: east and north are metres from its origin, {FarthestMetres / 1000:0} km at most."));

    /// <summary>A line that somebody gave, with points in one place joined.</summary>
    /// <param name="what">What it is, for the sentence: "A run".</param>
    /// <returns>An error at the field when a point is no place of a site, or fewer than two lie apart.</returns>
    public static Result<IReadOnlyList<SitePoint>> Run(IReadOnlyList<SitePoint> points, string field, string what = "A run")
    {
        if (points.FirstOrDefault(p => !IsPlace(p)) is var strange && !IsPlace(strange))
        {
            return Place(strange, field).Errors.ToList();
        }

        var joined = Joined(points);
        return joined.Count >= 2 ? joined : new FieldError(field, $"{what} needs at least two different points.");
    }
}
