using GentleMole.Core;
using GentleMole.Core.Notices;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Pages;

/// <summary>
/// A stage of one job: loads the sheet before any handler runs, and gives back what was typed when it could not be read.
/// </summary>
internal abstract class SheetPage(MoleDb db, SheetLoader loader) : PageModel
{
    private PlanDrawing? _plan;
    private SectionDrawing? _section;

    [BindProperty(SupportsGet = true, Name = "id")]
    public int Id { get; set; }

    /// <summary>Line at hand, by its id.</summary>
    [BindProperty(SupportsGet = true, Name = "line")]
    public int? LineId { get; set; }

    /// <summary>How the section is cut: <c>line</c> or <c>dig</c>.</summary>
    [BindProperty(SupportsGet = true, Name = "cut")]
    public string? CutBy { get; set; }

    public JobSheet Sheet { get; private set; } = null!;

    public Person Person { get; private set; } = null!;

    public IReadOnlyList<FieldError> Errors { get; private set; } = [];

    public abstract JobStage Stage { get; }

    public virtual SheetLine? LineAtHand => Sheet.LineById(LineId);

    public virtual JudgedDot? SelectedDot => null;

    protected virtual bool CutAlongLine => CutBy == "line";

    protected MoleDb Db => db;

    public PlanDrawing Plan => _plan ??= new PlanDrawing(Sheet, Person.Units, Person.PlanWidth, Person.PlanHeight, SelectedDot);

    public SectionDrawing Section => _section ??= new SectionDrawing(
        Sheet, CutAlongLine ? LineAtHand : null, Person.Units, Person.SectionWidth, Person.SectionHeight);

    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        Person = Person.Of(HttpContext);
        if (!ModelState.IsValid || await loader.LoadAsync(Id, HttpContext.RequestAborted) is not { } sheet)
        {
            context.Result = NotFound();
            return;
        }

        Sheet = sheet;
        await next();
    }

    /// <summary>What was typed, when the form came back with an error; else what is stored.</summary>
    public string Typed(string name, string? stored) =>
        Errors.Count > 0 && Request.HasFormContentType && Request.Form.ContainsKey(name) ? Request.Form[name].ToString() : stored ?? "";

    public string CutLink(string cut) =>
        $"{Request.Path}?{(LineId is { } line ? $"line={line}&" : "")}{(Request.Query["dot"].ToString() is { Length: > 0 } dot ? $"dot={Uri.EscapeDataString(dot)}&" : "")}cut={cut}";

    protected FormReader Reader() => new(Request.Form, Person);

    /// <summary>The same page again, with the sentences at their fields and everything still typed in.</summary>
    protected IActionResult Refused(FormReader reader)
    {
        Errors = reader.Errors;
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
}
