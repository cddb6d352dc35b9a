using GentleMole.Store;
using GentleMole.Web.Sheets;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace GentleMole.Web.Pages;

/// <summary>The same files as the API gives, for the links on the sheet.</summary>
internal sealed class FilesPage(MoleDb db, SheetLoader loader) : PageModel
{
    public async Task<IResult> OnGetAsync(int id, string format, CancellationToken cancellation) =>
        format is "geojson" or "csv"
            ? await JobDownload.MakeAsync(id, format, db, loader, cancellation) ?? Results.NotFound()
            : Results.NotFound();
}
