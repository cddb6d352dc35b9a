using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;

namespace GentleMole.Web.Trust;

/// <summary>Where a one-time link leads: the person sets a password that nobody else has seen.</summary>
[AllowAnonymous]
[EnableRateLimiting(RateLimits.Door)]
internal sealed class ResetPage(MoleDb db, ResetLinks links, PersonSessions sessions, SecurityBook book) : PageModel
{
    /// <summary>Whose link it is; null when it holds no more.</summary>
    public MoleUser? Whose { get; private set; }

    public IReadOnlyList<FieldError> Errors { get; private set; } = [];

    public async Task OnGetAsync(string code) => Whose = await links.WhoseAsync(code, HttpContext.RequestAborted);

    public async Task<IActionResult> OnPostAsync(string code)
    {
        Whose = await links.WhoseAsync(code, HttpContext.RequestAborted);
        if (Whose is null)
        {
            book.Note(SecurityEventKind.ResetRefused, HttpContext);
            return Page();
        }

        (db.Change.Who, db.Change.WhoId) = (Whose.Name, Whose.Id);
        var password = Request.Form["password"].ToString();
        Errors = password != Request.Form["again"].ToString()
            ? [new FieldError("again", "This is not what stands above.")]
            : [.. await links.SetAsync(Whose, password)];
        if (Errors.Count > 0)
        {
            return Page();
        }

        await sessions.EndOthersAsync(Whose.Id, null, HttpContext.RequestAborted);
        book.Note(SecurityEventKind.ResetUsed, HttpContext, Whose.Name, Whose.Id);
        return LocalRedirect("/sign-in");
    }
}
