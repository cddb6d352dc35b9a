using GentleMole.Core.Marking;
using GentleMole.Core.Paint;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Web.Words;

namespace GentleMole.Web.Sheet;

/// <summary>What is painted of the lines of a sheet, and what is written beside them.</summary>
internal static class SheetPaint
{
    /// <summary>Lines in the order in which they are painted, each with whether it is walked from its last dot to its first; then those of which nothing is painted.</summary>
    public static IReadOnlyList<(PaintPlan Plan, bool IsBackwards)> Of(JobSheet sheet) => sheet.Drawn.Get((nameof(SheetPaint), 0), () => Laid(sheet));

    /// <summary>Places that a plan of the marks must hold: what is painted, and the dig.</summary>
    public static IReadOnlyList<SitePoint> Around(JobSheet sheet) => [.. Of(sheet).Where(o => o.Plan.Marks.Count > 0).SelectMany(o => o.Plan.Marks.SelectMany(m => new[] { m.From, m.To })), .. sheet.Job.DigCorners];

    /// <summary>What becomes of paint on the site.</summary>
    public static PaintSite SiteOf(JobSheet sheet) => new(
        sheet.Job.PaintGround, sheet.Job.Features.Where(f => f.Shape == FeatureShape.Outline).Select(f => (f.PaintGround, (IReadOnlyList<SitePoint>)f.Points)), sheet.Job.WorksDrive ? sheet.Job.DigCorners : null);

    private static List<(PaintPlan Plan, bool IsBackwards)> Laid(JobSheet sheet)
    {
        var lines = PaintJoins.Of(
            [.. sheet.Lines.Where(l => l.Traced.Run is not null && l.Line.Answer is not (LineAnswer.Clear or LineAnswer.NotFound)).Select(l => new PaintLine(l.Line.Id, l.Line.Kind, l.Traced, Label(sheet, l), l.Line.OutsideDiameterMetres) 
            {
                IsAsked = l.Line.Answer == LineAnswer.Escalated,
                Noted = [.. l.Dots.Where(d => d.Reading is { State: DotState.Accepted, Feature: not LineFeature.Plain }).Select(d => (d.ToMark().Place, d.Reading.Feature))],
            })],
            [.. sheet.Seen.Select(s => s.Placed)]);
        var site = SiteOf(sheet);
        var plans = lines.Select(l => PaintPlan.Of(l, sheet.Custom, site.At)).ToList();
        var from = sheet.Job.Tape.Count > 0 ? sheet.Job.Tape[0] : sheet.HasDig ? sheet.Job.DigCorners[0] : default;
        return [.. PaintPlan.Order(plans, from), .. plans.Where(p => p.Marks.Count == 0).Select(p => (p, false))];
    }

    /// <summary>What is written beside a line, in the letters and units of the place.</summary>
    public static string Label(JobSheet sheet, SheetLine line) => sheet.Drawn.Get((nameof(MarkLabel), line.Line.Id), () =>
    {
        // Two depths that contradict each other are no depth to paint.
        var isTorn = line.Together.Witnesses.Any(w => w is { IsOpen: true, IsOfPlace: false });
        var last = isTorn ? null : line.Traced.Points.Where(p => p.Depth is not null).MaxBy(p => (p.By != MarkedBy.Radar, p.Number));
        // A line without dots was pushed through or seen by radar; it is as old as the last word on it.
        var reads = line.Dots.Where(d => d.Reading.State == DotState.Accepted).Select(d => d.Reading.TakenAt)
            .Concat(line.Pushes.Where(p => p.IsTaken).Select(p => p.Push.Fixes.Max(f => f.At))).Concat(sheet.Job.Found.Where(f => f.Witness is not null && f.LineId == line.Line.Id).Select(f => f.At))
            .Concat(sheet.Job.Uncovered.Where(u => u.LineId == line.Line.Id).Select(u => u.TakenAt)).ToList();
        return MarkLabel.Compose(
            sheet.Custom.LetterOf(line.Line.Kind), line.Line.Owner, line.Line.OutsideDiameterMetres, line.Line.Material, Ducts(line), last?.Depth,
            reads.Count > 0 ? PlaceClock.Local(reads.Max(), sheet.Firm.TimeZone).Date : sheet.Now.Date, sheet.Custom.Units);
    });

    /// <summary>Ducts by the plans of its owner; where plans differ the most.</summary>
    private static int Ducts(SheetLine line) => line.Records.Select(r => DuctBank.Parse(r.Ducts, "ducts") is { IsGood: true, Value: var bank } ? bank.Count : 0).DefaultIfEmpty(0).Max();
}
