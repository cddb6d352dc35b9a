using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Setup;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Trust;

/// <summary>The door: sign-in with its second step, the first account, and the demo's people.</summary>
[AllowAnonymous]
[EnableRateLimiting(RateLimits.Door)]
internal sealed class SignInPage(
    MoleDb db, UserManager<MoleUser> users, PersonSessions sessions, DoorKeeper door, SecondFactor factor, FirstAccountCode firstCode, SecurityBook book, MoleOptions options)
    : PageModel
{
    private const int MostPassword = 200;

    /// <summary>Checked against when there is no such account, so that both answers take the same time.</summary>
    private static readonly MoleUser Nobody = new() { UserName = "nobody" };
    private static string? _nobodysHash;

    [BindProperty(SupportsGet = true)]
    public string? ReturnUrl { get; set; }

    public bool IsFirst { get; private set; }

    /// <summary>Set when the password was right and the code is asked for.</summary>
    public string? Step { get; private set; }

    public IReadOnlyList<MoleUser> DemoPeople { get; private set; } = [];

    public IReadOnlyList<FieldError> Errors { get; private set; } = [];

    public static string Does(Role role) => role switch
    {
        Role.Lead => "all of it, and the firm's rules and people",
        Role.Locator => "works on site, from walk to handover",
        Role.Office => "notices, records, days",
        Role.Reader => "looks at the jobs they were given",
    };

    public string Typed(string name) => Request.HasFormContentType ? Request.Form[name].ToString() : "";

    public async Task<IActionResult> OnGetAsync()
    {
        await LookAsync();
        return User.SignedIn() is not null && !IsFirst ? Inside() : Page();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        await LookAsync();
        var reader = new FormReader(Request.Form, Person.Of(HttpContext));
        var name = reader.Text("name", PersonRules.MostSignInName, required: true);
        var password = Request.Form["password"].ToString();
        if (password.Length is 0 or > MostPassword)
        {
            reader.Refuse("password", "Type your password.");
        }

        if (reader.IsGood)
        {
            // One answer for a wrong name and a wrong password: the door does not say who lives here.
            var user = await users.FindByNameAsync(name);
            if (await door.WaitAsync(name, HttpContext, user?.Id) is var wait && wait > Duration.Zero)
            {
                book.Note(SecurityEventKind.SignInHeldUp, HttpContext, user?.Name ?? "", user?.Id ?? "");
                reader.Refuse("password", DoorKeeper.Say(wait));
            }
            else if (await IsRightAsync(name, user, password))
            {
                if (!user!.TwoFactorEnabled)
                {
                    return await InAsync(user);
                }

                Step = factor.Step(user);
            }
            else
            {
                await door.WrongAsync(name, HttpContext, user?.Id);

                // What was typed is not written down: people type passwords into the wrong field.
                book.Note(SecurityEventKind.SignInFailed, HttpContext, user?.Name ?? "", user?.Id ?? "");
                reader.Refuse("password", "Name and password do not belong together.");
            }
        }

        Errors = reader.Errors;
        return Page();
    }

    /// <summary>The second step, after the password.</summary>
    public async Task<IActionResult> OnPostCodeAsync()
    {
        await LookAsync();
        var reader = new FormReader(Request.Form, Person.Of(HttpContext));
        var code = reader.Text("code", 40, required: true);
        if (await factor.WhoseAsync(Request.Form["step"].ToString()) is not { } user)
        {
            Errors = [new FieldError("password", "That took too long. Sign in again.")];
            return Page();
        }

        Step = factor.Step(user);
        var way = "code of " + user.UserName;
        if (reader.IsGood && await door.WaitAsync(way, HttpContext, null) is var wait && wait > Duration.Zero)
        {
            reader.Refuse("code", DoorKeeper.Say(wait));
        }
        else if (reader.IsGood)
        {
            db.Change.Who = user.Name;
            db.Change.WhoId = user.Id;
            if (await factor.FitsAsync(user, code))
            {
                return await InAsync(user);
            }

            await door.WrongAsync(way, HttpContext, null);
            book.Note(SecurityEventKind.SecondFactorFailed, HttpContext, user.Name, user.Id);
            reader.Refuse("code", "This code does not fit, or was used before. Wait for the next one.");
        }

        Errors = reader.Errors;
        return Page();
    }

    public async Task<IActionResult> OnPostFirstAsync()
    {
        await LookAsync();
        if (!IsFirst)
        {
            return Forbid();
        }

        var reader = new FormReader(Request.Form, Person.Of(HttpContext));
        var user = new MoleUser
        {
            Name = reader.Text("person", PersonRules.MostName, required: true), UserName = reader.Text("name", PersonRules.MostSignInName, required: true), Role = Role.Lead,
        };
        if (PersonRules.Refuse(user.Name) is { } refusal)
        {
            reader.Refuse([refusal]);
        }

        const string way = "the first account";
        if (await door.WaitAsync(way, HttpContext, null) is var wait && wait > Duration.Zero)
        {
            reader.Refuse("code", DoorKeeper.Say(wait));
        }
        else if (!firstCode.Fits(Request.Form["code"].ToString()))
        {
            await door.WrongAsync(way, HttpContext, null);
            book.Note(SecurityEventKind.SignInFailed, HttpContext, about: way);
            reader.Refuse("code", "This is not the code that the terminal printed when this was started.");
        }

        if (reader.IsGood)
        {
            // In one turn with the look whether there is anybody: of several who come at once one is the first.
            await using var turn = await db.BeginWriteAsync(HttpContext.RequestAborted);
            if (await db.Users.AnyAsync(HttpContext.RequestAborted))
            {
                return Forbid();
            }

            (db.Change.Who, db.Change.WhoId) = (user.Name, user.Id);
            reader.Refuse(PersonErrors.Of(await users.CreateAsync(user, Request.Form["password"].ToString())));
            if (reader.IsGood)
            {
                await turn.CommitAsync(HttpContext.RequestAborted);
            }
        }

        if (!reader.IsGood)
        {
            Errors = reader.Errors;
            return Page();
        }

        book.Note(SecurityEventKind.FirstAccount, HttpContext, user.Name, user.Id);
        return await InAsync(user);
    }

    /// <summary>One click a person, in the demo alone.</summary>
    public async Task<IActionResult> OnPostDemoAsync(string? who)
    {
        if (!options.Demo || who is null || await users.FindByNameAsync(who) is not { Active: true, PasswordHash: null } user)
        {
            return Forbid();
        }

        return await InAsync(user);
    }

    private async Task<bool> IsRightAsync(string name, MoleUser? user, string password)
    {
        await door.HesitateAsync(name, HttpContext, user?.Id);
        var hasher = users.PasswordHasher;
        if (user is { Active: true, PasswordHash: { } hash })
        {
            return hasher.VerifyHashedPassword(user, hash, password) != PasswordVerificationResult.Failed;
        }

        hasher.VerifyHashedPassword(Nobody, _nobodysHash ??= hasher.HashPassword(Nobody, Guid.NewGuid().ToString()), password);
        return false;
    }

    private async Task<IActionResult> InAsync(MoleUser user)
    {
        await door.RightAsync(user, HttpContext);
        await sessions.BeginAsync(user, HttpContext);
        book.Note(SecurityEventKind.SignedIn, HttpContext, user.Name, user.Id);
        return Inside();
    }

    private async Task LookAsync()
    {
        IsFirst = !await db.Users.AnyAsync(HttpContext.RequestAborted);
        DemoPeople = options.Demo
            ? await db.Users.AsNoTracking().Where(u => u.Active && u.PasswordHash == null).OrderByDescending(u => u.Role).ThenBy(u => u.Name).ToListAsync(HttpContext.RequestAborted)
            : [];
    }

    private IActionResult Inside() => Url.IsLocalUrl(ReturnUrl) ? LocalRedirect(ReturnUrl) : LocalRedirect("/jobs");
}
