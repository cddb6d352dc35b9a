using GentleMole.Core.Job;
using GentleMole.Exchange.Print;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <summary>The handover on one sheet, plan and section to scale, for the browser's own printing.</summary>
internal sealed class HandoverSheetPage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    private PlanDrawing? _plan;

    public override JobStage Stage => JobStage.Handover;

    public IReadOnlyList<(SiteFeature Feature, Photo Photo)> Photos => HandoverWords.Photos(Sheet);

    public IReadOnlyList<(FindTold Find, Photo Photo)> CameraPhotos => HandoverWords.CameraPhotos(Sheet);

    /// <summary>Width of an A4 sheet less its margins.</summary>
    public int WidthMillimetres { get; } = 186;

    public int PlanHeightMillimetres { get; } = 104;

    /// <summary>The largest usual scale at which the whole site fits.</summary>
    public int Scale => PrintScales.Fitting(Sheet, Person.Units, Pixels(WidthMillimetres), Pixels(PlanHeightMillimetres));

    public new PlanDrawing Plan => _plan ??= new PlanDrawing(
        Sheet, Person.Units, Pixels(WidthMillimetres), Pixels(PlanHeightMillimetres), null, PrintScales.MetresPerPixel(Scale), PlanExtras.Handed(Sheet));

    public new SectionDrawing Section => new(Sheet, null, Person.Units, Pixels(WidthMillimetres), Pixels(58));

    private static int Pixels(double millimetres) => PrintedDocument.PixelsOf(millimetres);
}
