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

namespace GentleMole.Web.Trust;

/// <summary>The door: sign-in, the first account, and the demo's people.</summary>
[AllowAnonymous]
[EnableRateLimiting(RateLimits.Door)]
internal sealed partial class SignInPage(
    MoleDb db, UserManager<MoleUser> users, SignInManager<MoleUser> signIn, MoleOptions options, ILogger<SignInPage> log) : PageModel
{
    [BindProperty(SupportsGet = true)]
    public string? ReturnUrl { get; set; }

    public bool IsFirst { get; private set; }

    public IReadOnlyList<MoleUser> DemoPeople { get; private set; } = [];

    public IReadOnlyList<FieldError> Errors { get; private set; } = [];

    public static string Does(Role role) => role switch
    {
        Role.Lead => "all of it, and the firm's rules and people",
        Role.Locator => "works on site, from walk to handover",
        Role.Office => "notices, records, days",
        Role.Reader => "looks at jobs and drawings",
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
        var name = reader.Text("name", 60, required: true);
        var password = Request.Form["password"].ToString();
        if (password.Length is 0 or > 200)
        {
            reader.Refuse("password", "Type your password.");
        }

        if (reader.IsGood)
        {
            // One answer for a wrong name and a wrong password: the door does not say who lives here.
            var user = await users.FindByNameAsync(name);
            var result = user is { Active: true }
                ? await signIn.CheckPasswordSignInAsync(user, password, lockoutOnFailure: true)
                : Microsoft.AspNetCore.Identity.SignInResult.Failed;
            if (result.Succeeded)
            {
                await signIn.SignInAsync(user!, isPersistent: true);
                return Inside();
            }

            // The name is not written down: people type passwords into it.
            Refused(HttpContext.Connection.RemoteIpAddress, result.IsLockedOut);
            reader.Refuse("password", result.IsLockedOut
                ? "Too many wrong passwords; this account is shut for ten minutes."
                : "Name and password do not belong together.");
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
        var user = new MoleUser { Name = reader.Text("person", 100, required: true), UserName = reader.Text("name", 60, required: true), Role = Role.Lead };
        db.Change.Who = user.Name.Length > 0 ? user.Name : "the first person";
        if (reader.IsGood)
        {
            reader.Refuse(PersonErrors.Of(await users.CreateAsync(user, Request.Form["password"].ToString())));
        }

        if (!reader.IsGood)
        {
            Errors = reader.Errors;
            return Page();
        }

        await signIn.SignInAsync(user, isPersistent: true);
        return Inside();
    }

    /// <summary>One click a person, in the demo alone.</summary>
    public async Task<IActionResult> OnPostDemoAsync(string? who)
    {
        if (!options.Demo || who is null || await users.FindByNameAsync(who) is not { Active: true } user)
        {
            return Forbid();
        }

        await signIn.SignInAsync(user, isPersistent: true);
        return Inside();
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "A sign-in from {Address} was refused (account shut: {Shut}).")]
    private partial void Refused(System.Net.IPAddress? address, bool shut);

    private async Task LookAsync()
    {
        IsFirst = !await db.Users.AnyAsync(HttpContext.RequestAborted);
        DemoPeople = options.Demo
            ? await db.Users.AsNoTracking().Where(u => u.Active).OrderByDescending(u => u.Role).ThenBy(u => u.Name).ToListAsync(HttpContext.RequestAborted)
            : [];
    }

    private IActionResult Inside() => Url.IsLocalUrl(ReturnUrl) ? LocalRedirect(ReturnUrl) : LocalRedirect("/jobs");
}
