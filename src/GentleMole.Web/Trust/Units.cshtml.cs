using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace GentleMole.Web.Trust;

/// <summary>Keeps the units a person reads lengths in.</summary>
internal sealed class UnitsPage : PageModel
{
    public IActionResult OnGet() => Redirect("/jobs");

    public IActionResult OnPost(string? units, string? back)
    {
        Response.Cookies.Append(Person.UnitsCookie, units == "feet" ? "feet" : "metres", new CookieOptions
        {
            HttpOnly = true, SameSite = SameSiteMode.Lax, MaxAge = TimeSpan.FromDays(400), IsEssential = true,
        });
        return LocalRedirect(Url.IsLocalUrl(back) ? back! : "/jobs");
    }
}
