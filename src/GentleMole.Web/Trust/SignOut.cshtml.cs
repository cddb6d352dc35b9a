using GentleMole.Store.Model;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace GentleMole.Web.Trust;

/// <summary>Ends the session, on the server too; by POST alone, so that no link can do it.</summary>
internal sealed class SignOutPage(PersonSessions sessions, SecurityBook book) : PageModel
{
    public IActionResult OnGet() => LocalRedirect("/jobs");

    public async Task<IActionResult> OnPostAsync()
    {
        if (User.SignedIn() is { } person)
        {
            await sessions.EndAsync(person, HttpContext.RequestAborted);
            book.Note(SecurityEventKind.SignedOut, HttpContext, person.Name, person.Id);
        }

        return LocalRedirect("/sign-in");
    }
}
