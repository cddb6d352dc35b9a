using GentleMole.Core.Paint;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <content>Lines as they are to be painted: strokes as long as on the ground, signs larger than they are.</content>
internal sealed partial class PlanLayers
{
    /// <summary>Dashes shorter than so many pixels run together; then the line is drawn through.</summary>
    private const double LeastDash = 1.5;

    /// <summary>Dots nearer to each other than so many pixels hide each other.</summary>
    private const double LeastApart = 6;

    private IEnumerable<SceneShape> Painted(IReadOnlyList<PaintPlan> plans)
    {
        foreach (var plan in plans)
        {
            var (kind, run) = (plan.Line.Kind, plan.Line.Traced.Run!);
            var strokes = Strokes(plan).ToList();
            foreach (var look in new[] { Looks.StrokeCase, Looks.Stroke })
            {
                foreach (var stroke in strokes)
                {
                    yield return new ScenePath(look, ScenePoint.Of(stroke)) { Paint = kind };
                }
            }

            foreach (var (from, to) in plan.Unpainted)
            {
                foreach (var part in window.InView(run.Between(from, to)))
                {
                    yield return new ScenePath(Looks.NotPainted, ScenePoint.Of(part)) { Title = "not painted: not found well enough" };
                }
            }

            var ticks = run.Length / Math.Max(1, plan.CountOf(PaintMarkKind.Tick)) / frame.UnitsAcross > LeastApart;
            foreach (var mark in plan.Marks.Where(m => m.Kind is not (PaintMarkKind.Dash or PaintMarkKind.Label) && (ticks || m.Kind != PaintMarkKind.Tick) && IsSeen(m)).OrderBy(m => m.Kind is PaintMarkKind.Query or PaintMarkKind.TeeNotFollowed))
            {
                if (mark.Kind == PaintMarkKind.Bend)
                {
                    yield return new ScenePath(Looks.PaintSign, ScenePoint.Of(Turning(mark, run))) { Title = MarkWords.Painted(mark.Kind) };
                    continue;
                }

                if (mark.Kind == PaintMarkKind.OffsetStake)
                {
                    yield return new ScenePath(Looks.Lead, ScenePoint.Of([mark.From, mark.To]));
                }

                yield return new SceneMark(Symbols.Painted(mark.Kind), ScenePoint.Of(mark.From))
                {
                    Paint = kind, Turn = TurnOf(mark, run), Letter = mark.Text.EndsWith('?') ? "?" : "", LetterLook = mark.Kind is PaintMarkKind.Query or PaintMarkKind.TeeNotFollowed ? Looks.LetterOnVelvet : Looks.LetterOnPaint, Title = MarkWords.Painted(mark.Kind),
                };
            }
        }
    }

    /// <summary>What is painted as strokes, as far as it is seen at this scale.</summary>
    private IEnumerable<IReadOnlyList<SitePoint>> Strokes(PaintPlan plan)
    {
        var dashes = plan.Marks.Where(m => m.Kind == PaintMarkKind.Dash).ToList();
        return dashes.Count > 0 && dashes.Max(d => d.LengthMetres) / frame.UnitsAcross < LeastDash
            ? window.InView(plan.Line.Traced.Run!.Points)
            : dashes.Where(IsSeen).Select(d => (IReadOnlyList<SitePoint>)[d.From, d.To]);
    }

    /// <summary>Two strokes of a sign's length that meet where it turns, each the way the line runs there.</summary>
    private SitePoint[] Turning(PaintMark mark, Run run)
    {
        var leg = BendLeg * frame.UnitsAcross;
        return [run.At(mark.ChainageMetres) - (run.DirectionAt(Math.Max(0, mark.ChainageMetres - leg)) * leg), run.At(mark.ChainageMetres), run.At(mark.ChainageMetres) + (run.DirectionAt(Math.Min(run.Length, mark.ChainageMetres + leg)) * leg)];
    }

    private const double BendLeg = 13;

    private bool IsSeen(PaintMark mark)
    {
        var (x, y) = frame.Pixels(ScenePoint.Of(mark.From));
        return x > -SeenMargin && y > -SeenMargin && x < frame.Width + SeenMargin && y < frame.Height + SeenMargin;
    }

    private const double SeenMargin = 40;

    private static double TurnOf(PaintMark mark, Run run) => mark.Kind switch
    {
        PaintMarkKind.Query or PaintMarkKind.TeeNotFollowed or PaintMarkKind.Stake or PaintMarkKind.OffsetStake => 0,
        PaintMarkKind.End => run.DirectionAt(mark.ChainageMetres).Azimuth.Degrees,
        _ => (mark.To - mark.From).Azimuth.Degrees,
    };
}
