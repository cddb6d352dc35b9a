using GentleMole.Core.Job;
using GentleMole.Core.Paint;
using GentleMole.Store;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <summary>One page for the person with the can: the plan of the marks, the order, what to take along, what to photograph.</summary>
internal sealed class PaintCardPage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    public const int WidthMillimetres = 186;
    public const int HeightMillimetres = 98;

    /// <summary>So many lines fit on one page.</summary>
    public const int MostListed = 8;

    public const int MostShots = 8;
    private const double PixelsPerMillimetre = 96 / 25.4;

    private PlanDrawing? _plan;

    public override JobStage Stage => JobStage.Marks;

    public IReadOnlyList<(PaintPlan Plan, bool IsBackwards)> Order => [.. SheetPaint.Of(Sheet).Where(o => o.Plan.Marks.Count > 0)];

    public IReadOnlyList<PaintPlan> Plans => [.. Order.Select(o => o.Plan)];

    public int Scale { get; private set; }

    /// <summary>The plan at the largest usual scale that shows all of it.</summary>
    public new PlanDrawing Plan => _plan ??= Drawn();

    private PlanDrawing Drawn()
    {
        var (width, height) = ((int)(WidthMillimetres * PixelsPerMillimetre), (int)(HeightMillimetres * PixelsPerMillimetre));
        var extras = new PlanExtras(Paint: Plans, Focus: SheetPaint.Around(Sheet));
        Scale = PrintScales.Fitting(Sheet, Person.Units, width, height, extras);
        return new PlanDrawing(Sheet, Person.Units, width, height, null, PrintScales.MetresPerPixel(Scale), extras);
    }
}
