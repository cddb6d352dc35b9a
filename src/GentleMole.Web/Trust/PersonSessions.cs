using System.Security.Claims;
using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Trust;

/// <summary>
/// Sign-ins as they stand on the server. A cookie only names one: ended here it opens nothing, wherever a copy of it lies.
/// </summary>
internal sealed class PersonSessions(MoleDb db, SignInManager<MoleUser> signIn, TimeProvider clock)
{
    /// <summary>However much it is used, a session ends after this.</summary>
    public static readonly Duration Longest = Duration.FromDays(14);

    private const int MostBrowser = 160;
    private static readonly Duration SeenEvery = Duration.FromMinutes(5);
    private static readonly Duration KeptFor = Duration.FromDays(30);

    /// <summary>Begins one for somebody who has proved who they are.</summary>
    public async Task BeginAsync(MoleUser user, HttpContext http)
    {
        var (now, agent) = (clock.Now(), http.Request.Headers.UserAgent.ToString());
        var session = new PersonSession
        {
            Id = Guid.NewGuid(), PersonId = user.Id, MadeAt = now, SeenAt = now, ConfirmedAt = now,
            Address = SecurityBook.AddressOf(http), Browser = agent.Length > MostBrowser ? agent[..MostBrowser] : agent,
        };
        await using (var turn = await db.BeginWriteAsync(http.RequestAborted))
        {
            var old = now - KeptFor;
            await db.Sessions.Where(s => s.MadeAt < old).ExecuteDeleteAsync(http.RequestAborted);
            db.Sessions.Add(session);
            await db.SaveChangesAsync(http.RequestAborted);
            await turn.CommitAsync(http.RequestAborted);
        }

        await StayAsync(user, session.Id);
    }

    /// <summary>Gives the cookie of a session anew, after something changed that old cookies do not survive.</summary>
    public Task StayAsync(MoleUser user, Guid session) => signIn.SignInWithClaimsAsync(
        user, new AuthenticationProperties { IsPersistent = true }, [new Claim(PersonClaims.SessionClaim, session.ToString("N"))]);

    /// <summary>Ends one; the browser's cookie goes too.</summary>
    public async Task EndAsync(SignedInPerson person, CancellationToken cancellation)
    {
        await EndAsync(s => s.Where(x => x.Id == person.SessionId), cancellation);
        await signIn.SignOutAsync();
    }

    /// <summary>Ends all of a person's but one; gives how many.</summary>
    public Task<int> EndOthersAsync(string personId, Guid? but, CancellationToken cancellation) =>
        EndAsync(s => s.Where(x => x.PersonId == personId && x.Id != but), cancellation);

    /// <summary>Sessions of a person that are open, the latest first.</summary>
    public async Task<IReadOnlyList<PersonSession>> OpenAsync(string personId, CancellationToken cancellation)
    {
        var oldest = clock.Now() - Longest;
        return await db.Sessions.AsNoTracking().Where(s => s.PersonId == personId && s.EndedAt == null && s.MadeAt > oldest)
            .OrderByDescending(s => s.SeenAt).ToListAsync(cancellation);
    }

    /// <summary>The person has given the password again.</summary>
    public async Task ConfirmAsync(SignedInPerson person, CancellationToken cancellation)
    {
        var now = clock.Now();
        await using var turn = await db.BeginWriteAsync(cancellation);
        await db.Sessions.Where(s => s.Id == person.SessionId).ExecuteUpdateAsync(set => set.SetProperty(s => s.ConfirmedAt, now), cancellation);
        await turn.CommitAsync(cancellation);
    }

    /// <summary>
    /// Asked with every request: a session ends with the next click when it was ended, its person was shut out, or their
    /// password or role changed. One look at the store, which is cheaper than a wrong mark.
    /// </summary>
    public static async Task StillHoldsAsync(CookieValidatePrincipalContext context)
    {
        var http = context.HttpContext;
        var (db, now) = (http.RequestServices.GetRequiredService<MoleDb>(), http.RequestServices.GetRequiredService<TimeProvider>().Now());
        var person = context.Principal?.SignedIn();
        var stored = person is null ? null : await db.Sessions.AsNoTracking().Where(s => s.Id == person.SessionId && s.PersonId == person.Id && s.EndedAt == null)
            .Join(db.Users, s => s.PersonId, u => u.Id, (s, u) => new
            {
                s.MadeAt, s.SeenAt, s.ConfirmedAt, u.Active, u.Name, u.Role, u.SecurityStamp, u.TwoFactorEnabled, HasPassword = u.PasswordHash != null,
                MustHaveFactor = db.Firms.Any(f => f.LeadsNeedSecondFactor),
            }).SingleOrDefaultAsync(http.RequestAborted);
        if (stored is not { Active: true } || stored.SecurityStamp != context.Principal!.FindFirstValue(new ClaimsIdentityOptions().SecurityStampClaimType)
            || stored.Role != person!.Role || now - stored.MadeAt > Longest)
        {
            context.RejectPrincipal();
            await http.SignOutAsync(IdentityConstants.ApplicationScheme);
            return;
        }

        if (stored.Name != person.Name)
        {
            // A rename shows at once.
            var renamed = context.Principal!.Clone();
            var identity = (ClaimsIdentity)renamed.Identity!;
            identity.RemoveClaim(identity.FindFirst(PersonClaims.NameClaim));
            identity.AddClaim(new Claim(PersonClaims.NameClaim, stored.Name));
            context.ReplacePrincipal(renamed);
        }

        http.Stand(new Standing(stored.ConfirmedAt, stored.HasPassword, stored.TwoFactorEnabled, stored.MustHaveFactor && stored.Role == Role.Lead && !stored.TwoFactorEnabled));
        if (now - stored.SeenAt > SeenEvery)
        {
            await SeenAsync(db, person.SessionId, now, http.RequestAborted);
        }
    }

    /// <summary>When it was used is good to know, and no reason to turn anybody away while the store is in trouble.</summary>
    private static async Task SeenAsync(MoleDb db, Guid session, Instant now, CancellationToken cancellation)
    {
        try
        {
            await using var turn = await db.BeginWriteAsync(cancellation);
            await db.Sessions.Where(s => s.Id == session).ExecuteUpdateAsync(set => set.SetProperty(s => s.SeenAt, now), cancellation);
            await turn.CommitAsync(cancellation);
        }
        catch (Exception error) when (StoreTrouble.Of(error) is not null)
        {
        }
    }

    private async Task<int> EndAsync(Func<IQueryable<PersonSession>, IQueryable<PersonSession>> which, CancellationToken cancellation)
    {
        var now = clock.Now();
        await using var turn = await db.BeginWriteAsync(cancellation);
        var ended = await which(db.Sessions.Where(s => s.EndedAt == null)).ExecuteUpdateAsync(set => set.SetProperty(s => s.EndedAt, now), cancellation);
        await turn.CommitAsync(cancellation);
        return ended;
    }
}
