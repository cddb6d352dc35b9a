using GentleMole.Core;
using GentleMole.Core.Job;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;
using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using GentleMole.Web.Sheet;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>
/// A stage of one job: loads the sheet before any handler runs, asks why when something accepted is changed, and gives back what was typed when it could not be kept.
/// </summary>
internal abstract class SheetPage(MoleDb db, SheetLoader loader) : PageModel, IEntryPage
{
    private IReadOnlyList<string>? _carried;
    private PlanDrawing? _plan;
    private SectionDrawing? _section;

    [BindProperty(SupportsGet = true, Name = "id")]
    public int Id { get; set; }

    /// <summary>Line at hand, by its id.</summary>
    [BindProperty(SupportsGet = true, Name = "line")]
    public int? LineId { get; set; }

    /// <summary>How the section is cut: <c>line</c> or <c>dig</c>; <c>current</c> for the ledger in its place.</summary>
    [BindProperty(SupportsGet = true, Name = "cut")]
    public string? CutBy { get; set; }

    public JobSheet Sheet { get; private set; } = null!;

    public Person Person { get; private set; } = null!;

    public SignedInPerson Visitor { get; private set; } = null!;

    public IReadOnlyList<FieldError> Errors { get; private set; } = [];

    /// <summary>What somebody else changed while this was typed.</summary>
    public IReadOnlyList<LogEntry> Clashes { get; private set; } = [];

    public abstract JobStage Stage { get; }

    public virtual SheetLine? LineAtHand => Sheet.LineById(LineId);

    public virtual JudgedDot? SelectedDot => null;

    /// <summary>True when what this page changes was accepted before: then every change says why.</summary>
    public virtual bool NeedsWhy => Sheet.Job.HandedOverAt is not null;

    public bool MayChange => Access.MayChange(PageContext.ActionDescriptor.ViewEnginePath, Visitor.Role);

    protected virtual bool CutAlongLine => CutBy == "line";

    /// <summary>Field work waits until the cautions of the site have been acknowledged today.</summary>
    protected virtual bool IsFieldWork => false;

    protected MoleDb Db => db;

    public PlanDrawing Plan => _plan ??= DrawPlan();

    public SectionDrawing Section => _section ??= Sheet.Drawn.Get(
        (nameof(Section), CutAlongLine ? LineAtHand?.Line.Id : null, Person.Units, Person.SectionWidth, Person.SectionHeight),
        () => new SectionDrawing(Sheet, CutAlongLine ? LineAtHand : null, Person.Units, Person.SectionWidth, Person.SectionHeight));

    /// <summary>True where the current along the line at hand can be shown in the section's place.</summary>
    public virtual bool HasLedger => false;

    /// <summary>True where what devices send is shown while it comes.</summary>
    public virtual bool IsLive => false;

    /// <summary>The line of which a crossing on the strip may be made a dot.</summary>
    public virtual SoughtLine? TakesDots => null;

    /// <summary>Modes in which what is crossed may be that line, as a browser is told them; a strip that says none may be any.</summary>
    public virtual string TakesModes => "";

    /// <summary>True where a simulated device walks or has walked.</summary>
    public virtual bool IsSimulated => false;

    /// <summary>What stands under the plan instead of the section: the part and its model.</summary>
    public virtual (string Part, object Model)? Lower => null;

    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        Person = Person.Of(HttpContext);
        Visitor = User.SignedIn()!;
        if (!ModelState.IsValid || await loader.LoadAsync(Id, HttpContext.RequestAborted) is not { } sheet)
        {
            context.Result = NotFound();
            return;
        }

        Sheet = sheet;
        if (Access.IsChange(Request.Method, context.HandlerMethod?.Name) && RefusedAtTheDoor(context.HandlerMethod?.Name) is { } refusal)
        {
            context.Result = refusal;
            return;
        }

        await next();
    }

    public IActionResult Stored() => Done();

    public async Task<IActionResult> ToldAsync(IReadOnlyList<LogEntry> changes, IReadOnlyList<string> carried)
    {
        Sheet = await loader.LoadAsync(Id, HttpContext.RequestAborted) ?? Sheet;
        (Clashes, _carried) = (changes, carried);
        return Refused([new FieldError("clash", "Somebody else changed this while you typed. Nothing was overwritten.")]);
    }

    /// <summary>A part of the plan as it is drawn at its scale: a closer look shows more of it, and its names where they have room then.</summary>
    public async Task<IActionResult> OnGetWindowAsync(double west, double north, int width, int height, double unit)
    {
        if (PartOf(west, north, width, height, unit) is not { } part)
        {
            return BadRequest();
        }

        await PrepareWindowAsync();
        return Partial("_PlanWindow", new PlanDrawing(Sheet, Person.Units, part, SelectedDot, OnPlan));
    }

    /// <summary>The part of the plan that a browser says it looks at; null when there is no such part.</summary>
    protected static SceneFrame? PartOf(double west, double north, int width, int height, double unit) =>
        SiteRules.IsPlace(new SitePoint(west, north)) && width is >= 50 and <= 6000 && height is >= 50 and <= 6000 && unit is > 1e-5 and < 1000
            ? SceneFrame.Plan(west, north, unit, width, height)
            : null;

    /// <summary>What the forms of the page say that was seen.</summary>
    public FormSight Sight => FormSight.Of(Request, Errors.Count > 0, _carried, Sheet.LogHead);

    /// <summary>What was typed, when the form came back with an error; else what is stored.</summary>
    public string Typed(string name, string? stored) =>
        Errors.Count > 0 && Request.HasFormContentType && Request.Form.ContainsKey(name) ? Request.Form[name].ToString() : stored ?? "";

    public bool HasError(params string[] fields) => Errors.Any(e => fields.Contains(e.Field));

    public string CutLink(string cut) =>
        $"{Request.Path}?{(LineId is { } line ? $"line={line}&" : "")}{(Request.Query["dot"].ToString() is { Length: > 0 } dot ? $"dot={Uri.EscapeDataString(dot)}&" : "")}cut={cut}";

    /// <summary>What this stage shows on the plan besides the sheet itself.</summary>
    protected virtual PlanExtras OnPlan => new();

    protected virtual PlanDrawing DrawPlan()
    {
        var room = Person.Of(HttpContext, Lower?.Part ?? "");
        return new PlanDrawing(Sheet, Person.Units, room.PlanWidth, room.PlanHeight, SelectedDot, extras: OnPlan);
    }

    /// <summary>Makes ready what <see cref="OnPlan"/> needs when only a part of the plan is asked for.</summary>
    protected virtual Task PrepareWindowAsync() => Task.CompletedTask;

    protected FormReader Reader() => new(Request.Form, Person);

    /// <summary>The same page again, with the sentences at their fields and everything still typed in.</summary>
    protected IActionResult Refused(FormReader reader) => Refused(reader.Errors);

    protected IActionResult Refused(IReadOnlyList<FieldError> errors)
    {
        Errors = errors;
        return Page();
    }

    protected Task<Job> TrackedJobAsync() => db.Jobs.SingleAsync(j => j.Id == Id, HttpContext.RequestAborted);

    protected Task SaveAsync() => db.SaveChangesAsync(HttpContext.RequestAborted);

    /// <summary>Back to this stage after a change, so that a reload repeats nothing.</summary>
    protected IActionResult Done(object? more = null)
    {
        var route = new RouteValueDictionary(more) { ["id"] = Id };
        if (!route.ContainsKey("line") && LineId is { } line)
        {
            route["line"] = line;
        }

        return RedirectToPage(null, null, route);
    }

    /// <summary>True for handlers that may run before the cautions are acknowledged.</summary>
    protected virtual bool IsBeforeFieldWork(string? handler) => false;

    /// <summary>False for handlers that leave the job as it is.</summary>
    protected virtual bool ChangesJob(string? handler) => true;

    private IActionResult? RefusedAtTheDoor(string? handler)
    {
        if (!Request.HasFormContentType)
        {
            return BadRequest();
        }

        if (db.Change.Why.Length > 500)
        {
            return Refused([new FieldError("changeWhy", "The reason is too long; 500 characters are the most.")]);
        }

        if (NeedsWhy && ChangesJob(handler) && db.Change.Why.Length == 0)
        {
            return Refused([new FieldError("changeWhy", "This was accepted before. Say why it is changed; the log keeps it.")]);
        }

        return IsFieldWork && !IsBeforeFieldWork(handler) && Sheet.OpenCautions.Count > 0
            ? Refused([new FieldError("cautions", "Work on site begins after the walk's cautions have been acknowledged today.")])
            : null;
    }
}
