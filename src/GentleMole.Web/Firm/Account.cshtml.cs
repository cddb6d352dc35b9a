using System.Globalization;
using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Frame;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Firm;

/// <summary>What is a person's own: password, second factor, and where they are signed in.</summary>
[EnableRateLimiting(RateLimits.Door)]
internal sealed class AccountPage(MoleDb db, UserManager<MoleUser> users, PersonSessions sessions, ResetLinks links, SecondFactor factor, PasswordAgain again, SecurityBook book, TimeProvider clock) : FirmPage(db)
{
    public MoleUser Own { get; private set; } = null!;

    public IReadOnlyList<PersonSession> Sessions { get; private set; } = [];

    /// <summary>Key of an authenticator that is being set up; null when none is, or the password was given too long ago to show it.</summary>
    public string? Key { get; private set; }

    /// <summary>Shown once, after the second factor was switched on.</summary>
    public IReadOnlyList<string> RecoveryCodes { get; private set; } = [];

    public int RecoveryLeft { get; private set; }

    /// <summary>Something was done; said once.</summary>
    [BindProperty(SupportsGet = true, Name = "done")]
    public string? DoneWhat { get; set; }

    public bool NeedsFactor => HttpContext.Standing() is { NeedsFactor: true };

    public string When(Instant utc) => PlaceClock.Local(utc, TimeZone).ToString("d MMM uuuu HH:mm", CultureInfo.InvariantCulture);

    public bool IsThis(PersonSession session) => session.Id == Visitor.SessionId;

    public async Task<IActionResult> OnPostPasswordAsync()
    {
        var reader = Reader();
        var password = Request.Form["password"].ToString();
        if (password != Request.Form["again"].ToString())
        {
            reader.Refuse("again", "This is not what stands above.");
        }

        await CheckOwnAsync(reader, "current");
        if (reader.IsGood)
        {
            reader.Refuse(await links.SetAsync(Own, password));
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var ended = await sessions.EndOthersAsync(Own.Id, Visitor.SessionId, HttpContext.RequestAborted);
        await sessions.StayAsync(Own, Visitor.SessionId);
        book.Note(SecurityEventKind.PasswordChanged, HttpContext, Own.Name, Own.Id, ended > 0 ? $"{ended} other sessions ended" : "");
        return RedirectToPage(null, null, new { done = "password" });
    }

    /// <summary>A key for an authenticator; nothing is on until a code of it was typed.</summary>
    public async Task<IActionResult> OnPostKeyAsync()
    {
        var reader = Reader();
        if (Own.TwoFactorEnabled)
        {
            return RedirectToPage();
        }

        await CheckOwnAsync(reader, "factorPassword");
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        await users.ResetAuthenticatorKeyAsync(Own);
        await sessions.ConfirmAsync(Visitor, HttpContext.RequestAborted);
        await sessions.StayAsync(Own, Visitor.SessionId);
        return RedirectToPage(null, null, null, "factor");
    }

    public async Task<IActionResult> OnPostFactorAsync()
    {
        var reader = Reader();
        var code = reader.Text("code", 40, required: true);
        if (Key is null)
        {
            return RedirectToPage();
        }

        if (reader.IsGood && !await factor.FitsAsync(Own, code))
        {
            reader.Refuse("code", "This code does not fit. Check the clock of the phone, and wait for the next code.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        await users.SetTwoFactorEnabledAsync(Own, true);
        RecoveryCodes = [.. await users.GenerateNewTwoFactorRecoveryCodesAsync(Own, SecondFactor.RecoveryCodes) ?? []];
        await sessions.EndOthersAsync(Own.Id, Visitor.SessionId, HttpContext.RequestAborted);
        await sessions.StayAsync(Own, Visitor.SessionId);
        book.Note(SecurityEventKind.SecondFactorOn, HttpContext, Own.Name, Own.Id);
        await LoadAsync(HttpContext.RequestAborted);
        return Page();
    }

    public async Task<IActionResult> OnPostFactorOffAsync()
    {
        var reader = Reader();
        await CheckOwnAsync(reader, "factorPassword");
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        await factor.OffAsync(Own);
        await sessions.StayAsync(Own, Visitor.SessionId);
        book.Note(SecurityEventKind.SecondFactorOff, HttpContext, Own.Name, Own.Id);
        return RedirectToPage(null, null, new { done = "factor-off" });
    }

    public async Task<IActionResult> OnPostOthersAsync()
    {
        var ended = await sessions.EndOthersAsync(Own.Id, Visitor.SessionId, HttpContext.RequestAborted);
        book.Note(SecurityEventKind.SessionsEnded, HttpContext, Own.Name, Own.Id, $"{ended}");
        return RedirectToPage(null, null, new { done = "others" });
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Own = await Db.Users.AsTracking().SingleAsync(u => u.Id == Visitor.Id, cancellation);
        Sessions = await sessions.OpenAsync(Visitor.Id, cancellation);
        Key = !Own.TwoFactorEnabled && HttpContext.Standing()?.IsConfirmed(clock.Now(), HttpMethods.IsPost(Request.Method), isDemo: false) == true
            ? await users.GetAuthenticatorKeyAsync(Own) : null;
        RecoveryLeft = Own.TwoFactorEnabled ? await users.CountRecoveryCodesAsync(Own) : 0;
    }

    /// <summary>The person's own password at a field.</summary>
    private async Task CheckOwnAsync(FormReader reader, string field)
    {
        if (Own.PasswordHash is null)
        {
            reader.Refuse(field, "The demo's people have no password: they are walked in as by one click.");
        }
        else if (await again.RefuseAsync(Own, Request.Form[field].ToString(), HttpContext) is { } refusal)
        {
            reader.Refuse(field, refusal);
        }
    }
}
