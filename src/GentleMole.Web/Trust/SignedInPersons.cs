using System.Security.Claims;
using GentleMole.Store.Model;

namespace GentleMole.Web.Trust;

internal static class SignedInPersons
{
    /// <summary>The person, or null for a visitor.</summary>
    public static SignedInPerson? SignedIn(this ClaimsPrincipal user) =>
        user.Identity?.IsAuthenticated == true
        && user.FindFirstValue(ClaimTypes.NameIdentifier) is { } id
        && Enum.TryParse<Role>(user.FindFirstValue(ClaimTypes.Role), out var role)
        && Guid.TryParse(user.FindFirstValue(PersonClaims.SessionClaim), out var session)
            ? new SignedInPerson(id, user.FindFirstValue(PersonClaims.NameClaim) ?? "", role, session)
            : null;
}
