using GentleMole.Core;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;

namespace GentleMole.Web.Trust;

/// <summary>Asks for the password again before people, tokens and backups: a screen that was left open is not a lead.</summary>
[EnableRateLimiting(RateLimits.Door)]
internal sealed class ConfirmPage(UserManager<MoleUser> users, PersonSessions sessions, PasswordAgain again, SecurityBook book) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? ReturnUrl { get; set; }

    public IReadOnlyList<FieldError> Errors { get; private set; } = [];

    public async Task<IActionResult> OnPostAsync()
    {
        var person = User.SignedIn()!;
        var user = (await users.FindByIdAsync(person.Id))!;
        if (await again.RefuseAsync(user, Request.Form["password"].ToString(), HttpContext) is { } refusal)
        {
            Errors = [new FieldError("password", refusal)];
            return Page();
        }

        await sessions.ConfirmAsync(person, HttpContext.RequestAborted);
        book.Note(SecurityEventKind.Confirmed, HttpContext, person.Name, person.Id);
        return LocalRedirect(Url.IsLocalUrl(ReturnUrl) ? ReturnUrl! : "/jobs");
    }
}
