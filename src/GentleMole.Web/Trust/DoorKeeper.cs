using System.Security.Cryptography;
using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Trust;

/// <summary>
/// Makes guessing slow without shutting anybody out: wrong tries are counted by account and address together, and each makes
/// the next wait longer. A device on which somebody has signed in before is counted by itself, so that nobody else's tries
/// hold its owner up. What is answered, and when, is the same whether or not there is such an account.
/// </summary>
internal sealed class DoorKeeper(MoleDb db, TimeProvider clock, IDataProtectionProvider protection)
{
    private const int FreeTries = 3;
    private const int FreeTriesFromEverywhere = 10;
    private const string KnownPrefix = "mole-known-";
    private static readonly Duration LongestWait = Duration.FromMinutes(15);
    private static readonly Duration ForgottenAfter = Duration.FromHours(24);
    private static readonly TimeSpan LongestHesitation = TimeSpan.FromSeconds(4);
    private static readonly TimeSpan KnownFor = TimeSpan.FromDays(400);

    private readonly IDataProtector _known = protection.CreateProtector("known device");

    /// <summary>How long this caller must wait before a try for this account is looked at; zero to go on.</summary>
    public async Task<Duration> WaitAsync(string account, HttpContext http, string? personId)
    {
        var way = Way(account, http, personId);
        var tries = await db.Tries.AsNoTracking().SingleOrDefaultAsync(t => t.Way == way, http.RequestAborted);
        var open = tries is null ? Instant.MinValue : tries.LastAt + WaitAfter(tries.Wrong);
        return Duration.Max(Duration.Zero, open - clock.Now());
    }

    /// <summary>
    /// Where very many addresses try one account, each answer takes its time. It holds up nobody for good: the right password
    /// is taken when the time is over, and known devices do not wait.
    /// </summary>
    public async Task HesitateAsync(string account, HttpContext http, string? personId)
    {
        if (KnownDevice(http, personId) is not null)
        {
            return;
        }

        var everywhere = Tokens.HashOf("everywhere|" + account.ToUpperInvariant());
        var tries = await db.Tries.AsNoTracking().SingleOrDefaultAsync(t => t.Way == everywhere, http.RequestAborted);
        if (tries is { Wrong: > FreeTriesFromEverywhere } && clock.Now() - tries.LastAt < ForgottenAfter)
        {
            await Task.Delay(TimeSpan.FromSeconds(Math.Min(LongestHesitation.TotalSeconds, 0.25 * (tries.Wrong - FreeTriesFromEverywhere))), http.RequestAborted);
        }
    }

    /// <summary>Counts a wrong try.</summary>
    public async Task WrongAsync(string account, HttpContext http, string? personId)
    {
        await using var turn = await db.BeginWriteAsync(http.RequestAborted);
        var (now, mark) = (clock.Now(), Tokens.HashOf("account|" + account.ToUpperInvariant()));
        foreach (var way in new[] { Way(account, http, personId), Tokens.HashOf("everywhere|" + account.ToUpperInvariant()) })
        {
            var tries = await db.Tries.AsTracking().SingleOrDefaultAsync(t => t.Way == way, http.RequestAborted) ?? db.Tries.Add(new DoorTries { Way = way, Account = mark }).Entity;
            (tries.Wrong, tries.LastAt) = (now - tries.LastAt > ForgottenAfter ? 1 : tries.Wrong + 1, now);
        }

        await db.SaveChangesAsync(http.RequestAborted);
        var old = now - ForgottenAfter;
        await db.Tries.Where(t => t.LastAt < old).ExecuteDeleteAsync(http.RequestAborted);
        await turn.CommitAsync(http.RequestAborted);
    }

    /// <summary>Somebody got in: this way is open again, and the device is known from now on.</summary>
    public async Task RightAsync(MoleUser user, HttpContext http)
    {
        var way = Way(user.UserName!, http, user.Id);
        await db.Tries.Where(t => t.Way == way).ExecuteDeleteAsync(http.RequestAborted);
        var device = KnownDevice(http, user.Id) ?? Guid.NewGuid().ToString("N");
        http.Response.Cookies.Append(CookieOf(user.Id), _known.Protect($"{user.Id}|{device}"), new CookieOptions
        {
            HttpOnly = true, SameSite = SameSiteMode.Strict, Secure = http.Request.IsHttps, MaxAge = KnownFor, IsEssential = true, Path = "/sign-in",
        });
    }

    /// <summary>Opens all ways to an account again; from the terminal.</summary>
    public static async Task<int> UnlockAsync(MoleDb db, string account)
    {
        var mark = Tokens.HashOf("account|" + account.ToUpperInvariant());
        return await db.Tries.Where(t => t.Account == mark).ExecuteDeleteAsync();
    }

    /// <summary>How long after so many wrong tries the next one must wait.</summary>
    public static Duration WaitAfter(int wrong) => wrong < FreeTries ? Duration.Zero
        : Duration.Min(LongestWait, Duration.FromSeconds(Math.Pow(2, Math.Min(wrong - FreeTries + 1, 20))));

    /// <summary>What somebody is told who must wait.</summary>
    public static string Say(Duration wait)
    {
        var seconds = (int)Math.Ceiling(wait.TotalSeconds);
        return $"Too many wrong tries from here. Wait {(seconds > 90 ? $"{(seconds + 59) / 60} minutes" : $"{seconds} second{(seconds == 1 ? "" : "s")}")}, then try again. If this was not you, tell your lead.";
    }

    private string Way(string account, HttpContext http, string? personId) => Tokens.HashOf(KnownDevice(http, personId) is { } device
        ? $"device|{account.ToUpperInvariant()}|{device}"
        : $"address|{account.ToUpperInvariant()}|{http.NetworkOfCaller()}");

    /// <summary>The device's own number, where this person has been let in on it before.</summary>
    private string? KnownDevice(HttpContext http, string? personId)
    {
        if (personId is null || http.Request.Cookies[CookieOf(personId)] is not { Length: > 0 and < 1000 } cookie)
        {
            return null;
        }

        try
        {
            return _known.Unprotect(cookie).Split('|') is [var person, var device] && person == personId ? device : null;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    private static string CookieOf(string personId) => KnownPrefix + Tokens.HashOf(personId)[..12];
}
