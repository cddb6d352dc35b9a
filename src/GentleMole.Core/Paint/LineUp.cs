using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Paint;

/// <summary>
/// The check before lines are painted: three dots that follow each other lie in one line, or the middle one is a bend that more dots must show.
/// </summary>
/// <param name="Point">The middle one.</param>
/// <param name="AsideMetres">How far it lies beside the straight way between its neighbours; + to the right.</param>
/// <param name="IsBend">The line turns so much that it is a bend, not a dot astray.</param>
public sealed record LineUp(MarkPoint Point, double AsideMetres, bool IsBend)
{
    /// <summary>A turn from this on is a bend, degrees.</summary>
    public const double BendDegrees = 20;

    /// <summary>Dots nearer than this show a bend's two sides.</summary>
    private const double ShownMetres = 2;

    /// <summary>Dots to look at again, in order along the line: out of line by more than their ± explain, and bends that no dots nearby show on both sides.</summary>
    /// <param name="line">Its dots.</param>
    /// <param name="isSeenToBend">Whether somebody saw it bend at a place, however little.</param>
    public static IReadOnlyList<LineUp> Of(TracedLine line, Func<SitePoint, bool>? isSeenToBend = null)
    {
        var (points, told) = (line.Points, new List<LineUp>());
        for (var i = 1; i + 1 < points.Count; i++)
        {
            var (before, at, after) = (points[i - 1], points[i], points[i + 1]);
            var (back, on) = (before.Place.DistanceTo(at.Place), at.Place.DistanceTo(after.Place));
            if (before.Place.DistanceTo(after.Place) < 1e-6 || back < 1e-6 || on < 1e-6)
            {
                continue;
            }

            var straight = new Run([before.Place, after.Place]);
            var aside = straight.Project(at.Place).OffsetMetres;
            var share = Math.Clamp(back / (back + on), 0, 1);
            var allowed = Math.Sqrt(Square(at.AcrossHalfWidthMetres) + Square(before.AcrossHalfWidthMetres * (1 - share)) + Square(after.AcrossHalfWidthMetres * share));
            var isBend = isSeenToBend?.Invoke(at.Place) == true || (at.Place - before.Place).Azimuth.ApartFrom((after.Place - at.Place).Azimuth) >= BendDegrees;
            if (Math.Abs(aside) > allowed && !(isBend && back <= ShownMetres && on <= ShownMetres))
            {
                told.Add(new LineUp(at, aside, isBend));
            }
        }

        return told;
    }

    private static double Square(double x) => x * x;
}
