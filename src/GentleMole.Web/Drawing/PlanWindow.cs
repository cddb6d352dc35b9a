using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using NetTopologySuite.Geometries;
using NetTopologySuite.Simplify;

namespace GentleMole.Web.Drawing;

/// <summary>
/// Lines and dots as far as a part of the plan shows them at its scale: lines no finer than a pixel, and of dots that would
/// lie on top of each other the ones that matter most. Drawn closer, the same sheet shows more of them.
/// </summary>
internal sealed class PlanWindow
{
    /// <summary>So many dots are drawn at once; as many as that are drawn however close they lie.</summary>
    private const int MostDots = 240;

    /// <summary>Corners up to which a line is drawn as it is.</summary>
    private const int FewCorners = 40;

    /// <summary>More corners than these in one part are a tangle.</summary>
    private const int ManyCorners = 5000;

    private PlanWindow(JobSheet sheet, double west, double north, int width, int height, double metresPerPixel)
    {
        (Sheet, West, North, MetresPerPixel) = (sheet, west, north, metresPerPixel);
        (SpanEast, SpanNorth) = (width * metresPerPixel, height * metresPerPixel);
        Dots = Chosen();
        Lines = [.. sheet.Lines.Select(Line)];
    }

    private PlanWindow(PlanWindow other, JudgedDot selected)
    {
        (Sheet, West, North, MetresPerPixel, SpanEast, SpanNorth) = (other.Sheet, other.West, other.North, other.MetresPerPixel, other.SpanEast, other.SpanNorth);
        (Lines, IsThinned, Selected) = (other.Lines, other.IsThinned, selected);
        Dots = other.Dots.SelectMany(d => d).Where(d => d.Reading.Id != selected.Reading.Id).Append(selected).ToLookup(d => d.Reading.LineId ?? 0);
    }

    /// <param name="selected">Drawn in any case, with a ring.</param>
    /// <param name="west">East of the left edge.</param>
    /// <param name="north">North of the upper edge.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    public static PlanWindow Of(JobSheet sheet, JudgedDot? selected, double west, double north, int width, int height, double metresPerPixel)
    {
        var window = sheet.Drawn.Get(
            (nameof(PlanWindow), west, north, width, height, metresPerPixel), () => new PlanWindow(sheet, west, north, width, height, metresPerPixel));
        return selected is null ? window : new PlanWindow(window, selected);
    }

    public JobSheet Sheet { get; }

    public JudgedDot? Selected { get; }

    public double West { get; }

    public double North { get; }

    public double SpanEast { get; }

    public double SpanNorth { get; }

    public double MetresPerPixel { get; }

    public IReadOnlyList<WindowLine> Lines { get; }

    /// <summary>Dots that are drawn, by the line that they are on.</summary>
    public ILookup<int, JudgedDot> Dots { get; }

    /// <summary>True when less is drawn than there is: a closer look is worth asking for.</summary>
    public bool IsThinned { get; private set; }

    /// <summary>The parts of a line that lie in or near the window, simplified to what a pixel can show.</summary>
    public IReadOnlyList<IReadOnlyList<SitePoint>> InView(IReadOnlyList<SitePoint> points) => Cut(points, Math.Max(SpanEast, SpanNorth));

    /// <summary>The parts of a line as traced, else as planned, that lie in the window itself: of what is drawn, so that a long line is gone through once.</summary>
    public IEnumerable<Run> InSight(SheetLine line) =>
        Lines.First(l => l.Line == line).Parts is { Count: > 0 } drawn ? drawn.SelectMany(InSight) : line.BestRun is { } run ? InSight(run.Points) : [];

    /// <summary>The parts of a line that lie in the window itself.</summary>
    public IEnumerable<Run> InSight(IReadOnlyList<SitePoint> points) =>
        Cut(points, 0).Where(SiteRules.IsRun).Select(p => new Run(p));

    private List<IReadOnlyList<SitePoint>> Cut(IReadOnlyList<SitePoint> points, double margin) =>
        [.. new SiteBox(West - margin, North - SpanNorth - margin, West + SpanEast + margin, North + margin).Cut(points).Select(Thin)];

    /// <summary>Without the corners that no pixel could show.</summary>
    private IReadOnlyList<SitePoint> Thin(IReadOnlyList<SitePoint> part)
    {
        if (part.Count <= FewCorners)
        {
            return part;
        }

        // First in one pass; what is left is simplified as a shape unless it is a tangle, on which that would take for ever.
        var step = MetresPerPixel * 0.4;
        var apart = new List<SitePoint> { part[0] };
        foreach (var point in part.Skip(1).SkipLast(1))
        {
            if (apart[^1].DistanceTo(point) >= step)
            {
                apart.Add(point);
            }
        }

        apart.Add(part[^1]);
        return apart.Count > ManyCorners
            ? apart
            : [.. DouglasPeuckerSimplifier.Simplify(new LineString([.. apart.Select(p => new Coordinate(p.East, p.North))]), step)
                .Coordinates.Select(c => new SitePoint(c.X, c.Y))];
    }

    private WindowLine Line(SheetLine line)
    {
        var traced = line.Traced.Points;
        if (traced.Count < 2)
        {
            return new WindowLine(line, [], []);
        }

        IsThinned |= traced.Count > FewCorners;
        var doubts = new List<List<SitePoint>>();
        foreach (var stretch in line.Traced.Stretches.Where(s => s.Confidence != Verdict.Sound))
        {
            if (doubts.Count == 0 || doubts[^1][^1] != stretch.From.Place)
            {
                doubts.Add([stretch.From.Place]);
            }

            doubts[^1].Add(stretch.To.Place);
        }

        return new WindowLine(line, InView([.. traced.Select(p => p.Place)]), [.. doubts.SelectMany(InView)]);
    }

    private ILookup<int, JudgedDot> Chosen()
    {
        // A little beyond the edges, so that a small move shows no gap.
        var margin = Math.Max(SpanEast, SpanNorth) / 4;
        bool IsNear(SitePoint p) => p.East > West - margin && p.East < West + SpanEast + margin && p.North < North + margin && p.North > North - SpanNorth - margin;
        var near = Sheet.Lines.SelectMany(l => l.Dots.Where(d => IsNear(d.Reading.Place))).ToList();
        if (near.Count < Sheet.DotCount)
        {
            IsThinned = true;
        }

        for (var apart = 8.0; near.Count > MostDots && apart < 10_000; apart *= 1.4)
        {
            IsThinned = true;
            near = [.. near.GroupBy(d => CellOf(d, apart * MetresPerPixel)).Select(g => g.Aggregate((a, b) => Weight(b) >= Weight(a) ? b : a))];
        }

        // A dot a line, and still too many: there are that many lines.
        return (near.Count > MostDots ? near.OrderByDescending(Weight).Take(MostDots) : near).ToLookup(d => d.Reading.LineId ?? 0);
    }

    private static (int Line, long East, long North) CellOf(JudgedDot dot, double size) =>
        (dot.Reading.LineId ?? 0, (long)Math.Floor(dot.Reading.EastMetres / size), (long)Math.Floor(dot.Reading.NorthMetres / size));

    /// <summary>What the line goes through first, the doubtful before the sound; of the others the latest.</summary>
    private static int Weight(JudgedDot dot) => dot.Reading.State switch
    {
        DotState.Accepted => 2 + (int)dot.Verdict,
        DotState.Taken => 1,
        DotState.Doubtful => 0,
    };
}
