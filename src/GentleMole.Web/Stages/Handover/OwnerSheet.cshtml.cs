using GentleMole.Core.Job;
using GentleMole.Core.Ledger;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Stages;

/// <summary>The question to the owner of one line on one sheet: why, where, what was read, and where a trial hole is asked for. For the browser's own printing.</summary>
internal sealed class OwnerSheetPage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    private const double PixelsPerMillimetre = 96 / 25.4;
    private const double RoundMetres = 6;
    private const double NearMetres = 5;
    private const int MostDots = 60;
    private const int MostPhotos = 6;

    private OwnerQuestion? _question;
    private PlanDrawing? _plan;

    public override JobStage Stage => JobStage.Handover;

    public SheetLine Line => LineAtHand!;

    public OwnerQuestion Question => _question ??= OwnerQuestion.Of(Sheet, Line, Person);

    public int WidthMillimetres { get; } = 186;

    public int PlanHeightMillimetres { get; } = 96;

    /// <summary>How its owner is reached, where the firm keeps it.</summary>
    public string Contact => Sheet.Owners.FirstOrDefault(o => string.Equals(o.Name, Line.Line.Owner, StringComparison.OrdinalIgnoreCase))?.Contact ?? "";

    public IReadOnlyList<JudgedDot> Dots => [.. Line.Dots.TakeLast(MostDots)];

    public IReadOnlyList<Hookup> Hookups => [.. Sheet.Job.Hookups.Where(h => h.LineId == Line.Line.Id).OrderBy(h => h.MadeAt)];

    /// <summary>What the current along it says, where enough was read.</summary>
    public LedgerTold? Ledger => Sheet.HookupOf(Line.Line.Id) is { } hookup && LineLedger.TaskOf(Line, hookup) is { } task ? new LedgerTold(task, CurrentLedger.Of(task).Value, Person) : null;

    /// <summary>Photos of what stands by the line or belongs to its kind.</summary>
    public IReadOnlyList<(SiteFeature Feature, Photo Photo)> Photos => [.. Sheet.Job.Features
        .Where(f => f.Points.Count > 0 && (f.Utility == Line.Line.Kind || (Line.BestRun is { } run && run.Project(f.Points[0]).Foot.DistanceTo(f.Points[0]) < NearMetres)))
        .SelectMany(f => f.Photos.Select(p => (f, p))).Take(MostPhotos)];

    /// <summary>The part of the site that the question is about.</summary>
    public new PlanDrawing Plan => _plan ??= DrawPart();

    public IActionResult OnGet() => LineAtHand is null ? NotFound() : Page();

    private PlanDrawing DrawPart()
    {
        var (width, height) = (Pixels(WidthMillimetres), Pixels(PlanHeightMillimetres));
        SitePoint[] points = [.. Line.BestRun?.Points ?? [], .. Line.Own?.Corners ?? [], .. Question.Hole is { } hole ? new[] { hole.Place } : []];
        var extras = new PlanExtras(TrialHole: Question.Hole?.Place, Followed: Line.Traced.Points.Count is >= 3 and <= LineFollowed.MostAtOnce ? LineFollowed.Of(Sheet, Line).Fit : null);
        if (points.Length == 0)
        {
            return new PlanDrawing(Sheet, Person.Units, width, height, null, extras: extras);
        }

        var (west, east) = (points.Min(p => p.East) - RoundMetres, points.Max(p => p.East) + RoundMetres);
        var (south, north) = (points.Min(p => p.North) - RoundMetres, points.Max(p => p.North) + RoundMetres);
        var scale = Math.Max((east - west) / width, (north - south) / height);
        return new PlanDrawing(Sheet, Person.Units, SceneFrame.Plan(((west + east) / 2) - (width * scale / 2), ((north + south) / 2) + (height * scale / 2), scale, width, height), null, extras);
    }

    private static int Pixels(double millimetres) => (int)Math.Round(millimetres * PixelsPerMillimetre);
}
