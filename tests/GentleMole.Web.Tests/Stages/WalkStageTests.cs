using System.Net;
using GentleMole.Core.Walk;
using GentleMole.Exchange.Tests;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

public class WalkStageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _locator = host.Browser("jem");

    [Fact]
    public async Task Field_work_waits_for_the_cautions_and_who_accepted_them_is_logged()
    {
        var hookup = $"/jobs/2/hookup?line={await host.StoreAsync(async db => (await db.Lines.FirstAsync(l => l.JobId == 2)).Id)}";
        (string, string)[] clamp = [("method", "Clamp"), ("connectionEast", "3"), ("connectionNorth", "4")];
        var (_, early) = await _locator.SendAsync(hookup, "", clamp);
        Assert.Contains("cautions", early.QuerySelector(".alert-warning")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(0, await host.StoreAsync(db => db.Hookups.CountAsync(h => h.JobId == 2)));

        var (_, half) = await _locator.SendAsync("/jobs/2/walk", "Cautions", ("readSelf", "yes"));
        Assert.Contains("is open", half.QuerySelector(".cautions .invalid-feedback")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(0, await host.StoreAsync(db => db.Acks.CountAsync(a => a.JobId == 2)));

        await MoleHost.AcceptCautionsAsync(_locator, 2);
        var (late, _) = await _locator.SendAsync(hookup, "", clamp);
        var acks = await host.StoreAsync(db => db.Acks.Where(a => a.JobId == 2).ToListAsync());

        Assert.Equal(HttpStatusCode.Redirect, late.StatusCode);
        Assert.Contains(acks, a => a.Caution == SiteCaution.LiveEquipment);
        Assert.Contains(acks, a => a.Caution == SiteCaution.Water);
        Assert.All(acks, a => Assert.Equal("Jem Trewin", a.By));
        Assert.Contains(await host.StoreAsync(db => db.Log.Where(e => e.JobId == 2).ToListAsync()), e => e is { Who: "Jem Trewin", What: "added" } && e.Subject.StartsWith("CautionAck", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Yesterdays_cautions_do_not_hold_today()
    {
        await host.StoreAsync(async db =>
        {
            (await db.Acks.Where(a => a.JobId == 3).ToListAsync()).ForEach(a => a.Day = new LocalDate(2026, 1, 2));
            return await db.SaveChangesAsync();
        });

        Assert.NotEmpty((await _locator.PageAsync("/jobs/3/walk")).Page.QuerySelectorAll(".cautions .form-check"));
    }

    [Fact]
    public async Task A_photo_that_knows_its_place_puts_the_feature_there_and_goes_out_without_it()
    {
        var origin = await host.StoreAsync(async db => (await db.Jobs.SingleAsync(j => j.Id == 1)).Origin);
        var place = origin.ToGeo(new(33, 12));
        var photo = MadeUpPhoto.Jpeg(place.LatitudeDegrees, place.LongitudeDegrees);
        var (response, page) = await _locator.SendFileAsync("/jobs/1/walk", "", ("photo", "lid.jpg", photo), ("kind", "Box"), ("name", "by photo"));

        Assert.True(response.StatusCode == HttpStatusCode.Redirect, page.QuerySelector(".invalid-feedback")?.TextContent);
        var feature = await host.StoreAsync(db => db.Features.Include(f => f.Photos).SingleAsync(f => f.Name == "by photo"));
        Assert.InRange(feature.Points[0].DistanceTo(new(33, 12)), 0, 0.05);
        Assert.True(feature.DoubtMetres > 3);
        var path = $"/jobs/1/photos/{feature.Photos[0].Id}";
        var sent = await (await host.Browser("quill").GetAsync(new Uri(path, UriKind.Relative))).Content.ReadAsByteArrayAsync();
        Assert.Null(Exchange.PhotoFile.Look(sent).Value.Position);
        Assert.Equal(photo, await (await _locator.GetAsync(new Uri(path + "?data=keep", UriKind.Relative))).Content.ReadAsByteArrayAsync());
        Assert.Equal(HttpStatusCode.NotFound, (await _locator.GetAsync(new Uri(path.Replace("jobs/1", "jobs/2", StringComparison.Ordinal), UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task A_photo_from_elsewhere_or_no_photo_at_all_is_told()
    {
        var (_, far) = await _locator.SendFileAsync("/jobs/1/walk", "", ("photo", "a.jpg", MadeUpPhoto.Jpeg(10, 10)), ("kind", "Box"));
        var (_, text) = await _locator.SendFileAsync("/jobs/1/walk", "", ("photo", "a.jpg", "<script>"u8.ToArray()), ("kind", "Box"), ("places", "1 1"));
        var (_, none) = await _locator.SendAsync("/jobs/1/walk", "", ("kind", "Box"));

        Assert.Contains("somewhere else", far.Complaint("places"), StringComparison.Ordinal);
        Assert.Contains("JPEG or PNG", text.QuerySelector(".invalid-feedback")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("click the plan", none.Complaint("places"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Plan_and_site_that_disagree_stay_a_question_until_somebody_settles_it()
    {
        string Handover() => host.Browser("quill").GetStringAsync(new Uri("/jobs/1/handover/sheet", UriKind.Relative)).GetAwaiter().GetResult();
        var (_, page) = await _locator.PageAsync("/jobs/1/walk");
        var form = page.QuerySelectorAll("form").First(f => f.QuerySelector("[name=questionFeature]") is not null);
        string Value(string name) => form.QuerySelector($"[name={name}]")!.GetAttribute("value")!;
        Assert.Contains("not settled: hydrant H 12", await Task.Run(Handover), StringComparison.Ordinal);

        var (_, silent) = await _locator.SendAsync("/jobs/1/walk", "Settle", ("questionFeature", Value("questionFeature")), ("questionRecord", Value("questionRecord")));
        Assert.NotEmpty(silent.QuerySelectorAll(".invalid-feedback"));
        foreach (var question in page.QuerySelectorAll("form").Where(f => f.QuerySelector("[name=questionFeature]") is not null))
        {
            await _locator.SendAsync("/jobs/1/walk", "Settle", ("outcome", "set back when the road was widened"),
                ("questionFeature", question.QuerySelector("[name=questionFeature]")!.GetAttribute("value")!), ("questionRecord", question.QuerySelector("[name=questionRecord]")!.GetAttribute("value")!));
        }

        Assert.DoesNotContain("not settled", await Task.Run(Handover), StringComparison.Ordinal);

        // Moved, it is another question.
        var hydrant = await host.StoreAsync(db => db.Features.SingleAsync(f => f.Name == "H 12"));
        await _locator.SendAsync($"/jobs/1/walk?feature={hydrant.Id}", "", ("kind", "Hydrant"), ("name", "H 12"), ("utility", "Water"), ("places", "19 5"));
        Assert.Contains("not settled: hydrant H 12", await Task.Run(Handover), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_meter_that_was_moved_leads_back_to_where_it_stood()
    {
        var (response, _) = await _locator.SendAsync("/jobs/1/walk", "", ("kind", "Meter"), ("utility", "Gas"), ("material", "steel"), ("places", "40 8"), ("wasEast", "40"), ("wasNorth", "18"));
        var (_, page) = await _locator.PageAsync(response.Headers.Location!.ToString());

        Assert.Contains(page.QuerySelectorAll(".verdict-say"), v => v.TextContent.Contains("used to stand", StringComparison.Ordinal));
        Assert.NotNull(page.QuerySelector(".moved"));
        Assert.Equal(HttpStatusCode.NotFound, (await _locator.PageAsync("/jobs/1/walk?feature=4711")).Status);
    }
}

public class OutlineTests(MoleHost host) : IClassFixture<MoleHost>
{
    [Fact]
    public async Task A_route_with_a_lateral_becomes_a_dig_with_arrows_and_an_instruction()
    {
        var office = host.Browser("bea");
        var (_, wrong) = await office.SendAsync("/jobs/2/notice", "Dig", ("shape", "Route"), ("corners", "0 0\n30 0"), ("laterals", "10 5\n10 9"));
        Assert.Contains("begin on the route", wrong.Complaint("laterals"), StringComparison.Ordinal);
        await office.SendAsync("/jobs/2/notice", "Dig", ("shape", "Route"), ("corners", "0 0\n30 0"), ("laterals", "10 0\n10 9\n\n20 0\n20 -6"), ("width", "2ft"));
        var job = await host.StoreAsync(db => db.Jobs.SingleAsync(j => j.Id == 2));
        Assert.Equal((2, 0.6096), (job.DigLaterals.Count, Math.Round(job.DigWidthMetres!.Value, 4)));

        var (_, far) = await office.SendAsync("/jobs/2/notice", "Outline", ("style", "CentreStake"), ("outlined", "2026-11-20"));
        Assert.Contains("15 m", far.Complaint("style"), StringComparison.Ordinal);
        await office.SendAsync("/jobs/2/notice", "Outline", ("style", "Dashes"), ("spacing", "5"), ("outlined", "2026-11-20"));
        var (_, sheet) = await host.Browser("jem").PageAsync("/jobs/2/outline");

        Assert.Contains("arrow", sheet.QuerySelector(".outline-table")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("DIG  MT", sheet.QuerySelector(".label-painted")!.TextContent, StringComparison.Ordinal);
        Assert.True(sheet.QuerySelectorAll("[data-layer=outline] use").Length >= 10);
    }

    [Fact]
    public async Task A_small_dig_may_be_one_stake_and_an_old_outline_is_told()
    {
        var office = host.Browser("bea");
        await office.SendAsync("/jobs/1/notice", "Dig", ("shape", "Area"), ("corners", "15 24\n25 24\n25 26\n15 26"));
        await office.SendAsync("/jobs/1/notice", "Outline", ("style", "CentreStake"), ("outlined", "2020-01-01"));
        var (_, page) = await office.PageAsync("/jobs/1/notice");

        Assert.Single(page.QuerySelectorAll("[data-layer=outline] use"));
        Assert.Contains("Have it painted again", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains("R 5.1 m", page.QuerySelector(".label-painted")!.TextContent, StringComparison.Ordinal);
    }
}
