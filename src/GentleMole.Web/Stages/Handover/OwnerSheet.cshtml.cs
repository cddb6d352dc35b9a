using GentleMole.Core.Job;
using GentleMole.Store;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Stages;

/// <summary>The question to the owner of one line on one sheet: why, where, what was read, and where a trial hole is asked for. For the browser's own printing.</summary>
internal sealed class OwnerSheetPage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    private const double PixelsPerMillimetre = 96 / 25.4;

    private OwnerEvidence? _evidence;
    private PlanDrawing? _plan;

    public override JobStage Stage => JobStage.Handover;

    public OwnerEvidence Evidence => _evidence ??= new OwnerEvidence(Sheet, LineAtHand!, Person);

    public int WidthMillimetres { get; } = 186;

    public int PlanHeightMillimetres { get; } = 96;

    /// <summary>The part of the site that the question is about.</summary>
    public new PlanDrawing Plan => _plan ??= Evidence.Plan(Pixels(WidthMillimetres), Pixels(PlanHeightMillimetres));

    public IActionResult OnGet() => LineAtHand is null ? NotFound() : Page();

    private static int Pixels(double millimetres) => (int)Math.Round(millimetres * PixelsPerMillimetre);
}
