using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Notices;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Stages;

/// <summary>The desk study: owners asked, sheets that came, and what they say turned into lines on the sheet.</summary>
[RequestSizeLimit(DrawingReader.MostBytes + 1_000_000)]
[RequestFormLimits(MultipartBodyLengthLimit = DrawingReader.MostBytes + 1_000_000)]
internal sealed class RecordsPage(MoleDb db, SheetLoader loader, PlaceClock clock, ImportDesk desk, ReadingRoom room, UploadQuota quota) : SheetPage(db, loader)
{
    private const int MostPoints = 500;

    /// <summary>Owner at hand, by name.</summary>
    [BindProperty(SupportsGet = true, Name = "owner")]
    public string? OwnerName { get; set; }

    /// <summary>An uploaded drawing that is not taken over yet.</summary>
    [BindProperty(SupportsGet = true, Name = "import")]
    public Guid? ImportId { get; set; }

    /// <summary>Record line at hand.</summary>
    [BindProperty(SupportsGet = true, Name = "record")]
    public int? RecordId { get; set; }

    public override JobStage Stage => JobStage.Records;

    public OwnerFile? OpenFile => Sheet.Files.FirstOrDefault(f => string.Equals(f.Owner, OwnerName, StringComparison.OrdinalIgnoreCase));

    public RecordLine? Edited => Sheet.Job.Records.Find(r => r.Id == RecordId);

    /// <summary>The drawing being taken over, with how it would be laid on the site.</summary>
    public ImportView? Import { get; private set; }

    public IEnumerable<(string Text, RecordWarning Warning)> Warnings =>
        Sheet.Job.Records.SelectMany(r => RecordWarnings.In(r.Material, r.Ducts, r.Source, r.Owner).Select(w => (Text: r.Owner, Warning: w)))
            .Concat(Sheet.Lines.SelectMany(l => RecordWarnings.In(l.Line.Material).Select(w => (Text: l.Line.Owner, Warning: w))))
            .Distinct();

    public IEnumerable<SiteFeature> Chambers => Sheet.Job.Features.Where(f => f.Points.Count > 0
        && f.Kind is FeatureKind.Chamber or FeatureKind.Box or FeatureKind.Pit or FeatureKind.Valve or FeatureKind.Cabinet);

    public IEnumerable<SiteFeature> Boundaries => Sheet.Job.Features.Where(f => SiteRules.IsRun(f.Points) && f.Shape != FeatureShape.Spot);

    public async Task<IActionResult> OnGetAsync()
    {
        if (ImportId is { } id)
        {
            Import = await desk.OpenAsync(Id, id, Sheet, ImportChoice.Empty, HttpContext.RequestAborted);
        }

        return Page();
    }

    /// <summary>Owner asked, or its answer changed.</summary>
    public async Task<IActionResult> OnPostAskAsync()
    {
        var reader = Reader();
        var owner = reader.Text("ownerAsked", LineRules.MostOwner, required: true);
        var asked = reader.Day("asked") ?? clock.Now(Sheet.Firm.TimeZone).Date;
        var known = Sheet.Owners.FirstOrDefault(o => string.Equals(o.Name, owner, StringComparison.OrdinalIgnoreCase));
        var valid = reader.Rule("valid") ?? ValidityRule.Stored(known?.RecordsValid ?? "30 d");
        var (sheets, nothing, note) = (reader.Text("sheets", RecordRules.MostSheets), reader.Ticked("nothing"), reader.Text("note", 500));
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var request = await Db.Requests.SingleOrDefaultAsync(r => r.JobId == Id && r.Owner == owner)
            ?? Db.Requests.Add(new RecordRequest { JobId = Id, Owner = owner }).Entity;
        (request.AskedOn, request.Valid, request.SheetsNeeded, request.Nothing, request.Note) = (asked, valid.Text, sheets, nothing, note);
        await SaveAsync();
        return Done(new { owner });
    }

    public async Task<IActionResult> OnPostSheetAsync()
    {
        var reader = Reader();
        var name = reader.Text("sheetName", 100);
        var reference = reader.Text("reference", RecordRules.MostReference, required: true);
        var (dated, received) = (reader.Day("dated"), reader.Day("receivedOn") ?? Sheet.Now.Date);
        var request = await Db.Requests.SingleOrDefaultAsync(r => r.JobId == Id && r.Owner == OwnerName);
        if (request is null)
        {
            reader.Refuse("reference", "Log first that the owner was asked.");
        }
        else if (dated > received)
        {
            reader.Refuse("dated", "The sheet is dated after the day on which it came.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Sheets.Add(new RecordSheet { JobId = Id, RequestId = request!.Id, Name = name, Reference = reference, Dated = dated, ReceivedOn = received });
        await SaveAsync();
        return Done(new { owner = OwnerName });
    }

    /// <summary>A line drawn by hand, or measured off the plan as cover over offset.</summary>
    public async Task<IActionResult> OnPostLineAsync()
    {
        var reader = Reader();
        var (kind, owner, material) = (reader.Choice("kind", UtilityKind.Unknown), reader.Text("lineOwner", LineRules.MostOwner, required: true), reader.Text("material", LineRules.MostMaterial));
        var cover = reader.Length("cover", RecordRules.Cover);
        var doubt = reader.Length("doubt", RecordRules.Doubt);
        var ducts = reader.Text("ducts", RecordRules.MostDucts);
        if (ducts.Length > 0)
        {
            reader.Refuse(DuctBank.Parse(ducts, "ducts").Errors);
        }

        var points = reader.Places("points", MostPoints);
        var source = "drawn from the plan";
        if (reader.Has("boundary"))
        {
            (points, cover, doubt, source) = FromOffsets(reader, cover, doubt);
        }
        else if (reader.IsGood && !SiteRules.IsRun(points))
        {
            reader.Refuse("points", "A record line needs at least two different points; click it on the plan, or measure it from a boundary.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var record = await Db.Records.SingleOrDefaultAsync(r => r.Id == RecordId && r.JobId == Id)
            ?? Db.Records.Add(new RecordLine { JobId = Id, Owner = owner, Source = source }).Entity;
        (record.Kind, record.Owner, record.Material, record.Points) = (kind, owner, material, points);
        (record.CoverMetres, record.DoubtMetres, record.Ducts) = (cover, doubt ?? 1, ducts);
        await SaveAsync();
        return RedirectToPage(null, null, new { id = Id });
    }

    /// <summary>A service from a main to the premises, with its length as the plan says it.</summary>
    public async Task<IActionResult> OnPostLeadInAsync()
    {
        var reader = Reader();
        var main = Sheet.Job.Records.Find(r => r.Id == reader.Whole("main", "", 1, int.MaxValue) && r.Points.Count >= 2);
        if (main is null)
        {
            reader.Refuse("main", "Choose the record line that it leaves.");
        }

        var place = reader.Place("premisesEast", "premisesNorth");
        if (place is null && reader.IsGood)
        {
            reader.Refuse("premisesEast", "Say where it enters the premises: click the plan or type east and north.");
        }

        var (length, cover, material) = (reader.Length("leadLength", RecordRules.LeadLength), reader.Length("leadCover", RecordRules.Cover), reader.Text("leadMaterial", LineRules.MostMaterial));
        Result<DigitisedLine>? lead = null;
        if (reader.IsGood)
        {
            lead = RecordGeometry.LeadIn(new Run(main!.Points), place!.Value, length, cover ?? main.CoverMetres ?? 0, main.DoubtMetres);
            reader.Refuse(lead.Errors.Select(e => e.Field == "premises" ? e with { Field = "premisesEast" } : e));
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Records.Add(new RecordLine
        {
            JobId = Id, Kind = main!.Kind, Owner = main.Owner, Material = material, Points = [.. lead!.Value.Points],
            CoverMetres = cover ?? main.CoverMetres, DoubtMetres = lead.Value.DoubtMetres,
            Source = length is { } l ? $"lead-in, {Person.Run(l)} by the plan" : "lead-in",
        });
        await SaveAsync();
        return Done();
    }

    public async Task<IActionResult> OnPostRemoveAsync()
    {
        if (await Db.Records.SingleOrDefaultAsync(r => r.Id == RecordId && r.JobId == Id) is { } record)
        {
            Db.Records.Remove(record);
            await SaveAsync();
        }

        return RedirectToPage(null, null, new { id = Id });
    }

    /// <summary>Where a lost chamber should be, kept as a feature with its circle.</summary>
    public async Task<IActionResult> OnPostChamberAsync()
    {
        var reader = Reader();
        var along = Sheet.Job.Records.Find(r => r.Id == reader.Whole("along", "", 1, int.MaxValue) && r.Points.Count >= 2);
        var from = Chambers.FirstOrDefault(c => c.Id == reader.Whole("from", "", 1, int.MaxValue));
        var lengths = reader.Lengths("lengths", 0.1, 5000);
        if (along is null)
        {
            reader.Refuse("along", "Choose the record line that the chambers lie on.");
        }

        if (from is null)
        {
            reader.Refuse("from", "Choose a chamber that can be seen. Place it on the walk first.");
        }

        Result<LostPlace>? lost = null;
        if (reader.IsGood)
        {
            var run = new Run(along!.Points);
            lost = RecordGeometry.LostChamber(run, run.Project(from!.Points[0]).ChainageMetres, lengths, reader.Text("way", 10) == "Back", along.DoubtMetres);
            reader.Refuse(lost.Errors);
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Features.Add(new SiteFeature
        {
            JobId = Id,
            Shape = FeatureShape.Spot,
            Kind = FeatureKind.LostChamber,
            Name = "",
            Points = [lost!.Value.Place],
            DoubtMetres = lost.Value.RadiusMetres,
            Utility = along!.Kind,
            Note = $"{string.Join(" + ", lengths.Select(l => l.ToString("0.0", CultureInfo.InvariantCulture)))} m from {(from!.Name.Length > 0 ? from.Name : "the chamber seen")}, by the plan of {along.Owner}",
            PlacedBy = Visitor.Name,
            PlacedAt = clock.Moment,
        });
        await SaveAsync();
        return Done();
    }

    public async Task<IActionResult> OnPostUploadAsync()
    {
        var reader = Reader();
        if (Request.Form.Files.GetFile("file") is not { Length: > 0 } file)
        {
            reader.Refuse("file", "Choose a drawing: GeoJSON, GeoPackage, DXF or KML.");
            return Refused(reader);
        }

        if (await quota.RefuseAsync(Id, file.Length, "file", HttpContext.RequestAborted) is { } full)
        {
            reader.Refuse([full]);
            return Refused(reader);
        }

        var kept = await desk.KeepAsync(Id, Sent, file, HttpContext.RequestAborted);
        reader.Refuse(kept.Errors);
        return reader.IsGood ? RedirectToPage(null, null, new { id = Id, import = kept.Value }) : Refused(reader);
    }

    /// <summary>Where a drawing stands that was sent and is not read yet, in words.</summary>
    public IActionResult OnGetReading(Guid sent) => Content(room.Before(sent) switch
    {
        null => "",
        0 => "It is there and is being read.",
        1 => "It is there; one drawing is read before it.",
        var more => $"It is there; {more} drawings are read before it.",
    });

    /// <summary>The drawing laid on the site as chosen so far; nothing is kept.</summary>
    public async Task<IActionResult> OnPostPreviewJudgeAsync() => await ImportAsync(keep: false);

    public async Task<IActionResult> OnPostImportAsync() => await ImportAsync(keep: true);

    protected override PlanExtras OnPlan => new(Preview: Import?.Trails);

    protected override async Task PrepareWindowAsync() =>
        Import = ImportId is { } id ? await desk.OpenAsync(Id, id, Sheet, ImportChoice.Empty, HttpContext.RequestAborted) : null;

    /// <summary>A drawing that is only looked at changes nothing yet.</summary>
    protected override bool ChangesJob(string? handler) => handler is not "Upload";

    private Guid Sent => Guid.TryParse(Request.Form["once"], out var once) ? once : Guid.NewGuid();

    private async Task<IActionResult> ImportAsync(bool keep)
    {
        var reader = Reader();
        var choice = ImportChoice.Read(reader, Request.Form);
        Import = await desk.OpenAsync(Id, ImportId ?? default, Sheet, choice, HttpContext.RequestAborted);
        if (Import is null)
        {
            return NotFound();
        }

        reader.Refuse(Import.Errors);
        if (keep && reader.IsGood)
        {
            reader.Refuse(choice.Check(Import));
        }

        if (!keep || !reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Records.AddRange(Import.Lines(Id, choice));
        await SaveAsync();
        desk.Forget(Id, Import.Id);
        return RedirectToPage(null, null, new { id = Id });
    }

    private (List<SitePoint> Points, double? Cover, double? Doubt, string Source) FromOffsets(FormReader reader, double? cover, double? doubt)
    {
        var boundary = Boundaries.FirstOrDefault(f => f.Id == reader.Whole("boundary", "", 1, int.MaxValue));
        if (boundary is null)
        {
            reader.Refuse("boundary", "This boundary is not on the sheet any more; choose another.");
            return ([], cover, doubt, "");
        }

        var left = reader.Text("side", 10) == "Left";
        var figures = reader.CoversOverOffsets("figures").Select(f => f with { OffsetMetres = left ? -f.OffsetMetres : f.OffsetMetres }).ToList();
        if (!reader.IsGood)
        {
            return ([], cover, doubt, "");
        }

        var line = RecordGeometry.FromOffsets(new Run(boundary.Points), figures);
        reader.Refuse(line.Errors);
        return line.IsGood
            ? ([.. line.Value.Points], line.Value.CoverMetres, doubt ?? line.Value.DoubtMetres, $"cover over offset from {(boundary.Name.Length > 0 ? boundary.Name : "a boundary")}")
            : ([], cover, doubt, "");
    }
}
