using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Marking;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Setup;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Pages;

/// <summary>The profile of the place: tolerance, school, clocks, holidays.</summary>
internal sealed class PlacePage(MoleDb db) : PageModel
{
    public Firm Firm { get; private set; } = new();

    public IReadOnlyList<HolidayRow> Holidays { get; private set; } = [];

    public Person Person { get; private set; } = null!;

    public IReadOnlyList<FieldError> Errors { get; private set; } = [];

    public string Typed(string name, string stored) =>
        Errors.Count > 0 && Request.Form.ContainsKey(name) ? Request.Form[name].ToString() : stored;

    public override async Task OnPageHandlerExecutionAsync(PageHandlerExecutingContext context, PageHandlerExecutionDelegate next)
    {
        Person = Person.Of(HttpContext);
        Firm = await db.Firms.SingleAsync(HttpContext.RequestAborted);
        Holidays = await db.Holidays.OrderBy(h => h.Date).ToListAsync(HttpContext.RequestAborted);
        await next();
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = new FormReader(Request.Form, Person);
        var name = reader.Text("name", 200);
        var place = reader.Text("placeName", 200);
        var zone = reader.Text("zone", 60, required: true);
        if (zone.Length > 0 && DateTimeZoneProviders.Tzdb.GetZoneOrNull(zone) is null)
        {
            reader.Refuse("zone", $"“{zone}” is not a time zone. Give one like Europe/London.");
        }

        var tolerance = reader.Length("tolerance", 0.05, 3, required: true);
        var school = reader.Choice("school", Firm.School);
        var days = Whole(reader, "days", 0, 30);
        var valid = Whole(reader, "valid", 1, 365);
        if (!TimeOnly.TryParseExact(reader.Text("cutOff", 5), ["HH:mm", "H:mm"], CultureInfo.InvariantCulture, DateTimeStyles.None, out var cutOff))
        {
            reader.Refuse("cutOff", "Give an hour of the day, like 17:00.");
        }

        if (!reader.IsGood)
        {
            Errors = reader.Errors;
            return Page();
        }

        (Firm.Name, Firm.PlaceName, Firm.TimeZone, Firm.School, Firm.CutOff) = (name, place, zone, school, cutOff);
        (Firm.ToleranceMetres, Firm.WorkingDaysNotice, Firm.MarksValidDays) = (tolerance!.Value, days, valid);
        await db.SaveChangesAsync(HttpContext.RequestAborted);
        return RedirectToPage();
    }

    public async Task<IActionResult> OnPostHolidayAsync()
    {
        var reader = new FormReader(Request.Form, Person);
        var date = reader.Day("date");
        var name = reader.Text("holiday", 100, required: true);
        if (date is null && reader.IsGood)
        {
            reader.Refuse("date", "Give the day of the holiday.");
        }
        else if (Holidays.Any(h => h.Date == date))
        {
            reader.Refuse("date", "This day is in the list already.");
        }

        if (!reader.IsGood)
        {
            Errors = reader.Errors;
            return Page();
        }

        db.Holidays.Add(new HolidayRow { Date = date!.Value, Name = name });
        await db.SaveChangesAsync(HttpContext.RequestAborted);
        return RedirectToPage();
    }

    public async Task<IActionResult> OnPostRemoveAsync()
    {
        var reader = new FormReader(Request.Form, Person);
        if (reader.Day("date") is { } date)
        {
            await db.Holidays.Where(h => h.Date == date).ExecuteDeleteAsync(HttpContext.RequestAborted);
        }

        return RedirectToPage();
    }

    private static int Whole(FormReader reader, string name, int low, int high)
    {
        var number = reader.Number(name, "", low, high);
        if (number is null && reader.IsGood)
        {
            reader.Refuse(name, $"Give a whole number from {low} to {high}.");
        }

        return (int)Math.Round(number ?? low);
    }
}
