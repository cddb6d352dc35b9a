using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;
using OwnersDrawing = GentleMole.Exchange.Drawings.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>The parts of a drawing as they lie on the site: worked out once for each way of laying it.</summary>
internal sealed class LaidDrawing
{
    /// <summary>No coordinate of a drawing that is of this earth lies farther than this from a site.</summary>
    private const double FarthestDrawnMetres = 1e7;

    /// <param name="near">Only what lies in it is kept; null for all.</param>
    /// <exception cref="DrawingException">A coordinate is no place on earth.</exception>
    public LaidDrawing(OwnersDrawing drawing, Func<SitePoint, SitePoint> toSite, SiteBox? near)
    {
        var parts = new List<(DrawnShape, IReadOnlyList<SitePoint>)>();
        NearestMetres = double.PositiveInfinity;
        foreach (var shape in drawing.Shapes)
        {
            var points = shape.Points.Select(toSite).ToList();
            if (!points.TrueForAll(p => p.Length < FarthestDrawnMetres))
            {
                LeftOut++;
                continue;
            }

            LeftOut += shape.Kind is DrawnKind.Line or DrawnKind.Area && SiteRules.Joined(points).Count < 2 ? 1 : 0;
            NearestMetres = Math.Min(NearestMetres, points.Min(p => p.Length));
            if (near is not { } box)
            {
                parts.Add((shape, points));
            }
            else if (points.Count == 1)
            {
                parts.AddRange(box.Holds(points[0]) ? [(shape, points)] : []);
            }
            else
            {
                parts.AddRange(box.Cut(points).Select(part => (shape, part)));
            }
        }

        Parts = parts;
    }

    public IReadOnlyList<(DrawnShape Shape, IReadOnlyList<SitePoint> Points)> Parts { get; }

    /// <summary>Parts that are no line on any site: without length, or with a coordinate off the earth.</summary>
    public int LeftOut { get; }

    /// <summary>Nearest corner to the site's origin; infinite when there is none.</summary>
    public double NearestMetres { get; }
}
