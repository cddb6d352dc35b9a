using System.Text;
using GentleMole.Core;
using GentleMole.Core.Handover;
using GentleMole.Core.Job;
using GentleMole.Exchange.Scenes;
using GentleMole.Core.Marking;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Stages;

/// <summary>What the person who digs receives, and whether it can go out.</summary>
internal sealed class HandoverPage(MoleDb db, SheetLoader loader, PlaceClock clock, PublicAddress address) : SheetPage(db, loader)
{
    /// <summary>Size of the drawing that is taken away: a landscape page.</summary>
    private const int DrawingWidth = 1414;
    private const int DrawingHeight = 1000;

    public override JobStage Stage => JobStage.Handover;

    protected override PlanExtras OnPlan => PlanExtras.Handed(Sheet);

    /// <summary>The plan as a drawing that needs nothing else.</summary>
    public IActionResult OnGetDrawing() => File(
        Encoding.UTF8.GetBytes(SvgScene.File(new PlanDrawing(Sheet, Person.Units, DrawingWidth, DrawingHeight, null, extras: OnPlan).Scene)), "image/svg+xml", $"job-{Id}-plan.svg");

    [BindProperty(SupportsGet = true, Name = "paper")]
    public string? Paper { get; set; }

    [BindProperty(SupportsGet = true, Name = "way")]
    public string? Way { get; set; }

    [BindProperty(SupportsGet = true, Name = "scale")]
    public string? Scale { get; set; }

    /// <summary>The sheet for print, as chosen; what is wrong with the choice is said on the page.</summary>
    public async Task<IActionResult> OnGetPdfAsync([FromServices] SheetLoader loader, [FromServices] PhotoShelf shelf)
    {
        var made = (await JobDownload.PrintAsync(Id, Person, PrintChoice.Read(Paper, Way, Scale), loader, shelf, HttpContext.RequestAborted))!;
        return made.IsGood ? File(made.Value, "application/pdf", $"job-{Id}.pdf") : Refused([.. made.Errors]);
    }

    private int Open => Sheet.Lines.Count(l => l.Line.Answer == LineAnswer.Pending);

    private int Unsure => Sheet.Lines.Count(l => l.Line.Answer is LineAnswer.NotFound or LineAnswer.Escalated);

    /// <summary>What stands in the way, where no utility is sought.</summary>
    private IReadOnlyList<FieldError> InTheWay => Sheet.Job.Sought == JobSought.Utilities
        ? AnswerRules.CheckHandover([.. Sheet.Lines.Select(l => l.Line.Answer)])
        : AnswerRules.CheckHandover([.. Sheet.Lines.Select(l => l.Line.Answer)], Sheet.Job.Profiles.Count, Sheet.Job.Profiles.Count(p => p.ReadAt is null));

    private int Unsettled => Sheet.Job.Bodies.Count(b => b.IsUnsettled);

    public string Shape => Sheet.Job.Sought != JobSought.Utilities ? InTheWay.Count > 0 ? "reject" : Unsettled > 0 ? "caution" : "sound"
        : Open > 0 || Sheet.Lines.Count == 0 ? "reject" : Unsure > 0 ? "caution" : "sound";

    public string Say => Sheet.Job.Sought != JobSought.Utilities
        ? InTheWay.Count > 0 ? $"Not ready: {InTheWay[0].Sentence[..1].ToLowerInvariant()}{InTheWay[0].Sentence[1..]}"
            : Sheet.Job.HandedOverAt is { } gone ? $"Handed over {ClockWords.Day(PlaceClock.Local(gone, Sheet.Firm.TimeZone).Date)}."
            : Unsettled > 0 ? $"It can go out, with {Unsettled} that {(Unsettled == 1 ? "is" : "are")} not known." : "It can go out."
        : Sheet.Lines.Count == 0
        ? "Nothing to hand over: no utility is on the notice."
        : Open > 0
            ? $"Not ready: {Open} {(Open == 1 ? "utility has" : "utilities have")} no answer."
            : Sheet.Job.HandedOverAt is { } at
                ? $"Handed over {ClockWords.Day(PlaceClock.Local(at, Sheet.Firm.TimeZone).Date)}."
                : Unsure > 0 ? $"It can go out, with {Unsure} not found or escalated." : "It can go out: every utility has its answer.";

    public string Why => HandoverWords.Sought(Sheet) is { } sought ? sought : Sheet.MarksExpire is { } until
        ? $"Marks hold until {ClockWords.Day(until)}, {ClockWords.Away(Period.DaysBetween(Sheet.Now.Date, until))}; after that they must be made again."
        : "Marks are dated when the first utility is answered as marked.";

    /// <summary>What is otherwise now than on the sheet that went out last.</summary>
    public IReadOnlyList<ClaimChange> Changes => _changes ??= SheetFacts.IsChangedSince(Sheet) ? SheetFacts.SinceLast(Sheet) : [];

    private IReadOnlyList<ClaimChange>? _changes;

    /// <summary>Links that were given out, those that hold first.</summary>
    public IReadOnlyList<DiggerLink> Links { get; private set; } = [];

    /// <summary>Address of a link that was just made; it is shown this once.</summary>
    public string? Made { get; private set; }

    public string When(Instant at) => ClockWords.Moment(PlaceClock.Local(at, Sheet.Firm.TimeZone));

    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        Links = await Db.DiggerLinks.AsNoTracking().Where(l => l.JobId == Id).OrderBy(l => l.RevokedAt != null).ThenByDescending(l => l.Id).ToListAsync(HttpContext.RequestAborted);
        await base.OnPageHandlerExecutionAsync(context, next);
    }

    /// <summary>A link for the one who digs.</summary>
    public async Task<IActionResult> OnPostLinkAsync()
    {
        var reader = Reader();
        var whom = reader.Text("whom", 100, required: true);
        if (reader.IsGood && Links.Count(l => l.RevokedAt is null) >= MostLinks)
        {
            reader.Refuse("whom", $"{MostLinks} links of this job hold already. Take one back first.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var (secret, hash) = Tokens.Make();
        var link = new DiggerLink { JobId = Id, ForWhom = whom, SecretHash = hash, MadeAt = clock.Moment, MadeBy = Visitor.Name };
        Db.DiggerLinks.Add(link);
        await SaveAsync();
        (Made, Links) = ($"{address.Of(Request)}/dig/{secret}", [link, .. Links]);
        return Page();
    }

    /// <summary>One is taken back.</summary>
    public async Task<IActionResult> OnPostUnlinkAsync()
    {
        var reader = Reader();
        if (reader.Whole("link", "", 1, int.MaxValue) is { } id && await Db.DiggerLinks.AsTracking().SingleOrDefaultAsync(l => l.Id == id && l.JobId == Id && l.RevokedAt == null) is { } link)
        {
            (link.RevokedAt, link.RevokedBy) = (clock.Moment, Visitor.Name);
            await SaveAsync();
        }

        return Done();
    }

    /// <summary>Who may look at a sheet is not what the sheet says.</summary>
    protected override bool ChangesJob(string? handler) => handler is not ("Link" or "Unlink" or "Take");

    public const int MostLinks = 20;

    /// <summary>Sheets that are listed, the last first; all of them are in the log.</summary>
    public const int MostSheets = 10;

    private const int MostName = 100;

    /// <summary>It goes out, signed by who hands over, and by who takes where they stand by.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        reader.Refuse(InTheWay);
        var (given, taken) = (reader.Text("given", MostName), reader.Text("taken", MostName));
        var (givenSign, takenSign) = (Sign(reader, "givenSign", "given"), Sign(reader, "takenSign", "taken"));
        if (takenSign.Length > 0 && taken.Length == 0)
        {
            reader.Refuse("taken", "Whose signature is it? Type the name of who takes the sheet.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var job = await TrackedJobAsync();
        job.HandedOverAt = clock.Moment;

        // What the sheet carries: the log as it stood when the job went out. Cut off later, it would not hold this head.
        job.HandoverHead = await Db.Log.OrderByDescending(e => e.Id).Select(e => e.Hash).FirstOrDefaultAsync(HttpContext.RequestAborted) ?? "";
        var facts = SheetFacts.Text(Sheet, job.HandoverHead);
        job.HandoverCode = SheetFacts.Code(facts);
        Db.Handed.Add(new HandedSheet
        {
            JobId = Id, Number = await Db.Handed.Where(h => h.JobId == Id).MaxAsync(h => (int?)h.Number, HttpContext.RequestAborted) + 1 ?? 1, At = clock.Moment, Account = Visitor.Name, GivenBy = given.Length > 0 ? given : Visitor.Name,
            GivenSign = givenSign, TakenBy = taken, TakenSign = takenSign, TakenAt = taken.Length > 0 ? clock.Moment : null, Head = job.HandoverHead, Code = job.HandoverCode, Facts = facts,
        });
        try
        {
            await SaveAsync();
        }
        catch (DbUpdateException)
        {
            Db.ChangeTracker.Clear();
            return Refused([new FieldError("given", "Somebody else handed it over at the same moment. Look at that sheet first.")]);
        }

        return Done();
    }

    /// <summary>Who takes the last sheet signs for it afterwards; once.</summary>
    public async Task<IActionResult> OnPostTakeAsync()
    {
        var reader = Reader();
        var (taken, sign) = (reader.Text("taken", MostName, required: true), Sign(reader, "takenSign", "taken"));
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        if (Sheet.LastHanded is { } last && await Db.Handed.AsTracking().SingleOrDefaultAsync(h => h.Id == last.Id && h.TakenAt == null) is { } handed)
        {
            (handed.TakenBy, handed.TakenSign, handed.TakenAt) = (taken, sign, clock.Moment);
            await SaveAsync();
        }

        return Done();
    }

    private static string Sign(FormReader reader, string name, string field)
    {
        var text = reader.Text(name, Signature.MostCharacters);
        if (Signature.Read(text) is null)
        {
            reader.Refuse(field, "The signature cannot be read. Clear the field and sign again, or leave it empty.");
            return "";
        }

        return text;
    }
}
