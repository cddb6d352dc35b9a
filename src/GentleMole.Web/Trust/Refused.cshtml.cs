using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace GentleMole.Web.Trust;

/// <summary>Says that something is shut, and who opens it.</summary>
internal sealed class RefusedPage : PageModel
{
    [BindProperty(SupportsGet = true)]
    public bool Change { get; set; }

    public void OnGet() => Response.StatusCode = StatusCodes.Status403Forbidden;
}
