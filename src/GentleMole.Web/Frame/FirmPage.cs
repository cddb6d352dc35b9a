using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Web.Forms;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Frame;

/// <summary>
/// A page about the firm as a whole: gives back what was typed when it could not be kept.
/// </summary>
internal abstract class FirmPage(MoleDb db) : PageModel, IEntryPage
{
    private IReadOnlyList<string>? _carried;

    public Person Person { get; private set; } = null!;

    public SignedInPerson Visitor { get; private set; } = null!;

    public IReadOnlyList<FieldError> Errors { get; protected set; } = [];

    /// <summary>What somebody else changed while this was typed.</summary>
    public IReadOnlyList<LogEntry> Clashes { get; private set; } = [];

    /// <summary>Number of the last log entry when the page was read.</summary>
    public long LogHead { get; private set; }

    /// <summary>What the forms of the page say that was seen.</summary>
    public FormSight Sight => FormSight.Of(Request, Errors.Count > 0, _carried, LogHead);

    /// <summary>Zone in which moments are told.</summary>
    public string TimeZone { get; private set; } = "UTC";

    public bool MayChange => Access.MayChange(PageContext.ActionDescriptor.ViewEnginePath, Visitor.Role);

    protected MoleDb Db => db;

    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        Person = Person.Of(HttpContext);
        Visitor = User.SignedIn()!;
        if (!ModelState.IsValid)
        {
            context.Result = NotFound();
            return;
        }

        await ReadAsync();
        await next();
    }

    public IActionResult Stored() => RedirectToPage();

    public async Task<IActionResult> ToldAsync(IReadOnlyList<LogEntry> changes, IReadOnlyList<string> carried)
    {
        await ReadAsync();
        (Clashes, _carried) = (changes, carried);
        Errors = [new FieldError("clash", "Somebody else changed this while you typed. Nothing was overwritten; look, and send it again.")];
        return Page();
    }

    public string Typed(string name, string? stored = "") =>
        Errors.Count > 0 && Request.HasFormContentType && Request.Form.ContainsKey(name) ? Request.Form[name].ToString() : stored ?? "";

    protected abstract Task LoadAsync(CancellationToken cancellation);

    protected FormReader Reader() => new(Request.Form, Person);

    /// <summary>The page again, with the sentences at their fields.</summary>
    protected IActionResult Refused(FormReader reader)
    {
        Errors = reader.Errors;
        return Page();
    }

    protected Task SaveAsync() => db.SaveChangesAsync(HttpContext.RequestAborted);

    /// <summary>All of one moment, with the number of the log's last entry at that moment.</summary>
    private async Task ReadAsync()
    {
        await using var moment = await db.BeginSnapshotAsync(HttpContext.RequestAborted);
        LogHead = await db.LogHeadAsync(HttpContext.RequestAborted);
        TimeZone = await db.Firms.Select(f => f.TimeZone).SingleAsync(HttpContext.RequestAborted);
        await LoadAsync(HttpContext.RequestAborted);
    }
}
