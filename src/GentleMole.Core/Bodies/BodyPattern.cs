namespace GentleMole.Core.Bodies;

/// <summary>Bodies of one shape that lie one way: a pattern that people make.</summary>
/// <param name="Count">How many.</param>
/// <param name="BearingDegrees">Mean of their directions, 0 to 180 (mean of the doubled angles: Mardia and Jupp, Directional Statistics, 1.3).</param>
/// <param name="ApartMetres">From the middle of one to its nearest neighbour's, the median.</param>
public sealed record BodyPattern(int Count, double BearingDegrees, double ApartMetres)
{
    private const int Fewest = 3;
    private const int FewestOthers = 2;

    /// <summary>The pattern among bodies; null where fewer than three lie alike.</summary>
    public static BodyPattern? Of(IReadOnlyList<RadarBody> bodies)
    {
        var alike = bodies.Where(b => b.Facts.Alike >= FewestOthers).ToList();
        if (alike.Count < Fewest)
        {
            return null;
        }

        var apart = alike.Select(a => alike.Where(b => b != a).Min(b => b.Box.Middle.DistanceTo(a.Box.Middle))).Order().ToList();
        return new BodyPattern(alike.Count, ((MeanBearing(alike.Select(b => b.Box.Bearing)) * 180 / Math.PI) + 360) % 180, apart[apart.Count / 2]);
    }

    /// <summary>Mean of directions without an arrow, radians.</summary>
    internal static double MeanBearing(IEnumerable<double> bearings)
    {
        var (sin, cos) = (0.0, 0.0);
        foreach (var bearing in bearings)
        {
            (sin, cos) = (sin + Math.Sin(2 * bearing), cos + Math.Cos(2 * bearing));
        }

        return Math.Atan2(sin, cos) / 2;
    }
}
