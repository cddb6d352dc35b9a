using System.Globalization;
using GentleMole.Core.Year;
using GentleMole.Store;
using GentleMole.Web.Frame;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Firm;

/// <summary>A year of the firm for the lead: answers in time, doubt, escalations, hits, exposures, where time went.</summary>
internal sealed class YearPage(MoleDb db, YearBook book, PlaceClock clock) : FirmPage(db)
{
    /// <summary>Jobs that are listed; all of them are in the CSV.</summary>
    public const int MostListed = 60;

    [BindProperty(SupportsGet = true, Name = "of")]
    public string? Of { get; set; }

    public YearAccount Account { get; private set; } = null!;

    public int ThisYear { get; private set; }

    public async Task<IActionResult> OnGetAsync()
    {
        ThisYear = clock.Now(TimeZone).Year;
        var year = ThisYear;
        if (Of is { Length: > 0 } && (!int.TryParse(Of, NumberStyles.None, CultureInfo.InvariantCulture, out year) || year < YearBook.Years.Least || year > YearBook.Years.Most))
        {
            return NotFound();
        }

        Account = await book.OfAsync(year, HttpContext.RequestAborted);
        return Page();
    }

    protected override Task LoadAsync(CancellationToken cancellation) => Task.CompletedTask;
}
