using System.Security.Claims;

namespace GentleMole.Web.Practice;

/// <summary>Who plays.</summary>
internal static class PracticePlayers
{
    /// <summary>The one who is signed in, or the token.</summary>
    public static PracticePlayer Of(ClaimsPrincipal user) => new(user.FindFirstValue(ClaimTypes.NameIdentifier) ?? "", user.Identity?.Name ?? "");
}
