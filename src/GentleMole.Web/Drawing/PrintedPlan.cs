using System.Globalization;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;

namespace GentleMole.Web.Drawing;

/// <summary>A plan with what it needs on paper: north, a bar of its scale, what its block says, and where the sheets lie that it is cut into.</summary>
internal static class PrintedPlan
{
    private static readonly SceneSymbol North = new("north", SymbolPart.Area(Looks.Solid, (0, -22), (7, 8), (0, 3), (-7, 8)));
    private static readonly TextLook Words = new("print-words", 12, Tint.Ink, Halo: Tint.Paper);
    private static readonly TextLook Number = new("print-number", 15, Tint.Ink, true, Tint.Paper);
    private static readonly Look Panel = new("print-panel", Tint.None, 0, Tint.Panel);
    private static readonly Look Sheet = new("print-sheet", Tint.Ink, 1.2) { Dash = "6 3" };

    /// <param name="says">One line for the block.</param>
    /// <param name="sheets">Sheets that the site is cut into, the first is called 1.</param>
    /// <param name="own">Which of them this one is; none of them for 0.</param>
    public static Scene Of(PlanDrawing plan, string says, IReadOnlyList<SiteBox> sheets, int own = 0) =>
        plan.Scene with { Layers = [.. plan.Scene.Layers, new SceneLayer("print", [.. Sheets(sheets, own), .. Furniture(plan, says)])] };

    private static IEnumerable<SceneShape> Sheets(IReadOnlyList<SiteBox> sheets, int own)
    {
        foreach (var (box, i) in sheets.Select((b, i) => (b, i)).Where(s => s.i != own - 1))
        {
            yield return ScenePath.Box(Sheet, box.West, box.North, box.East, box.South);
            yield return new SceneText(Number, new ScenePoint(box.West, box.North), (i + 1).ToString(CultureInfo.InvariantCulture), 4, 15);
        }
    }

    private static IEnumerable<SceneShape> Furniture(PlanDrawing plan, string says)
    {
        var (frame, bar) = (plan.Frame, plan.ScaleBar);
        var pixels = bar / plan.MetresPerPixel;
        yield return new SceneMark(North, frame.At(frame.Width - 26, 34));
        yield return new SceneText(Words with { Bold = true }, frame.At(frame.Width - 26, 60), "N", Anchor: 0);

        double Y(double up) => frame.Height - up;
        yield return ScenePath.Box(Panel, frame.At(0, 0).X, frame.At(0, Y(34)).Y, frame.At(pixels + 56, 0).X, frame.At(0, frame.Height).Y);
        yield return new ScenePath(Looks.Lead, [frame.At(14, Y(22)), frame.At(14 + pixels, Y(22))]);
        foreach (var (part, figure) in new[] { (0.0, "0"), (0.5, LengthText.FormatRun(bar / 2, plan.Units)), (1.0, LengthText.FormatRun(bar, plan.Units)) })
        {
            var x = 14 + (part * pixels);
            yield return new ScenePath(Looks.Lead, [frame.At(x, Y(18)), frame.At(x, Y(26))]);
            yield return new SceneText(Words, frame.At(x, Y(6)), figure, part == 0 ? -3 : 0, 0, part == 0 ? -1 : 0);
        }

        yield return new SceneText(Words, frame.At(10, 17), says);
    }
}
