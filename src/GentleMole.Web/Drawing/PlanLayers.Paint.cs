using GentleMole.Core.Paint;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <content>Lines as they are to be painted: strokes as long as on the ground, signs larger than they are.</content>
internal sealed partial class PlanLayers
{
    private static IEnumerable<SceneShape> Painted(IReadOnlyList<PaintPlan> plans)
    {
        foreach (var plan in plans)
        {
            var (kind, run) = (plan.Line.Kind, plan.Line.Traced.Run!);
            foreach (var (from, to) in plan.Unpainted)
            {
                yield return new ScenePath(Looks.NotPainted, ScenePoint.Of(run.Between(from, to))) { Title = "not painted: not found well enough" };
            }

            foreach (var look in new[] { Looks.StrokeCase, Looks.Stroke })
            {
                foreach (var dash in plan.Marks.Where(m => m.Kind == PaintMarkKind.Dash))
                {
                    yield return new ScenePath(look, ScenePoint.Of([dash.From, dash.To])) { Paint = kind };
                }
            }

            foreach (var mark in plan.Marks.Where(m => m.Kind is not (PaintMarkKind.Dash or PaintMarkKind.Label)))
            {
                if (mark.Kind == PaintMarkKind.OffsetStake)
                {
                    yield return new ScenePath(Looks.Lead, ScenePoint.Of([mark.From, mark.To]));
                }

                yield return new SceneMark(Symbols.Painted(mark.Kind), ScenePoint.Of(mark.From))
                {
                    Paint = kind, Turn = TurnOf(mark, run), Letter = mark.Kind == PaintMarkKind.Query || mark.Text.EndsWith('?') ? "?" : "", LetterLook = mark.Kind == PaintMarkKind.Query ? Looks.LetterOnVelvet : Looks.LetterOnPaint, Title = MarkWords.Painted(mark.Kind),
                };
            }
        }
    }

    private static double TurnOf(PaintMark mark, Run run) => mark.Kind switch
    {
        PaintMarkKind.Query or PaintMarkKind.Stake or PaintMarkKind.OffsetStake => 0,
        PaintMarkKind.End or PaintMarkKind.Bend => run.DirectionAt(mark.ChainageMetres).Azimuth.Degrees,
        _ => (mark.To - mark.From).Azimuth.Degrees,
    };
}
