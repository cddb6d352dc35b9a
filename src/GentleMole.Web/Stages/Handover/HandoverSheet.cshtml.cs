using GentleMole.Core.Job;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <summary>The handover on one sheet, plan and section to scale, for the browser's own printing.</summary>
internal sealed class HandoverSheetPage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    private const double PixelsPerMillimetre = 96 / 25.4;
    private static readonly int[] Scales = [50, 100, 200, 250, 500, 1000, 2000, 5000, 10_000, 50_000];

    private PlanDrawing? _plan;

    public override JobStage Stage => JobStage.Handover;

    /// <summary>A few photos; the rest stay with the job.</summary>
    public IReadOnlyList<(SiteFeature Feature, Photo Photo)> Photos =>
        [.. Sheet.Job.Features.Where(f => f.Points.Count > 0).SelectMany(f => f.Photos.Select(p => (f, p))).Take(6)];

    /// <summary>A few pictures out of pipes.</summary>
    public IReadOnlyList<(FindTold Find, Photo Photo)> CameraPhotos => [.. Sheet.Lines.SelectMany(l => l.Pushes).SelectMany(p => p.Finds).SelectMany(f => f.Find.Photos.Select(p => (f, p))).Take(6)];

    /// <summary>Width of an A4 sheet less its margins.</summary>
    public int WidthMillimetres { get; } = 186;

    public int PlanHeightMillimetres { get; } = 104;

    /// <summary>The largest usual scale at which the whole site fits.</summary>
    public int Scale
    {
        get
        {
            var fitted = new PlanDrawing(Sheet, Person.Units, Pixels(WidthMillimetres), Pixels(PlanHeightMillimetres), null).MetresPerPixel;
            var denominator = fitted * PixelsPerMillimetre * 1000;
            return Scales.FirstOrDefault(s => s >= denominator, Scales[^1]);
        }
    }

    public new PlanDrawing Plan => _plan ??= new PlanDrawing(
        Sheet, Person.Units, Pixels(WidthMillimetres), Pixels(PlanHeightMillimetres), null, Scale / 1000.0 / PixelsPerMillimetre, new PlanExtras(Silent: SilentOverlay.Handed(Sheet)));

    public new SectionDrawing Section => new(Sheet, null, Person.Units, Pixels(WidthMillimetres), Pixels(58));

    private static int Pixels(double millimetres) => (int)Math.Round(millimetres * PixelsPerMillimetre);
}
