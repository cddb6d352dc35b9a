using GentleMole.Core;
using GentleMole.Core.Exposures;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>Something that was dug up, on its sheet: beside its mark, and whether it must be asked how that could be.</summary>
/// <param name="Line">Which line it is; null where nobody knew of one.</param>
/// <param name="Under">Another line whose mark lies over it.</param>
internal sealed record DugUp(UncoveredLine Hole, SheetLine? Line, SheetLine? Under)
{
    /// <summary>Nearer to the mark of another line than this it was dug up under that.</summary>
    private const double UnderMetres = 0.3;

    /// <summary>True where no ± explains how far beside it its mark was.</summary>
    public bool IsWrongMark => Hole is { AcrossMetres: { } across, AcrossHalfMetres: { } half } && MarkError.IsWrong(Estimate.Symmetric(across, half));

    public bool IsPlaceInside => Hole is { AcrossMetres: { } across, AcrossHalfMetres: { } half } && Math.Abs(across) <= half;

    public bool? IsDepthInside => Hole is { DeeperMetres: { } deeper, DeeperHalfMetres: { } half } ? Math.Abs(deeper) <= half : null;

    /// <summary>True where nothing was marked, or not here.</summary>
    public bool IsUnmarked => Hole.AcrossMetres is null;

    /// <summary>True where it must be asked how that could be: hit, marked elsewhere, under another's mark, or never marked though the sheet was out.</summary>
    public bool IsInquiry(JobSheet sheet) => Hole.IsDamaged || IsWrongMark || Under is not null || (IsUnmarked && sheet.Job.HandedOverAt is { } handed && handed <= Hole.TakenAt);

    /// <summary>All of a job, the latest first.</summary>
    public static IReadOnlyList<DugUp> Of(JobSheet sheet) => [.. sheet.Job.Uncovered.OrderByDescending(u => u.TakenAt).ThenBy(u => u.Id).Select(u => new DugUp(u, sheet.LineById(u.LineId), OverIt(sheet, u)))];

    private static SheetLine? OverIt(JobSheet sheet, UncoveredLine hole)
    {
        double Away(SheetLine line) => line.Unopened.Run is { } run ? run.Project(hole.Place).Foot.DistanceTo(hole.Place) : double.PositiveInfinity;
        var own = sheet.LineById(hole.LineId) is { } line ? Away(line) : double.PositiveInfinity;
        return sheet.Lines.Where(l => l.Line.Id != hole.LineId).Select(l => (Line: l, Away: Away(l))).Where(l => l.Away < UnderMetres && l.Away < own).OrderBy(l => l.Away).Select(l => l.Line).FirstOrDefault();
    }
}
