using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Practice;

/// <summary>A pipe that a radar line goes along: its top, seen from the line.</summary>
/// <param name="Points">East is along the line, north to its left.</param>
/// <param name="Covers">Surface to its top at each point, metres.</param>
public sealed record PipeAlong(BuriedKind Kind, double RadiusMetres, IReadOnlyList<SitePoint> Points, IReadOnlyList<double> Covers)
{
    /// <summary>Farther to the side than this it is not heard, metres.</summary>
    private const double AsideMetres = 1.5;

    /// <summary>The pieces of a pipe that go along a straight way, as one; null where none does.</summary>
    /// <param name="flatDegrees">Up to this angle a piece goes along.</param>
    public static PipeAlong? Of(BuriedPipe pipe, Run way, double flatDegrees)
    {
        var (start, ahead) = (way.Points[0], (way.Points[^1] - way.Points[0]).Unit());
        var (points, covers) = (new List<SitePoint>(), new List<double>());
        var run = pipe.Line.Run;
        for (var i = 0; i < run.Points.Count; i++)
        {
            var leg = run.Points[Math.Min(i + 1, run.Points.Count - 1)] - run.Points[Math.Min(i, run.Points.Count - 2)];
            var turn = Azimuth.Of(leg).ApartFrom(Azimuth.Of(ahead));
            if (Math.Min(turn, 180 - turn) >= flatDegrees)
            {
                if (points.Count > 1)
                {
                    break;
                }

                points.Clear();
                covers.Clear();
                continue;
            }

            var to = run.Points[i] - start;
            points.Add(new SitePoint(to.Dot(ahead), -to.Dot(ahead.Right)));
            covers.Add(Math.Max(0.02, pipe.Line.DepthAt(run.ChainageOf(i)).Metres - pipe.RadiusMetres));
        }

        return points.Count > 1 && points.Exists(p => Math.Abs(p.North) < AsideMetres) ? new PipeAlong(pipe.Kind, pipe.RadiusMetres, points, covers) : null;
    }

    /// <summary>Distance from the antennas over a place to the nearest point of its top, and the cover there; null where it has ended or lies too far aside.</summary>
    public (double AwayMetres, double CoverMetres)? SeenFrom(double alongMetres)
    {
        for (var i = 1; i < Points.Count; i++)
        {
            var (a, b) = (Points[i - 1], Points[i]);
            var leg = b - a;
            var part = (new SitePoint(alongMetres, 0) - a).Dot(leg) / leg.Dot(leg);
            if (part is < 0 or > 1)
            {
                continue;
            }

            var (foot, cover) = (a + (leg * part), Covers[i - 1] + ((Covers[i] - Covers[i - 1]) * part));
            var aside = foot.DistanceTo(new SitePoint(alongMetres, 0));
            return aside < AsideMetres ? (Math.Sqrt((aside * aside) + Math.Pow(cover + RadiusMetres, 2)) - RadiusMetres, cover) : null;
        }

        return null;
    }
}
