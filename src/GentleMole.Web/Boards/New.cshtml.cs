using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Notices;
using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Boards;

/// <summary>Opens a job.</summary>
internal sealed class NewJobPage(MoleDb db, PlaceClock clock) : PageModel, IEntryPage
{
    public IReadOnlyList<FieldError> Errors { get; private set; } = [];

    public string NowText { get; private set; } = "";

    public string Typed(string name, string otherwise = "") =>
        Request.HasFormContentType ? Request.Form[name].ToString() : otherwise;

    public async Task OnGetAsync() => NowText = await NowAsync();

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = new FormReader(Request.Form, Person.Of(HttpContext));
        var firm = await db.Firms.AsNoTracking().SingleAsync(HttpContext.RequestAborted);
        var job = new Job
        {
            Name = reader.Text("name", CalledNotice.MostName, required: true),
            Where = reader.Text("where", CalledNotice.MostWhere),
            Digger = reader.Text("digger", CalledNotice.MostText),
            Contact = reader.Text("contact", CalledNotice.MostText),
            ReceivedAt = reader.Moment("received"),
            DigPlanned = reader.Day("planned"),
            OriginLatitude = firm.HomeLatitude,
            OriginLongitude = firm.HomeLongitude,
            CreatedAt = clock.Moment,
        };
        if (!reader.IsGood)
        {
            Errors = reader.Errors;
            return Page();
        }

        db.Jobs.Add(job);
        await db.SaveChangesAsync(HttpContext.RequestAborted);
        return Redirect($"/jobs/{job.Id}/notice");
    }

    /// <summary>Pressed twice: the sheet is there already.</summary>
    public IActionResult Stored() => Redirect("/jobs");

    public async Task<IActionResult> ToldAsync(IReadOnlyList<LogEntry> changes, IReadOnlyList<string> carried)
    {
        NowText = await NowAsync();
        Errors = [new FieldError("name", "This could not be kept just now. Send it again.")];
        return Page();
    }

    private async Task<string> NowAsync()
    {
        var firm = await db.Firms.AsNoTracking().SingleAsync(HttpContext.RequestAborted);
        return clock.Now(firm.TimeZone).ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture);
    }
}
