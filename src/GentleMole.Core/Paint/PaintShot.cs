using GentleMole.Core.Site;

namespace GentleMole.Core.Paint;

/// <summary>A photograph to take of the marks.</summary>
/// <param name="Lines">Which lines are in it.</param>
public sealed record PaintShot(PaintShotKind Kind, SitePoint From, SitePoint Towards, IReadOnlyList<int> Lines)
{
    /// <summary>Two shots of one kind from places nearer to each other than this are one.</summary>
    private const double SameMetres = 2;

    /// <summary>Two lines of so many corners, one times the other, are not searched for crossings: nobody photographs thousands of them.</summary>
    private const long MostCorners = 1_000_000;

    /// <summary>So many are asked for at most; nobody takes more.</summary>
    public const int Most = 40;

    /// <summary>
    /// What to photograph: along every line from both its ends, where lines cross, every stake beside a line with what it is measured to, and where marks ask.
    /// </summary>
    public static IReadOnlyList<PaintShot> Of(IReadOnlyList<PaintPlan> plans)
    {
        var shots = new List<PaintShot>();
        foreach (var plan in plans.Where(p => p.Marks.Count > 0))
        {
            var (run, id) = (plan.Line.Traced.Run!, plan.Line.LineId);
            Add(shots, new PaintShot(PaintShotKind.Along, run.Points[0], run.At(Math.Min(1, run.Length)), [id]));
            Add(shots, new PaintShot(PaintShotKind.Along, run.Points[^1], run.At(Math.Max(0, run.Length - 1)), [id]));
            foreach (var mark in plan.Marks)
            {
                if (KindOf(mark.Kind) is { } kind)
                {
                    Add(shots, new PaintShot(kind, mark.From, mark.To, [id]));
                }
            }
        }

        var drawn = plans.Where(p => p.Marks.Count > 0).ToList();
        for (var i = 0; i < drawn.Count; i++)
        {
            for (var j = i + 1; j < drawn.Count; j++)
            {
                if ((long)drawn[i].Line.Traced.Points.Count * drawn[j].Line.Traced.Points.Count > MostCorners)
                {
                    continue;
                }

                foreach (var crossing in drawn[i].Line.Traced.Run!.CrossingsWith(drawn[j].Line.Traced.Run!))
                {
                    var at = drawn[i].Line.Traced.Run!.At(crossing.ChainageMetres);
                    Add(shots, new PaintShot(PaintShotKind.Crossing, at, at, [drawn[i].Line.LineId, drawn[j].Line.LineId]));
                }
            }
        }

        return [.. shots.OrderBy(s => s.Kind).Take(Most)];
    }

    private static PaintShotKind? KindOf(PaintMarkKind kind) => kind switch
    {
        PaintMarkKind.Query => PaintShotKind.Doubt,
        PaintMarkKind.OffsetStake => PaintShotKind.Offset,
        _ => null,
    };

    private static void Add(List<PaintShot> shots, PaintShot shot)
    {
        var at = shots.FindIndex(s => s.Kind == shot.Kind && s.From.DistanceTo(shot.From) < SameMetres);
        if (at < 0)
        {
            shots.Add(shot);
        }
        else
        {
            shots[at] = shots[at] with { Lines = [.. shots[at].Lines.Union(shot.Lines)] };
        }
    }
}
