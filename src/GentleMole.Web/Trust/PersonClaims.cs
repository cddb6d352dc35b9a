using System.Security.Claims;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;

namespace GentleMole.Web.Trust;

/// <summary>What the session cookie says of a person.</summary>
internal sealed class PersonClaims(UserManager<MoleUser> users, IOptions<IdentityOptions> options)
    : UserClaimsPrincipalFactory<MoleUser>(users, options)
{
    public const string NameClaim = "person";
    public const string SessionClaim = "session";

    /// <summary>
    /// A session ends with the next click when its person was shut out, changed their password or their role: one look at
    /// the store for each request, which is cheaper than a wrong mark.
    /// </summary>
    public static async Task StillHoldsAsync(CookieValidatePrincipalContext context)
    {
        var db = context.HttpContext.RequestServices.GetRequiredService<MoleDb>();
        var id = context.Principal?.FindFirstValue(ClaimTypes.NameIdentifier);
        var stored = await db.Users.AsNoTracking().Where(u => u.Id == id)
            .Select(u => new { u.Active, u.Role, u.SecurityStamp }).SingleOrDefaultAsync(context.HttpContext.RequestAborted);
        var stamp = context.Principal?.FindFirstValue(new ClaimsIdentityOptions().SecurityStampClaimType);
        if (stored is not { Active: true } || stored.SecurityStamp != stamp || context.Principal!.SignedIn()?.Role != stored.Role)
        {
            context.RejectPrincipal();
            await context.HttpContext.SignOutAsync(IdentityConstants.ApplicationScheme);
        }
    }

    protected override async Task<ClaimsIdentity> GenerateClaimsAsync(MoleUser user)
    {
        var identity = await base.GenerateClaimsAsync(user);
        identity.AddClaim(new Claim(NameClaim, user.Name));
        identity.AddClaim(new Claim(SessionClaim, Guid.NewGuid().ToString("N")));
        identity.AddClaim(new Claim(ClaimTypes.Role, user.Role.ToString()));
        return identity;
    }
}
