using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using NetTopologySuite.Geometries;
using NetTopologySuite.Operation.Buffer;
using NetTopologySuite.Operation.Union;

namespace GentleMole.Core.Conflicts;

/// <summary>
/// Tolerance zones held against the dig: where no machine may work, how much must be exposed by hand, and which holes settle most. A zone is everything
/// nearer to the line than its half width, round at bends and ends (a buffer), so that zones of a bend or a tee are counted once.
/// </summary>
public sealed class DigConflicts
{
    /// <summary>What a dig's bottom is out by when nothing else is said; 95 %, metres.</summary>
    public const double UsualBottomHalfMetres = 0.1;

    /// <summary>Pieces shorter than this are a touch of the corner and joined to what is beside them.</summary>
    private const double TouchMetres = 0.05;

    /// <summary>One hole shows what lies so near to its middle.</summary>
    private const double HoleReachMetres = 0.75;

    private const double StepMetres = 0.1;

    private DigConflicts(IReadOnlyList<Conflict> all, IReadOnlyList<IReadOnlyList<SitePoint>> bands, double handSquareMetres) => (All, Bands, HandSquareMetres) = (all, bands, handSquareMetres);

    /// <summary>Line by line, along each.</summary>
    public IReadOnlyList<Conflict> All { get; }

    /// <summary>Outlines of what of the dig is in any zone: no machine there.</summary>
    public IReadOnlyList<IReadOnlyList<SitePoint>> Bands { get; }

    /// <summary>Their area, what several zones share counted once.</summary>
    public double HandSquareMetres { get; }

    /// <summary>Holds lines against a dig.</summary>
    /// <param name="corners">Of the dig, in order; fewer than three: no dig.</param>
    /// <param name="bottomMetres">How deep it goes; null where nobody has said it.</param>
    /// <param name="bottomHalfMetres">What that is out by, 95 %.</param>
    public static DigConflicts Of(IReadOnlyList<SitePoint> corners, double? bottomMetres, IReadOnlyList<DigLine> lines, double bottomHalfMetres = UsualBottomHalfMetres)
    {
        if (DigArea.Check(corners, "dig").Count > 0)
        {
            return new DigConflicts([], [], 0);
        }

        var dig = new Polygon(new LinearRing([.. corners.Append(corners[0]).Select(At)]));
        var (all, zones) = (new List<Conflict>(), new List<Geometry>());
        foreach (var line in lines)
        {
            if (line.Line.Run is not { } run)
            {
                continue;
            }

            var zone = new LineString([.. run.Points.Select(At)]).Buffer(line.ZoneHalfMetres, new BufferParameters(16, EndCapStyle.Round, JoinStyle.Round, 5)).Intersection(dig);
            if (zone.Area <= 0)
            {
                continue;
            }

            zones.Add(zone);
            var pieces = Pieces(run, dig, line.ZoneHalfMetres);
            foreach (var (from, to) in pieces)
            {
                all.Add(Told(line, run, from, to, pieces.Count == 1 ? zone.Area : AreaOf(run, from, to, line.ZoneHalfMetres, dig), bottomMetres, bottomHalfMetres));
            }
        }

        var union = zones.Count == 0 ? null : UnaryUnionOp.Union(zones);
        return new DigConflicts(all, union is null ? [] : [.. Polygons(union).Select(p => (IReadOnlyList<SitePoint>)[.. p.ExteriorRing.Coordinates.SkipLast(1).Select(c => new SitePoint(c.X, c.Y))])], union?.Area ?? 0);
    }

    /// <summary>
    /// Places to expose, in the order in which they settle most: each time the hole that takes most doubt away, a hole where two lines meet doing it for both.
    /// What is level A is settled. Holes over what only a plan tells come last: nobody found it there, so that it is traced before anybody digs for it.
    /// </summary>
    /// <returns>Where, and which conflicts it settles (indices of <see cref="All"/>).</returns>
    public IReadOnlyList<(SitePoint Place, IReadOnlyList<int> Settles)> Order()
    {
        var open = Enumerable.Range(0, All.Count).Where(i => Doubt(All[i]) > 0).ToHashSet();
        var order = new List<(SitePoint, IReadOnlyList<int>)>();
        while (open.Count > 0)
        {
            var best = open.Select(i => (Place: All[i].Middle, Settles: open.Where(j => All[j].Middle.DistanceTo(All[i].Middle) <= HoleReachMetres).Order().ToList()))
                .OrderBy(h => h.Settles.All(j => All[j].IsByPlan)).ThenByDescending(h => h.Settles.Sum(j => Doubt(All[j]))).ThenBy(h => h.Settles[0]).First();
            order.Add((best.Place, best.Settles));
            open.ExceptWith(best.Settles);
        }

        return order;
    }

    /// <summary>How much is not known of a piece: the longer and the worse its level, the more; twice where it is doubtful, half where by what was read the dig stays clear above it.</summary>
    private static double Doubt(Conflict conflict) =>
        conflict.Level switch { QualityLevel.A => 0, QualityLevel.B => 1, QualityLevel.C => 2, QualityLevel.D => 3, _ => throw new ArgumentOutOfRangeException(nameof(conflict)) }
        * (conflict.Confidence == Verdict.Sound ? 1 : 2) * (conflict.IsClearBelow ? 0.5 : 1) * Math.Max(1, conflict.LengthMetres);

    /// <summary>From where to where along a run it is nearer to the dig than its zone is wide.</summary>
    private static List<(double From, double To)> Pieces(Run run, Polygon dig, double half)
    {
        var pieces = new List<(double From, double To)>();
        bool IsIn(double at) => dig.Distance(new Point(At(run.At(at)))) < half;
        var steps = Math.Max(1, (int)Math.Ceiling(run.Length / StepMetres));
        double? from = null;
        for (var i = 0; i <= steps; i++)
        {
            var (at, before) = (run.Length * i / steps, run.Length * Math.Max(0, i - 1) / steps);
            if (IsIn(at))
            {
                from ??= i == 0 ? 0 : Edge(IsIn, before, at);
            }
            else if (from is { } begun)
            {
                pieces.Add((begun, Edge(IsIn, at, before)));
                from = null;
            }
        }

        if (from is { } last)
        {
            pieces.Add((last, run.Length));
        }

        var joined = new List<(double From, double To)>();
        foreach (var piece in pieces)
        {
            if (joined.Count > 0 && piece.From - joined[^1].To < TouchMetres)
            {
                joined[^1] = (joined[^1].From, piece.To);
            }
            else
            {
                joined.Add(piece);
            }
        }

        return joined;
    }

    /// <summary>Where between a place outside and one inside it comes in, to a millimetre.</summary>
    private static double Edge(Func<double, bool> isIn, double outside, double inside)
    {
        while (Math.Abs(inside - outside) > 0.001)
        {
            var middle = (inside + outside) / 2;
            (outside, inside) = isIn(middle) ? (outside, middle) : (middle, inside);
        }

        return inside;
    }

    private static double AreaOf(Run run, double from, double to, double half, Polygon dig)
    {
        var places = new List<SitePoint> { run.At(from) };
        places.AddRange(Enumerable.Range(0, run.Points.Count).Where(i => run.ChainageOf(i) > from && run.ChainageOf(i) < to).Select(i => run.Points[i]));
        places.Add(run.At(to));
        return new LineString([.. places.Select(At)]).Buffer(half, 16).Intersection(dig).Area;
    }

    private static Conflict Told(DigLine line, Run run, double from, double to, double area, double? bottom, double bottomHalf)
    {
        var stretches = line.Line.Stretches.Where(s => s.ToChainageMetres > from && s.FromChainageMetres < to).ToList();
        var (least, isKnown) = ((Estimate?)null, true);
        var half = (line.OutsideMetres ?? 0) / 2;
        foreach (var at in stretches.SelectMany(s => new[] { Math.Max(from, s.FromChainageMetres), Math.Min(to, s.ToChainageMetres) }))
        {
            if (bottom is not { } deep || line.Line.DepthAt(at) is not { } depth)
            {
                isKnown = false;
                continue;
            }

            var (up, down) = (Root(depth.Value - depth.Low95, bottomHalf), Root(depth.High95 - depth.Value, bottomHalf));
            var room = depth.Value - half - deep;
            least = least is { } known && known.Low95 <= room - up ? known : new Estimate(room, room - up, room + down);
        }

        return new Conflict(
            line.Id, from, to, area, run.At((from + to) / 2), least, isKnown && stretches.Count > 0, (QualityLevel)stretches.Max(s => (int)s.Quality), (Verdict)stretches.Max(s => (int)s.Confidence)) { IsByPlan = line.IsByPlan };
    }

    private static IEnumerable<Polygon> Polygons(Geometry geometry) => Enumerable.Range(0, geometry.NumGeometries).Select(geometry.GetGeometryN).OfType<Polygon>();

    private static Coordinate At(SitePoint place) => new(place.East, place.North);

    private static double Root(double a, double b) => Math.Sqrt((a * a) + (b * b));
}
