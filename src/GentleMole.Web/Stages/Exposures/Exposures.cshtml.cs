using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Exposures;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Exchange;
using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>The truth comes back: what was dug up, beside what was marked.</summary>
[RequestSizeLimit(PhotoFile.MostBytes + 1_000_000)]
[RequestFormLimits(MultipartBodyLengthLimit = PhotoFile.MostBytes + 1_000_000)]
internal sealed class ExposuresPage(MoleDb db, SheetLoader loader, PlaceClock clock, PhotoShelf shelf, UploadQuota quota, ExposureIntake intake) : SheetPage(db, loader)
{
    private const int MostNote = 500;

    /// <summary>Entries of the log that an inquiry shows at most; all of them are in the log.</summary>
    public const int MostKnown = 200;

    /// <summary>What is looked into.</summary>
    [BindProperty(SupportsGet = true, Name = "inquiry")]
    public Guid? InquiryId { get; set; }

    public override JobStage Stage => JobStage.Handover;

    /// <summary>All of them, the latest first.</summary>
    public IReadOnlyList<DugUp> All => _all ??= DugUp.Of(Sheet);

    private IReadOnlyList<DugUp>? _all;

    /// <summary>So many are listed; all of them are in the files of the handover.</summary>
    public const int MostListed = 100;

    public DugUp? Inquiry => All.FirstOrDefault(d => d.Hole.Id == InquiryId);

    /// <summary>What was known of it when it was dug up, in the order in which it came to be known.</summary>
    public IReadOnlyList<LogEntry> KnownThen { get; private set; } = [];

    /// <summary>To take something away from a sheet that is out needs a reason; to write down the truth does not.</summary>
    public override bool NeedsWhy => base.NeedsWhy && InquiryId is not null;

    /// <summary>What comes in contradicts nothing that was accepted: it stands beside it.</summary>
    protected override bool ChangesJob(string? handler) => handler == "Remove";

    public async Task<IActionResult> OnGetAsync()
    {
        await LookAsync();
        return InquiryId is not null && Inquiry is null ? NotFound() : Page();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var what = reader.Text("what", 40);
        var line = int.TryParse(what, NumberStyles.None, CultureInfo.InvariantCulture, out var id) ? Sheet.LineById(id) : null;
        var kind = UtilityKind.Unknown;
        if (line is null && !(Enum.TryParse(what, out kind) && Enum.IsDefined(kind)))
        {
            reader.Refuse("what", "Choose what was dug up.");
        }

        var places = reader.Places("where", 2);
        var (cover, outside) = (reader.Length("cover", Exposure.Cover), reader.Length("outside", Exposure.Outside));
        var note = reader.Text("holeNote", MostNote);
        if (places.Count != 1 && !reader.Errors.Any(e => e.Field == "where"))
        {
            reader.Refuse("where", "One place, over its middle: click the plan or type east and north.");
        }

        if (cover is null && !reader.Errors.Any(e => e.Field == "cover"))
        {
            reader.Refuse("cover", "How far from the surface to its top? 0 when it lies open.");
        }

        var photo = await PhotoShelf.OfFormAsync(Request.Form, reader, Id, quota, HttpContext.RequestAborted);
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var now = clock.Moment;
        var hole = new UncoveredLine
        {
            Id = Guid.NewGuid(), JobId = Id, LineId = line?.Line.Id, Kind = line?.Line.Kind ?? kind, EastMetres = places[0].East, NorthMetres = places[0].North, CoverMetres = cover!.Value, OutsideDiameterMetres = outside,
            IsDamaged = reader.Ticked("damaged"), Note = note, By = Visitor.Name, TakenAt = now, At = now,
        };
        if (photo is { } taken)
        {
            hole.Photos.Add(await shelf.KeepAsync(Id, taken.Content, taken.Facts, HttpContext.RequestAborted));
        }

        return (await intake.TakeAsync(Sheet, [hole], HttpContext.RequestAborted)).IsFull
            ? Refused([new FieldError("where", $"This job has {ExposureIntake.MostOfJob} places dug up; that is the most.")])
            : Done();
    }

    /// <summary>It was written down wrongly.</summary>
    public async Task<IActionResult> OnPostRemoveAsync()
    {
        if (await Db.Uncovered.Include(u => u.Photos).SingleOrDefaultAsync(u => u.JobId == Id && u.Id == InquiryId) is { } hole)
        {
            // The files stay on the shelf: the log names them by their hash.
            Db.Uncovered.Remove(hole);
            await SaveAsync();
        }

        return Done();
    }

    /// <summary>One sentence: how the marks did.</summary>
    public (string Shape, string Say, string Why) Verdict
    {
        get
        {
            var all = All;
            var (asked, held) = (all.Count(d => d.IsInquiry(Sheet)), all.Where(d => !d.IsUnmarked).ToList());
            var inside = held.Count(d => d.IsPlaceInside && d.IsDepthInside != false);
            return all.Count == 0 ? ("open", "Nothing was dug up yet.", "Whoever uncovers a line writes it down: where, how deep, how thick. It is the only proof that a mark was right.")
                : asked > 0 ? ("reject", $"{(asked == 1 ? "One place" : $"{asked} places")} to be looked into.", "What was known of it at the time stands in order behind each. Nobody is blamed by a list.")
                : inside < held.Count ? ("caution", $"{inside} of {held.Count} marks held what they stated.", "One in twenty may lie outside; more, and the ± are too narrow.")
                : ("sound", held.Count == 0 ? $"{(all.Count == 1 ? "One place" : $"{all.Count} places")} dug up, none where a mark was." : held.Count == 1 ? "The mark held what it stated." : $"All {held.Count} marks held what they stated.", "Where it was dug up the line is known, level A; between holes it is not.");
        }
    }

    private async Task LookAsync()
    {
        if (Inquiry is not { } asked)
        {
            return;
        }

        var subjects = new HashSet<string>();
        foreach (var line in new[] { asked.Line, asked.Under }.OfType<SheetLine>())
        {
            var id = line.Line.Id;
            subjects.Add(Subject("SoughtLine", id));
            subjects.UnionWith(line.Dots.Select(d => $"Reading:{d.Reading.Id}"));
            subjects.UnionWith(Sheet.Job.Hookups.Where(h => h.LineId == id).Select(h => Subject("Hookup", h.Id)));
            subjects.UnionWith(line.Records.Select(r => Subject("RecordLine", r.Id)));
            subjects.UnionWith(Sheet.Job.Found.Where(f => f.LineId == id).Select(f => Subject("FoundLine", f.Id)));
            subjects.UnionWith(Sheet.Job.Pushes.Where(p => p.LineId == id).Select(p => Subject("SondePush", p.Id)));
        }

        var known = subjects.ToList();
        var entries = await Db.Log.AsNoTracking().Where(e => e.JobId == Id && e.At <= asked.Hole.TakenAt && EF.Parameter(known).Contains(e.Subject))
            .OrderByDescending(e => e.Id).Take(MostKnown).ToListAsync(HttpContext.RequestAborted);
        KnownThen = [.. entries.OrderBy(e => e.Id)];
    }

    private static string Subject(string kind, int id) => string.Create(CultureInfo.InvariantCulture, $"{kind}:{id}");
}
