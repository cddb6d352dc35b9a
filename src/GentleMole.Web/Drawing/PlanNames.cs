using System.Globalization;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Paint;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>What of a plan wants its name, and how much it matters.</summary>
internal sealed class PlanNames(JobSheet sheet, UnitSystem units, SceneFrame frame, PlanWindow window, PlanExtras extras)
{
    private const int MostLetters = 46;
    private const double AnchorEvery = 44;

    // What is in the ground before what is to be dug, that before what was done, and what only helps to read the plan last.
    private const int OfMark = 100;
    private const int OfCurrent = 95;
    private const int OfLine = 90;
    private const int OfDig = 80;
    private const int OfConnection = 70;
    private const int OfLineByPlan = 60;
    private const int OfStake = 40;
    private const int OfTape = 30;
    private const int OfFeature = 20;

    public IEnumerable<SceneLabel> All()
    {
        foreach (var mark in (extras.SiteOnly ? extras.Outline?.Marks : null) ?? [])
        {
            yield return Label(mark.Number.ToString(CultureInfo.InvariantCulture), Looks.Name, [mark.Place], OfMark, 9);
        }

        foreach (var line in extras.Signal?.Worth ?? [])
        {
            yield return Label($"{Utilities.Letter(line.Kind)} {FigureWords.Milliamps(line.MostMilliamps)}", Looks.Figure, [line.LetterPlace, .. Along([line.Pieces[0].Points[0], .. line.Pieces.Select(p => p.Points[^1])])], OfCurrent, Symbols.LetterDisc.Reach + 1);
        }

        foreach (var plan in extras.Paint ?? [])
        {
            foreach (var label in plan.Marks.Where(m => m.Kind == PaintMarkKind.Label && IsSeen(m.From)).Take(MostPainted))
            {
                yield return Label(label.Text.Split("  d ")[0], Looks.Name, [label.From, .. Along([plan.Line.Traced.Run!])], OfLine, 9) with { Shorter = string.Join(' ', label.Text.Split("  ").Take(2)) };
            }

            foreach (var tee in plan.Marks.Where(m => m.Kind == PaintMarkKind.TeeNotFollowed && IsSeen(m.From)).Take(MostPainted))
            {
                yield return Label("tee ?", Looks.Figure, [tee.From], OfMark, 10);
            }

            foreach (var stake in plan.Marks.Where(m => m.Kind == PaintMarkKind.OffsetStake && IsSeen(m.From)).Take(MostPainted))
            {
                yield return Label(LengthText.Format(stake.LengthMetres, sheet.Custom.Units), Looks.Figure, [stake.From], OfMark, 10);
            }
        }

        foreach (var line in extras.Paint is null ? sheet.Lines : [])
        {
            if (line.Dots.Count > 0 && line.Traced.Points.Count > 0)
            {
                yield return Label(Name(line), Looks.Name, [line.Traced.Points[^1].Place, .. Along(window.InSight(line)), .. Along(line.Expected?.Points ?? [])], OfLine, 11) with { Shorter = LineWords.Kind(line.Line.Kind) };
            }
            else if (line.BestRun is { } run)
            {
                yield return Label(Name(line) + sheet.FoundOnlyBy(line.Line) switch { FoundBy.Sweep => ": by sweep only", FoundBy.Radar => ": by radar only", _ => ": plan only" }, Looks.SoilName, [.. Along(run.Points).Reverse()], OfLineByPlan, 5) with { Shorter = LineWords.Kind(line.Line.Kind) };
            }
        }

        foreach (var hookup in extras.Signal is null && extras.Paint is null ? sheet.Job.Hookups : [])
        {
            yield return Label(hookup.ConnectedTo, Looks.Name, [hookup.Connection], OfConnection, 12);
            if (hookup.Stake is { } stake)
            {
                yield return Label("stake", Looks.SoilName, [stake], OfStake, 10);
            }
        }

        if (sheet.HasDig)
        {
            var ring = new Run([.. sheet.Job.DigCorners, sheet.Job.DigCorners[0]]);
            yield return Label($"proposed dig, {LengthText.FormatRun(sheet.Cut!.Length, units)}", Looks.Name, [.. Along(ring.Points)], OfDig, 5) with { Shorter = "proposed dig" };
        }

        if (sheet.Job.Tape.Count == 2)
        {
            yield return Label("tape 0", Looks.SoilName, [sheet.Job.Tape[0]], OfTape, 6);
        }

        foreach (var feature in sheet.Job.Features.Where(f => f.Name.Length > 0 && f.Points.Count > 0))
        {
            // A spot that something is connected to has its name already.
            if (!sheet.Job.Hookups.Any(h => h.Connection.DistanceTo(feature.Points[0]) < PlanLayers.OnFeatureMetres))
            {
                yield return feature.Shape == FeatureShape.Outline
                    ? Label(feature.Name, Looks.SoilName, feature.Points, OfFeature + 5, 3) with { Area = ScenePoint.Of(feature.Points) }
                    : Label(feature.Name, Looks.SoilName, feature.Shape == FeatureShape.Line ? [.. Along(feature.Points)] : [feature.Points[0]], OfFeature, feature.Shape == FeatureShape.Line ? 4 : 12);
            }
        }
    }

    /// <summary>Labels of one line that a drawing has room for at most.</summary>
    private const int MostPainted = 24;

    private bool IsSeen(SitePoint place) => frame.Pixels(ScenePoint.Of(place)) is var (x, y) && x >= 0 && y >= 0 && x <= frame.Width && y <= frame.Height;

    private static string Name(SheetLine line) => $"{LineWords.Kind(line.Line.Kind)}, {line.Line.Owner}";

    private static SceneLabel Label(string text, TextLook look, IReadOnlyList<SitePoint> at, int importance, double gap) =>
        new(text.Length > MostLetters ? text[..(MostLetters - 1)] + "…" : text, look, ScenePoint.Of(at), importance, gap);

    /// <summary>Places along what is seen of a line, from its end backwards.</summary>
    private IEnumerable<SitePoint> Along(IReadOnlyList<SitePoint> points) => points.Count < 2 ? [] : Along(window.InSight(points));

    private IEnumerable<SitePoint> Along(IEnumerable<Run> seen)
    {
        foreach (var part in seen.Reverse())
        {
            var step = Math.Max(AnchorEvery * frame.UnitsAcross, part.Length / 40);
            for (var s = part.Length; s > 0; s -= step)
            {
                yield return part.At(s);
            }
        }
    }
}
