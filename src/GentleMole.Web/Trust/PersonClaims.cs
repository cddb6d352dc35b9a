using System.Security.Claims;
using GentleMole.Store.Model;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;

namespace GentleMole.Web.Trust;

/// <summary>What the session cookie says of a person.</summary>
internal sealed class PersonClaims(UserManager<MoleUser> users, IOptions<IdentityOptions> options)
    : UserClaimsPrincipalFactory<MoleUser>(users, options)
{
    public const string NameClaim = "person";
    public const string SessionClaim = "session";

    protected override async Task<ClaimsIdentity> GenerateClaimsAsync(MoleUser user)
    {
        var identity = await base.GenerateClaimsAsync(user);
        identity.AddClaim(new Claim(NameClaim, user.Name));
        identity.AddClaim(new Claim(ClaimTypes.Role, user.Role.ToString()));
        return identity;
    }
}
