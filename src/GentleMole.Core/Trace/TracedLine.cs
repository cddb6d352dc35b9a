using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>The line through the accepted dots of one utility, in order along it, with its stretches.</summary>
public sealed class TracedLine
{
    /// <summary>Dots further apart leave a stretch unproven; every few metres is usual, closer on bends.</summary>
    public const double LongestGapMetres = 10;

    /// <summary>Two exposed places farther apart are of two holes, and nobody has seen what lies between them.</summary>
    public const double LongestHoleMetres = 1;

    private TracedLine(IReadOnlyList<MarkPoint> points, Run? run, IReadOnlyList<Stretch> stretches) =>
        (Points, Run, Stretches) = (points, run, stretches);

    /// <summary>Its dots, in order along it.</summary>
    public IReadOnlyList<MarkPoint> Points { get; }

    /// <summary>Null with fewer than two dots.</summary>
    public Run? Run { get; }

    /// <summary>Its stretches, one less than dots.</summary>
    public IReadOnlyList<Stretch> Stretches { get; }

    /// <summary>Middle of the depths that were measured; null when none was.</summary>
    public Depth? MiddleDepth
    {
        get
        {
            var measured = Points.Where(p => p.Depth is not null).Select(p => p.Depth!.Value.Value).Order().ToList();
            return measured.Count > 0 ? new Depth(measured[measured.Count / 2]) : null;
        }
    }

    /// <summary>
    /// Joins dots. They are put in order along the line by cheapest insertion in the order they were taken, so that a dot
    /// added afterwards between two others falls between them.
    /// </summary>
    public static TracedLine Join(IEnumerable<MarkPoint> inOrderTaken)
    {
        var joiner = new LineJoiner();
        foreach (var point in inOrderTaken)
        {
            joiner.Add(point);
        }

        return InOrder(joiner.Marks());
    }

    /// <summary>The same of places that stand in order along the line already; of those in one place the first counts.</summary>
    public static TracedLine InOrder(IReadOnlyList<MarkPoint> points)
    {
        points = SiteRules.Joined(points, p => p.Place);
        if (points.Count < 2)
        {
            return new TracedLine(points, null, []);
        }

        var run = new Run(points.Select(p => p.Place));
        var stretches = new List<Stretch>();
        for (var i = 0; i + 1 < points.Count; i++)
        {
            var (a, b) = (points[i], points[i + 1]);
            var (from, to) = (run.ChainageOf(i), run.ChainageOf(i + 1));
            var tooLong = to - from > LongestGapMetres;
            stretches.Add(new Stretch(
                a, b, from, to, Math.Max(a.AcrossHalfWidthMetres, b.AcrossHalfWidthMetres), Between(a.Depth, b.Depth),
                tooLong ? QualityLevel.D : LevelBetween(a, b, to - from),
                (Verdict)Math.Max((int)Worse(a, b), tooLong ? (int)Verdict.Caution : 0), tooLong));
        }

        return new TracedLine(points, run, stretches);
    }

    /// <summary>Depth at a chainage, straight between the dots; null where a dot beside it has none.</summary>
    public Estimate? DepthAt(double chainageMetres)
    {
        foreach (var stretch in Stretches)
        {
            if (chainageMetres <= stretch.ToChainageMetres + 1e-9)
            {
                if (stretch.From.Depth is not { } a || stretch.To.Depth is not { } b)
                {
                    return stretch.Depth;
                }

                var part = Math.Clamp((chainageMetres - stretch.FromChainageMetres) / stretch.LengthMetres, 0, 1);
                double Mix(double x, double y) => x + (part * (y - x));
                return new Estimate(Mix(a.Value, b.Value), Mix(a.Low95, b.Low95), Mix(a.High95, b.High95));
            }
        }

        return null;
    }

    /// <summary>
    /// Level of an accepted dot; a stretch is never better than the worse of its ends. Level B needs position and depth
    /// measured; a dot marked against its verdict is no better than what the plans say.
    /// </summary>
    public static QualityLevel LevelOf(Verdict verdict, bool hasDepth, bool exposed = false) =>
        exposed ? QualityLevel.A
        : verdict == Verdict.Reject ? QualityLevel.D
        : hasDepth ? QualityLevel.B
        : QualityLevel.C;

    private static QualityLevel LevelBetween(MarkPoint a, MarkPoint b, double metres) =>
        (QualityLevel)Math.Max(Math.Max((int)LevelOf(a), (int)LevelOf(b)), (int)(metres > LongestHoleMetres ? QualityLevel.B : QualityLevel.A));

    private static QualityLevel LevelOf(MarkPoint dot) => LevelOf(dot.Verdict, dot.Depth is not null, dot.Exposed);

    private static Verdict Worse(MarkPoint a, MarkPoint b) => (Verdict)Math.Max((int)a.Verdict, (int)b.Verdict);

    private static Estimate? Between(Estimate? a, Estimate? b) => (a, b) switch
    {
        ({ } x, { } y) => new Estimate((x.Value + y.Value) / 2, Math.Min(x.Low95, y.Low95), Math.Max(x.High95, y.High95)),
        _ => a ?? b,
    };
}
