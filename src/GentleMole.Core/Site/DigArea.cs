using NetTopologySuite.Algorithm;
using NetTopologySuite.Geometries;
using NetTopologySuite.Operation.Buffer;

namespace GentleMole.Core.Site;

/// <summary>The area or route in which somebody is going to dig.</summary>
public static class DigArea
{
    /// <summary>Most corners that can be drawn; more is a mistake of the finger.</summary>
    public const int MostCorners = 200;

    /// <summary>The wrong things about a list of corners, if any; an empty list means that it can be used.</summary>
    public static IReadOnlyList<FieldError> Check(IReadOnlyList<SitePoint> corners, string field)
    {
        if (corners.FirstOrDefault(c => !SiteRules.IsPlace(c)) is var strange && !SiteRules.IsPlace(strange))
        {
            return SiteRules.Place(strange, field).Errors;
        }

        corners = SiteRules.Joined(corners);
        if (corners.Count < 3)
        {
            return [new FieldError(field, $"The dig area has {corners.Count} corner{(corners.Count == 1 ? "" : "s")}; it needs at least 3.")];
        }

        if (corners.Count > MostCorners)
        {
            return [new FieldError(field, $"The dig area has {corners.Count} corners; {MostCorners} is the most.")];
        }

        var ring = Ring(corners);
        if (ring.ConvexHull().Area < 0.01)
        {
            return [new FieldError(field, "The dig area has no width. Give corners on both sides of it.")];
        }

        return ring.IsValid
            ? []
            : [new FieldError(field, "The outline of the dig area crosses itself. Give the corners in order, round the edge.")];
    }

    /// <summary>True when a place lies inside a ring of corners; nothing lies in fewer than three.</summary>
    public static bool Holds(IReadOnlyList<SitePoint> corners, SitePoint place) =>
        corners.Count >= 3 && RayCrossingCounter.LocatePointInRing(
            new Coordinate(place.East, place.North), [.. corners.Append(corners[0]).Select(c => new Coordinate(c.East, c.North))]) != Location.Exterior;

    /// <summary>
    /// The area of a trench or bore: a strip of a width round its middle line and its laterals. Errors at the field of the
    /// route or of the laterals.
    /// </summary>
    public static Result<IReadOnlyList<SitePoint>> AroundRoute(
        IReadOnlyList<SitePoint> route, IReadOnlyList<IReadOnlyList<SitePoint>> laterals, double widthMetres, string routeField, string lateralField)
    {
        var middle = SiteRules.Run(route, routeField, "A route");
        if (!middle.IsGood)
        {
            return middle.Errors.ToList();
        }

        if (laterals.Any(l => !SiteRules.IsRun(l)))
        {
            return new FieldError(lateralField, "Each lateral needs at least two different points; leave an empty line between laterals.");
        }

        var strip = Lines(laterals.Prepend(route)).Buffer(widthMetres / 2, new BufferParameters(4, EndCapStyle.Flat, JoinStyle.Mitre, 3));
        return strip is not Polygon polygon
            ? new FieldError(lateralField, "Each lateral must begin on the route.")
            : polygon.ExteriorRing.NumPoints - 1 > MostCorners
                ? new FieldError(routeField, $"The route has too many bends; its outline would have more than {MostCorners} corners.")
                : polygon.ExteriorRing.Coordinates.SkipLast(1).Select(c => new SitePoint(c.X, c.Y)).ToList();
    }

    /// <summary>The area and so many metres round it, corners kept sharp; the area itself where that encloses nothing plain.</summary>
    public static IReadOnlyList<SitePoint> Widened(IReadOnlyList<SitePoint> corners, double metres) =>
        Ring(corners).Buffer(metres, new BufferParameters(4, EndCapStyle.Flat, JoinStyle.Mitre, 3)) is Polygon wide && wide.ExteriorRing.NumPoints - 1 <= MostCorners
            ? [.. wide.ExteriorRing.Coordinates.SkipLast(1).Select(c => new SitePoint(c.X, c.Y))]
            : corners;

    /// <summary>Area in square metres.</summary>
    public static double Area(IReadOnlyList<SitePoint> corners) => Ring(corners).Area;

    /// <summary>
    /// The middle line of the dig along its longest direction, west to east (south to north when it runs that way):
    /// where the section is cut. Axis of the smallest rectangle round the area.
    /// </summary>
    public static Run Axis(IReadOnlyList<SitePoint> corners)
    {
        var rectangle = MinimumAreaRectangle.GetMinimumRectangle(Ring(corners)).Coordinates;
        SitePoint P(int i) => new(rectangle[i].X, rectangle[i].Y);
        var (a, b, c, d) = (P(0), P(1), P(2), P(3));
        var (from, to) = a.DistanceTo(b) >= b.DistanceTo(c)
            ? ((a + d) * 0.5, (b + c) * 0.5)
            : ((a + b) * 0.5, (c + d) * 0.5);
        var ahead = to - from;
        var backwards = Math.Abs(ahead.East) >= Math.Abs(ahead.North) ? ahead.East < 0 : ahead.North < 0;
        return backwards ? new Run([to, from]) : new Run([from, to]);
    }

    /// <summary>True when a point lies in the area or within the margin of it.</summary>
    public static bool Touches(IReadOnlyList<SitePoint> corners, SitePoint point, double marginMetres) =>
        Ring(corners).IsWithinDistance(new Point(point.East, point.North), marginMetres);

    private static MultiLineString Lines(IEnumerable<IReadOnlyList<SitePoint>> lines) =>
        new([.. lines.Select(l => new LineString([.. l.Select(p => new Coordinate(p.East, p.North))]))]);

    private static Polygon Ring(IReadOnlyList<SitePoint> corners) =>
        new(new LinearRing([.. corners.Append(corners[0]).Select(p => new Coordinate(p.East, p.North))]));
}
