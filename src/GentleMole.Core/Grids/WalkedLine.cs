using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>A line of a grid.</summary>
internal readonly record struct WalkedLine(SitePoint From, SitePoint Way, double Length)
{
    public SitePoint At(double along) => From + (Way * along);

    /// <summary>
    /// Where a way that leaves a place crosses the line: how far along the way, how far along the line, and the sine of the angle between
    /// them. Null when they do not meet within both, or meet flatter than where a top still shows.
    /// </summary>
    public (double Ahead, double Along, double Sine)? Crossed(SitePoint from, SitePoint way, double most)
    {
        var cross = way.Dot(Way.Right);
        if (Math.Abs(cross) < LeastSine)
        {
            return null;
        }

        var to = From - from;
        var ahead = to.Dot(Way.Right) / cross;
        var along = ((way * ahead) - to).Dot(Way);
        return ahead > 1e-6 && ahead <= most && along >= 0 && along <= Length ? (ahead, along, Math.Abs(cross)) : null;
    }

    /// <summary>Flatter crossings than some 20° show no clear top.</summary>
    public static readonly double LeastSine = Math.Sin(20 * Math.PI / 180);

    /// <summary>The median, over all lines, of the way square to it from its middle to the nearest line along it.</summary>
    public static double SpacingOf(WalkedLine[] lines)
    {
        var nearest = new List<double>();
        foreach (var line in lines)
        {
            var (middle, least) = (line.At(line.Length / 2), double.PositiveInfinity);
            foreach (var other in lines)
            {
                if (Math.Abs(line.Way.Dot(other.Way)) > AlongCosine && Math.Abs((middle - other.From).Dot(other.Way.Right)) is > TooNear and var apart)
                {
                    least = Math.Min(least, apart);
                }
            }

            if (least < double.PositiveInfinity)
            {
                nearest.Add(least);
            }
        }

        return nearest.Count == 0 ? UsualSpacing : nearest.Order().ElementAt(nearest.Count / 2);
    }

    private const double AlongCosine = 0.87;
    private const double TooNear = 0.02;
    private const double UsualSpacing = 0.6;
}
