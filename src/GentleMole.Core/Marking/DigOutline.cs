using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Marking;

/// <summary>
/// Lays out the white outline of a proposed dig: dashes 150–300 mm long and 25 mm wide every 1.2–15 m, closer where sight is
/// poor, dots on curves, arrows along a route with its laterals, marks at kerbs, or one centre stake. Usual practice;
/// local rules win.
/// </summary>
public static class DigOutline
{
    /// <summary>Marks stand no closer than this, metres.</summary>
    public const double ShortestSpacing = 1.2;

    /// <summary>Nor farther apart, metres.</summary>
    public const double LongestSpacing = 15;

    /// <summary>Length of a dash.</summary>
    public const double DashLengthMetres = 0.3;

    /// <summary>Width of a dash.</summary>
    public const double DashWidthMetres = 0.025;

    /// <summary>One stake serves a dig up to this far round it, metres.</summary>
    public const double CentreStakeRadius = 15;

    /// <summary>The outline may be at most so old when the call is made.</summary>
    public const int OldestDays = 2;

    /// <summary>Paint that covers a square metre of road or grass, millilitres.</summary>
    private const double PaintPerSquareMetre = 350;

    /// <summary>Legs shorter than this that turn gently one after another are a curve.</summary>
    private const double CurveLegMetres = 4;
    private const double CurveTurnDegrees = 40;

    /// <summary>Spacing that the tool would choose: a side gets several marks, and never more than the eye can join.</summary>
    public static double ChooseSpacing(double lengthMetres, bool poorSight) =>
        Math.Clamp(Math.Round(lengthMetres / 12, 1), ShortestSpacing, poorSight ? 3 : LongestSpacing);

    /// <summary>Lays out the marks; errors at <c>spacing</c>, <c>style</c> or <c>corners</c>.</summary>
    public static Result<OutlinePlan> Lay(OutlineOrder order)
    {
        var isRoute = order.Route.Count >= 2;
        if (!isRoute && order.Corners.Count < 3)
        {
            return new FieldError("corners", "Draw the dig first: an area with three corners or more, or a route.");
        }

        if (order.SpacingMetres is < ShortestSpacing or > LongestSpacing)
        {
            return new FieldError("spacing", $"Marks stand {ShortestSpacing} to {LongestSpacing} m apart.");
        }

        var (centre, radius) = Enclosing.Circle(order.Corners.Concat(order.Route).Concat(order.Laterals.SelectMany(l => l)));
        var fits = radius <= CentreStakeRadius;
        if (order.Style == OutlineStyle.CentreStake && !fits)
        {
            return new FieldError("style", $"One stake serves up to {CentreStakeRadius:0} m round it; this dig needs {radius:0.0} m. Choose dashes, flags or stakes.");
        }

        var edge = isRoute ? order.Route : [.. order.Corners, order.Corners[0]];
        var spacing = order.SpacingMetres ?? ChooseSpacing(new Run(edge).Length, order.PoorSight);
        var marks = new List<OutlineMark>();
        if (order.Style == OutlineStyle.CentreStake)
        {
            marks.Add(new OutlineMark(1, OutlineMarkKind.CentreStake, centre, default));
        }
        else
        {
            var found = isRoute ? AlongRoute(order, spacing) : AlongEdge(edge, spacing, order.Style);
            found = found.Concat(AtKerbs(edge, order));
            marks.AddRange(found.Select((m, i) => m with { Number = i + 1 }));
        }

        return new OutlinePlan(marks, spacing, centre, radius, fits, Paint(marks));
    }

    /// <summary>What is written on the marks: who digs, and the day.</summary>
    public static string Label(string digger, LocalDate? day, OutlinePlan plan, OutlineStyle style)
    {
        var who = MarkLabel.Initials(digger) is { Length: > 0 } letters ? letters : digger;
        var when = day is { } d ? d.ToString("d MMM yy", System.Globalization.CultureInfo.InvariantCulture) : "";
        var size = style == OutlineStyle.CentreStake ? FormattableString.Invariant($"R {Math.Ceiling(plan.RadiusMetres * 10) / 10:0.0} m") : "";
        return string.Join("  ", new[] { "DIG", who, size, when }.Where(t => t.Length > 0));
    }

    /// <summary>First day on which the outline may be painted for a call on a day.</summary>
    public static LocalDate EarliestDay(LocalDate call) => call.PlusDays(-OldestDays);

    private static IEnumerable<OutlineMark> AlongEdge(IReadOnlyList<SitePoint> edge, double spacing, OutlineStyle style)
    {
        var straight = style switch { OutlineStyle.Flags => OutlineMarkKind.Flag, OutlineStyle.Stakes => OutlineMarkKind.Stake, OutlineStyle.Dashes or OutlineStyle.CentreStake => OutlineMarkKind.Dash };
        var curved = style == OutlineStyle.Dashes ? OutlineMarkKind.Dot : straight;
        foreach (var (leg, isCurve) in Legs(edge))
        {
            var run = new Run(leg);
            var azimuth = run.DirectionAt(0).Azimuth;
            if (isCurve)
            {
                // Dots follow a curve more closely than dashes follow a side; its ends belong to the legs beside it.
                var dots = Math.Max(2, (int)Math.Ceiling(run.Length / Math.Max(ShortestSpacing, spacing / 2)));
                for (var i = 0; i <= dots; i++)
                {
                    var at = run.Length * i / dots;
                    yield return new OutlineMark(0, curved, run.At(at), run.DirectionAt(at).Azimuth);
                }
            }
            else
            {
                // From corner to corner, so that every corner is shown by the dashes of both sides.
                var gaps = Math.Max(1, (int)Math.Ceiling(run.Length / spacing));
                var half = style == OutlineStyle.Dashes ? Math.Min(DashLengthMetres / 2, run.Length / 4) : 0;
                for (var i = 0; i <= gaps; i++)
                {
                    // A flag at a corner serves both sides; a dash shows its own.
                    if (i == gaps && style != OutlineStyle.Dashes)
                    {
                        continue;
                    }

                    yield return new OutlineMark(0, straight, run.At(Math.Clamp(run.Length * i / gaps, half, run.Length - half)), azimuth);
                }
            }
        }
    }

    private static IEnumerable<OutlineMark> AlongRoute(OutlineOrder order, double spacing)
    {
        foreach (var line in order.Laterals.Where(l => l.Count >= 2).Prepend(order.Route))
        {
            var run = new Run(line);
            var gaps = Math.Max(1, (int)Math.Ceiling(run.Length / spacing));
            var kind = order.Style switch { OutlineStyle.Flags => OutlineMarkKind.Flag, OutlineStyle.Stakes => OutlineMarkKind.Stake, OutlineStyle.Dashes or OutlineStyle.CentreStake => OutlineMarkKind.Arrow };
            var chainages = Enumerable.Range(0, gaps + 1).Select(i => run.Length * i / gaps)
                .Concat(Enumerable.Range(1, Math.Max(0, run.Points.Count - 2)).Select(run.ChainageOf)).Order().ToList();
            var last = double.NegativeInfinity;
            foreach (var chainage in chainages.Where(c => c - last > 0.5 || c == chainages[^1]))
            {
                last = chainage;
                yield return new OutlineMark(0, kind, run.At(chainage), run.DirectionAt(Math.Min(chainage, run.Length - 1e-6)).Azimuth);
            }
        }
    }

    private static IEnumerable<OutlineMark> AtKerbs(IReadOnlyList<SitePoint> edge, OutlineOrder order)
    {
        var lines = order.Laterals.Where(l => l.Count >= 2).Prepend(edge).Select(l => new Run(l));
        foreach (var (line, kerb) in lines.SelectMany(_ => order.Kerbs, (line, kerb) => (line, kerb)))
        {
            foreach (var crossing in line.CrossingsWith(kerb))
            {
                yield return new OutlineMark(0, OutlineMarkKind.KerbMark, crossing.Point, line.DirectionAt(crossing.ChainageMetres).Azimuth);
            }
        }
    }

    /// <summary>Parts an edge into straight sides and curves: runs of short legs that turn gently.</summary>
    private static IEnumerable<(IReadOnlyList<SitePoint> Points, bool Curve)> Legs(IReadOnlyList<SitePoint> edge)
    {
        bool Gentle(int corner)
        {
            if (corner <= 0 || corner >= edge.Count - 1)
            {
                return false;
            }

            var (before, after) = (edge[corner] - edge[corner - 1], edge[corner + 1] - edge[corner]);
            var turn = after.Azimuth.ApartFrom(before.Azimuth);
            return turn is > 1 and < CurveTurnDegrees && Math.Min(before.Length, after.Length) < CurveLegMetres;
        }

        var curve = new List<SitePoint>();
        for (var i = 0; i + 1 < edge.Count; i++)
        {
            var isShort = edge[i].DistanceTo(edge[i + 1]) < CurveLegMetres;
            if (isShort && (Gentle(i) || Gentle(i + 1)))
            {
                if (curve.Count == 0)
                {
                    curve.Add(edge[i]);
                }

                curve.Add(edge[i + 1]);
                continue;
            }

            if (curve.Count > 0)
            {
                yield return (curve, true);
                curve = [];
            }

            if (edge[i].DistanceTo(edge[i + 1]) > 1e-6)
            {
                yield return ([edge[i], edge[i + 1]], false);
            }
        }

        if (curve.Count > 0)
        {
            yield return (curve, true);
        }
    }

    private static double Paint(IEnumerable<OutlineMark> marks) => marks.Sum(m => m.Kind switch
    {
        OutlineMarkKind.Dash or OutlineMarkKind.KerbMark => DashLengthMetres * DashWidthMetres,
        OutlineMarkKind.Dot => Math.PI * DashWidthMetres * DashWidthMetres,
        OutlineMarkKind.Arrow => 2 * DashLengthMetres * DashWidthMetres,
        OutlineMarkKind.Flag or OutlineMarkKind.Stake or OutlineMarkKind.CentreStake => 0,
    }) * PaintPerSquareMetre;
}
