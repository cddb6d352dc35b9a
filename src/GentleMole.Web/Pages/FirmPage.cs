using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Web.Forms;
using GentleMole.Web.Setup;
using GentleMole.Web.Trust;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace GentleMole.Web.Pages;

/// <summary>A page about the firm as a whole: gives back what was typed when it could not be kept.</summary>
internal abstract class FirmPage(MoleDb db) : PageModel
{
    public Person Person { get; private set; } = null!;

    public SignedInPerson Visitor { get; private set; } = null!;

    public IReadOnlyList<FieldError> Errors { get; private set; } = [];

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

        await LoadAsync(HttpContext.RequestAborted);
        await next();
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
}
