using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Core.Walk;
using GentleMole.Exchange;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>The walk over the site: cautions first, then what stands there and what it tells.</summary>
[RequestSizeLimit(PhotoFile.MostBytes + 1_000_000)]
[RequestFormLimits(MultipartBodyLengthLimit = PhotoFile.MostBytes + 1_000_000)]
internal sealed class WalkPage(MoleDb db, SheetLoader loader, PlaceClock clock, PhotoShelf shelf, UploadQuota quota) : SheetPage(db, loader)
{
    private const int MostPoints = 100;

    /// <summary>Feature at hand; none for a new one.</summary>
    [BindProperty(SupportsGet = true, Name = "feature")]
    public int? FeatureId { get; set; }

    public static IEnumerable<FeatureKind> Kinds { get; } =
        Enum.GetValues<FeatureKind>().Where(k => k is not (FeatureKind.Ground or FeatureKind.LostChamber));

    public override JobStage Stage => JobStage.Walk;

    public SiteFeature? Feature => Sheet.Job.Features.Find(f => f.Id == FeatureId);

    public IEnumerable<SiteFeature> Placed => Sheet.Job.Features.Where(f => f.Points.Count > 0 && WalkWordsTagged(f.Kind));

    protected override bool IsFieldWork => true;

    public Clue ClueOf(SiteFeature feature) => Clue.Of(
        JobSheet.PlacedOf(feature),
        [.. Sheet.Job.Features.Where(f => f.Kind is FeatureKind.Kerb or FeatureKind.Boundary && SiteRules.IsRun(f.Points)).Select(f => new Run(f.Points))],
        [.. Sheet.Recorded.Select(r => (r.Kind, r.Run)).Concat(Sheet.Lines.Where(l => l.Expected is not null).Select(l => (l.Line.Kind, l.Expected!)))]);

    public IActionResult OnGet() => FeatureId is not null && Feature is null ? NotFound() : Page();

    /// <summary>Cautions read and accepted: who and when is logged.</summary>
    public async Task<IActionResult> OnPostCautionsAsync()
    {
        var reader = Reader();
        var day = Sheet.Now.Date;
        var read = Sheet.OpenCautions.Where(c => reader.Ticked("read" + c)).ToList();
        if (read.Count < Sheet.OpenCautions.Count)
        {
            var (name, _) = WalkWords.Caution(Sheet.OpenCautions.Except(read).First());
            reader.Refuse("read", $"Read and tick every caution; “{name}” is open.");
            return Refused(reader);
        }

        Db.Acks.AddRange(read.Select(c => new CautionAck { JobId = Id, Caution = c, Day = day, By = Visitor.Name, At = clock.Moment }));
        await SaveAsync();
        return Done();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var kind = reader.Choice("kind", FeatureKind.Chamber);
        var (name, material, note) = (reader.Text("name", 100), reader.Text("material", LineRules.MostMaterial), reader.Text("note", 500));
        UtilityKind? utility = reader.Has("utility") ? reader.Choice("utility", UtilityKind.Unknown) : null;
        var points = reader.Places("places", MostPoints);
        var was = reader.Place("wasEast", "wasNorth");
        var doubt = reader.Length("doubt", RecordRules.Doubt);
        var photo = await PhotoShelf.OfFormAsync(Request.Form, reader, Id, quota, HttpContext.RequestAborted);
        if (reader.IsGood && points.Count == 0 && PlaceOf(photo?.Facts) is { } place)
        {
            (points, doubt) = ([place], doubt ?? PhotoPlace.DoubtMetres);
        }

        if (reader.IsGood && points.Count == 0)
        {
            reader.Refuse("places", photo is { Facts.Position: null }
                ? "The photo does not know where it was taken. Click the plan or type east and north."
                : photo is not null ? "The photo was taken somewhere else. Click the plan or type east and north." : "Say where it stands: click the plan or type east and north.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var feature = FeatureId is { } id ? await Db.Features.SingleOrDefaultAsync(f => f.Id == id && f.JobId == Id) : null;
        feature ??= Db.Features.Add(new SiteFeature { JobId = Id, Name = name, PlacedBy = Visitor.Name, PlacedAt = clock.Moment }).Entity;
        (feature.Kind, feature.Name, feature.Material, feature.Note, feature.Utility, feature.Points) = (kind, name, material, note, utility, points);
        (feature.WasEast, feature.WasNorth, feature.DoubtMetres) = (was?.East, was?.North, doubt ?? 0.3);
        feature.Shape = points.Count > 1 ? FeatureShape.Line : FeatureShape.Spot;
        if (photo is { } taken)
        {
            feature.Photos.Add(await shelf.KeepAsync(Id, taken.Content, taken.Facts, HttpContext.RequestAborted));
        }

        await SaveAsync();
        return RedirectToPage(null, null, new { id = Id, feature = feature.Id });
    }

    public async Task<IActionResult> OnPostRemoveAsync()
    {
        if (await Db.Features.Include(f => f.Photos).SingleOrDefaultAsync(f => f.Id == FeatureId && f.JobId == Id) is { } feature)
        {
            // The files stay on the shelf: the log names them by their hash.
            Db.Features.Remove(feature);
            await SaveAsync();
        }

        return RedirectToPage(null, null, new { id = Id });
    }

    /// <summary>A question of record and site, settled by somebody with a reason.</summary>
    public async Task<IActionResult> OnPostSettleAsync()
    {
        var reader = Reader();
        var outcome = reader.Text("outcome", 500, required: true);
        var question = Sheet.OpenQuestions.FirstOrDefault(q => q.FeatureId == reader.Whole("questionFeature", "", 0, int.MaxValue)
            && q.RecordId == reader.Whole("questionRecord", "", 0, int.MaxValue));
        if (question is null && reader.IsGood)
        {
            return Done();
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Settlements.Add(new Settlement
        {
            JobId = Id, FeatureId = question!.FeatureId, RecordLineId = question.RecordId, DistanceMetres = question.DistanceMetres,
            Outcome = outcome, By = Visitor.Name, At = clock.Moment,
        });
        await SaveAsync();
        return Done();
    }

    protected override bool IsBeforeFieldWork(string? handler) => handler is "Cautions";

    protected override PlanExtras OnPlan => new(SelectedFeatureId: FeatureId);

    private static bool WalkWordsTagged(FeatureKind kind) => WalkWords.Tag(kind).Length > 0;

    /// <summary>The place that a photo knows, when it lies near what is on the sheet.</summary>
    private SitePoint? PlaceOf(PhotoFacts? facts)
    {
        if (facts?.Position is not { } position)
        {
            return null;
        }

        var place = Sheet.Job.Origin.ToSite(position);
        return PhotoPlace.Fits(place, Sheet.Job.DigCorners.Concat(Sheet.Job.Features.SelectMany(f => f.Points))) ? place : null;
    }
}
