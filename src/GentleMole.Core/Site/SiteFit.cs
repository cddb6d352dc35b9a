using NetTopologySuite.Algorithm;
using NetTopologySuite.Geometries;

namespace GentleMole.Core.Site;

/// <summary>Turns drawing coordinates into site metres: x' = s·R(θ)·x + t.</summary>
/// <param name="ResidualsMetres">How far each pair misses after the fit, in the order given.</param>
public sealed record SiteFit(double Scale, double TurnDegrees, SitePoint Shift, IReadOnlyList<double> ResidualsMetres)
{
    /// <summary>The drawing's unit, near enough to be a mistake of measure rather than of unit.</summary>
    private const double MostStretch = 0.05;

    /// <summary>A point of the drawing on the site.</summary>
    public SitePoint Apply(SitePoint p)
    {
        var (sin, cos) = Math.SinCos(TurnDegrees * Math.PI / 180);
        return new SitePoint((Scale * ((cos * p.East) - (sin * p.North))) + Shift.East, (Scale * ((sin * p.East) + (cos * p.North))) + Shift.North);
    }

    /// <summary>
    /// Least squares over two or more pairs (Procrustes in the plane). The drawing's unit is taken as the nearest usual one
    /// (millimetre, centimetre, inch, foot, metre) and the fit then only turns and shifts, so that the residuals show how
    /// well the points agree: two points that are 20.3 m apart on paper and 20.0 m on site miss by 0.15 m each. A drawing in
    /// no usual unit is scaled freely, which two points always satisfy.
    /// </summary>
    /// <returns>An error at <c>pairs</c> when fewer than two different points are given.</returns>
    public static Result<SiteFit> Of(IReadOnlyList<FitPair> pairs)
    {
        if (pairs.Count < 2 || pairs.Select(p => p.Drawing).Distinct().Count() < 2 || pairs.Select(p => p.Site).Distinct().Count() < 2)
        {
            return new FieldError("pairs", "The fit needs two different points, each with its place in the drawing and on the site.");
        }

        var from = Mean(pairs.Select(p => p.Drawing));
        var to = Mean(pairs.Select(p => p.Site));
        double dot = 0, cross = 0, size = 0;
        foreach (var (drawing, site) in pairs)
        {
            var (a, b) = (drawing - from, site - to);
            dot += a.Dot(b);
            cross += (a.East * b.North) - (a.North * b.East);
            size += a.Dot(a);
        }

        var free = Math.Sqrt((dot * dot) + (cross * cross)) / size;
        double[] units = [0.001, 0.01, 0.0254, 0.3048, 1];
        var unit = units.MinBy(u => Math.Abs(Math.Log(free / u)));
        var scale = Math.Abs((free / unit) - 1) <= MostStretch ? unit : free;
        var turn = Math.Atan2(cross, dot) * 180 / Math.PI;
        var bare = new SiteFit(scale, turn, default, []);
        var fit = bare with { Shift = to - bare.Apply(from) };
        return fit with { ResidualsMetres = [.. pairs.Select(p => fit.Apply(p.Drawing).DistanceTo(p.Site))] };
    }

    private static SitePoint Mean(IEnumerable<SitePoint> points)
    {
        var list = points.ToList();
        return new SitePoint(list.Average(p => p.East), list.Average(p => p.North));
    }
}
