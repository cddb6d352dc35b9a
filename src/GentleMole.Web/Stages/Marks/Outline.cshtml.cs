using GentleMole.Core;
using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <summary>The instruction that goes to the one who digs: what white marks to put where, on one page.</summary>
internal sealed class OutlinePage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    public const int WidthMillimetres = 186;
    public const int HeightMillimetres = 108;
    public const int MostListed = 45;
    private const int Columns = 3;
    private const double PixelsPerMillimetre = 96 / 25.4;

    private Result<OutlinePlan>? _laid;

    public override JobStage Stage => JobStage.Notice;

    public Result<OutlinePlan> Laid => _laid ??= DigOutline.Lay(OutlineOrders.Of(Sheet));

    /// <summary>The nearest named thing to the first mark, to begin from.</summary>
    public (string Name, double Away)? Corner => Laid is { IsGood: true, Value.Marks: [var first, ..] }
        ? Sheet.Job.Features.Where(f => f is { Shape: FeatureShape.Spot, Name.Length: > 0 } && f.Points.Count > 0)
            .Select(f => ((string, double)?)(f.Name, f.Points[0].DistanceTo(first.Place))).MinBy(f => f!.Value.Item2)
        : null;

    public static IEnumerable<OutlineMark[]> Rows(OutlinePlan plan) => plan.Marks.Take(MostListed).Chunk(Columns);

    protected override PlanExtras OnPlan => new(Laid.IsGood ? Laid.Value : null, SiteOnly: true);

    protected override PlanDrawing DrawPlan() => new(
        Sheet, Person.Units, (int)(WidthMillimetres * PixelsPerMillimetre), (int)(HeightMillimetres * PixelsPerMillimetre), null,
        extras: OnPlan);
}
