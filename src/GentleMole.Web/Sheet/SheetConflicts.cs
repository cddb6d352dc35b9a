using GentleMole.Core;
using GentleMole.Core.Conflicts;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Web.Sheet;

/// <summary>The lines of a sheet held against its dig: as marked, and where nothing is marked as plans say, which proves nothing.</summary>
internal static class SheetConflicts
{
    /// <summary>Places of a plan are so far out as a rule, where nobody has said it.</summary>
    private const double PlanHalfMetres = 2;

    public static DigConflicts Of(JobSheet sheet) => sheet.Drawn.Get((nameof(SheetConflicts), 0), () => DigConflicts.Of(
        sheet.HasDig ? sheet.Job.DigCorners : [], sheet.Job.DigDepthMetres, [.. sheet.Lines.Select(l => Line(sheet, l)).OfType<DigLine>()]));

    /// <summary>True for one that is by plan only.</summary>
    public static bool IsByPlan(SheetLine line) => line.Traced.Run is null;

    private static DigLine? Line(JobSheet sheet, SheetLine line)
    {
        var half = line.ZoneHalfWidth(sheet.Firm.ToleranceMetres);
        return !IsByPlan(line) ? new DigLine(line.Line.Id, line.Traced, half, line.Line.OutsideDiameterMetres)
            : line.Expected is { } plan ? new DigLine(line.Line.Id, TracedLine.InOrder([.. plan.Points.Select((p, i) => new MarkPoint(p, PlanHalfMetres, null, Verdict.Reject, i + 1))]), half, line.Line.OutsideDiameterMetres)
            : null;
    }
}
