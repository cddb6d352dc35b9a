using GentleMole.Core;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using NodaTime;

namespace GentleMole.Web.Trust;

/// <summary>Asks for the password again before people, tokens and backups: a screen that was left open is not a lead.</summary>
[EnableRateLimiting(RateLimits.Door)]
internal sealed class ConfirmPage(UserManager<MoleUser> users, PersonSessions sessions, DoorKeeper door, SecurityBook book) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? ReturnUrl { get; set; }

    public IReadOnlyList<FieldError> Errors { get; private set; } = [];

    public async Task<IActionResult> OnPostAsync()
    {
        var person = User.SignedIn()!;
        var user = (await users.FindByIdAsync(person.Id))!;
        var way = "again " + user.UserName;
        if (await door.WaitAsync(way, HttpContext, null) is var wait && wait > Duration.Zero)
        {
            Errors = [new FieldError("password", $"Too many wrong tries. Wait {(int)Math.Ceiling(wait.TotalSeconds)} seconds.")];
            return Page();
        }

        if (user.PasswordHash is not { } hash || users.PasswordHasher.VerifyHashedPassword(user, hash, Request.Form["password"].ToString()) == PasswordVerificationResult.Failed)
        {
            await door.WrongAsync(way, HttpContext, null);
            book.Note(SecurityEventKind.ConfirmFailed, HttpContext, person.Name, person.Id);
            Errors = [new FieldError("password", "This is not your password.")];
            return Page();
        }

        await sessions.ConfirmAsync(person, HttpContext.RequestAborted);
        book.Note(SecurityEventKind.Confirmed, HttpContext, person.Name, person.Id);
        return LocalRedirect(Url.IsLocalUrl(ReturnUrl) ? ReturnUrl! : "/jobs");
    }
}
