using GentleMole.Store.Model;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace GentleMole.Web.Trust;

/// <summary>Ends the session; by POST alone, so that no link can do it.</summary>
internal sealed class SignOutPage(SignInManager<MoleUser> signIn) : PageModel
{
    public IActionResult OnGet() => LocalRedirect("/jobs");

    public async Task<IActionResult> OnPostAsync()
    {
        await signIn.SignOutAsync();
        return LocalRedirect("/sign-in");
    }
}
