using System.Globalization;
using GentleMole.Core.Hookup;
using GentleMole.Core.Notices;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Frame;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Firm;

/// <summary>The profile of the place: tolerance, school, clocks, the working day, holidays.</summary>
internal sealed class RulesPage(MoleDb db) : FirmPage(db)
{
    public FirmSettings Firm { get; private set; } = new();

    public IReadOnlyList<HolidayRow> Holidays { get; private set; } = [];

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var name = reader.Text("name", 200);
        var place = reader.Text("placeName", 200);
        var zone = reader.Text("zone", 60, required: true);
        if (zone.Length > 0 && DateTimeZoneProviders.Tzdb.GetZoneOrNull(zone) is null)
        {
            reader.Refuse("zone", $"“{zone}” is not a time zone. Give one like Europe/London.");
        }

        var contact = reader.Text("contact", 100);
        var tolerance = reader.Length("tolerance", 0.05, 3, required: true);
        var school = reader.Choice("school", Firm.School);
        var habit = reader.Choice("habit", Firm.FirstFrequency);
        var (good, weak, stop) = (
            reader.Number("goodOhms", "Ω", HookupRules.LimitOhms) ?? Firm.GoodLoopOhms, reader.Number("weakOhms", "Ω", HookupRules.LimitOhms) ?? Firm.WeakLoopOhms,
            reader.Number("stopOhms", "Ω", HookupRules.LimitOhms) ?? Firm.StopLoopOhms);
        var notice = reader.Rule("notice", required: true);
        var valid = reader.Rule("valid", required: true);
        var cutOff = Hour(reader, "cutOff");
        var (starts, ends) = (Hour(reader, "starts"), Hour(reader, "ends"));
        var (latitude, longitude) = (reader.Number("homeLatitude", "°", -CalledNotice.MostLatitude, CalledNotice.MostLatitude), reader.Number("homeLongitude", "°", -180, 180));
        var speed = reader.Number("speed", "km/h", 3, 130);
        if (reader.IsGood && ends <= starts)
        {
            reader.Refuse("ends", "The day ends after it starts.");
        }

        if (reader.IsGood && notice is { Unit: not ValidityUnit.Hours, Count: > 60 })
        {
            reader.Refuse("notice", "More than 60 days of notice are a slip of the finger.");
        }

        if (reader.IsGood)
        {
            reader.Refuse(CircuitLimits.Check(good, weak, stop));
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        (Firm.GoodLoopOhms, Firm.WeakLoopOhms, Firm.StopLoopOhms) = (good, weak, stop);
        Firm.Contact = contact;
        (Firm.Name, Firm.PlaceName, Firm.TimeZone, Firm.School, Firm.CutOff) = (name, place, zone, school, cutOff);
        Firm.FirstFrequency = habit;
        (Firm.ToleranceMetres, Firm.NoticeRule, Firm.MarksValid) = (tolerance!.Value, notice!.Text, valid!.Text);
        (Firm.HomeLatitude, Firm.HomeLongitude) = (latitude ?? Firm.HomeLatitude, longitude ?? Firm.HomeLongitude);
        (Firm.DayStarts, Firm.DayEnds, Firm.TravelKilometresPerHour) = (starts, ends, speed ?? Firm.TravelKilometresPerHour);
        await SaveAsync();
        return RedirectToPage();
    }

    public async Task<IActionResult> OnPostHolidayAsync()
    {
        var reader = Reader();
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
            return Refused(reader);
        }

        Db.Holidays.Add(new HolidayRow { Date = date!.Value, Name = name });
        await SaveAsync();
        return RedirectToPage();
    }

    public async Task<IActionResult> OnPostRemoveAsync()
    {
        var reader = Reader();
        if (reader.Day("date") is { } date && Holidays.FirstOrDefault(h => h.Date == date) is { } holiday)
        {
            Db.Holidays.Remove(holiday);
            await SaveAsync();
        }

        return RedirectToPage();
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Firm = await Db.Firms.SingleAsync(cancellation);
        Holidays = await Db.Holidays.OrderBy(h => h.Date).ToListAsync(cancellation);
    }

    private static readonly LocalTimePattern HourPattern = LocalTimePattern.CreateWithInvariantCulture("H:mm");

    private static LocalTime Hour(FormReader reader, string name)
    {
        if (!HourPattern.Parse(reader.Text(name, 5)).TryGetValue(default, out var hour))
        {
            reader.Refuse(name, "Give an hour of the day, like 17:00.");
        }

        return hour;
    }
}
