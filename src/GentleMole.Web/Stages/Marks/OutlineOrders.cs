using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <summary>What the white outline of a job is laid from.</summary>
internal static class OutlineOrders
{
    public static OutlineOrder Of(JobSheet sheet) => new(
        sheet.Job.DigCorners,
        sheet.Job.DigRoute,
        sheet.Job.DigLaterals,
        [.. sheet.Job.Features.Where(f => f.Kind is FeatureKind.Kerb or FeatureKind.Boundary && SiteRules.IsRun(f.Points)).Select(f => new Run(f.Points))],
        sheet.Job.OutlineStyle,
        sheet.Job.OutlineSpacingMetres,
        sheet.Job.PoorSight);
}
