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
        sheet.HasDig ? sheet.Job.DigCorners : [], sheet.Job.DigDepthMetres, [.. sheet.Lines.SelectMany(l => Lines(sheet, l))]));

    /// <summary>A line as it is marked, and beyond its marks as its plan says.</summary>
    private static IEnumerable<DigLine> Lines(JobSheet sheet, SheetLine line)
    {
        var half = line.ZoneHalfWidth(sheet.Firm.ToleranceMetres);
        if (line.Traced.Run is { } run)
        {
            yield return new DigLine(line.Line.Id, line.Traced, half, line.Line.OutsideDiameterMetres);
            foreach (var beyond in line.Expected is { } rest ? JoinedRun.Beyond(run, rest) : [])
            {
                yield return Planned(beyond);
            }
        }
        else if (line.Expected is { } plan)
        {
            yield return Planned(plan);
        }

        DigLine Planned(Run way) => new(
            line.Line.Id, TracedLine.InOrder([.. way.Points.Select((p, i) => new MarkPoint(p, PlanHalfMetres, null, Verdict.Reject, i + 1))]), half, line.Line.OutsideDiameterMetres, IsByPlan: true);
    }
}
