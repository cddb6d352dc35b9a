using System.Net;
using System.Text.Json;
using GentleMole.Core.Instruments;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Instruments with their checks, the connection guide, and what is flagged.</summary>
public class InstrumentTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _lead = host.Browser();
    private readonly HttpClient _locator = host.Browser("jem");

    [Fact]
    public async Task A_new_receiver_is_out_of_check_until_it_reads_true_and_steady()
    {
        var (made, _) = await _locator.SendAsync("/instruments?new=receiver", "", ("name", "Dunnock"), ("frequencies", "512, 8000"), ("separation", "0.4"));
        Assert.Equal(HttpStatusCode.Redirect, made.StatusCode);
        var path = made.Headers.Location!.OriginalString;
        Assert.Contains("not checked", (await _locator.PageAsync(path)).Page.QuerySelector(".list-group-item.active")!.TextContent, StringComparison.Ordinal);

        await _locator.SendAsync(path, "Check", ("known", "0.92"), ("read", "1.02 1.03 1.01"), ("battery", "80"));
        Assert.Contains("failed", (await _locator.PageAsync(path)).Page.QuerySelector(".list-group-item.active")!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync(path, "Check", ("known", "0.92"), ("read", "0.93 0.92 0.91"), ("battery", "80"));
        Assert.Contains("checked today", (await _locator.PageAsync(path)).Page.QuerySelector(".list-group-item.active")!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("?new=transmitter", "", "name", "")]
    [InlineData("?new=transmitter", "", "frequencies", "")]
    [InlineData("?new=transmitter", "", "frequencies", "low, high")]
    [InlineData("?new=transmitter", "", "steps", "-5")]
    [InlineData("?new=receiver", "", "separation", "9m")]
    [InlineData("?new=receiver", "", "calibration", "soon")]
    [InlineData("?instrument=3", "Check", "read", "0.9 0.9")]
    [InlineData("?instrument=3", "Check", "known", "deep")]
    [InlineData("?instrument=1", "Check", "battery", "140")]
    public async Task A_wrong_entry_is_told_at_its_field(string query, string handler, string field, string value)
    {
        var good = new Dictionary<string, string>
        {
            ["name"] = "Siskin", ["frequencies"] = "8000", ["steps"] = "5 10", ["separation"] = "0.4", ["known"] = "0.92", ["read"] = "0.9 0.9 0.9", ["battery"] = "50", [field] = value,
        };
        var (response, page) = await _locator.SendAsync("/instruments" + query, handler, [.. good.Select(p => (p.Key, p.Value))]);
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.NotNull(page.Complaint(field));
    }

    [Fact]
    public async Task Everything_read_with_a_receiver_out_of_check_is_flagged()
    {
        var plover = await host.StoreAsync(db => db.Instruments.SingleAsync(i => i.Name == "Plover"));
        var hookup = await host.StoreAsync(db => db.Hookups.Where(h => h.JobId == 1 && h.LineId == 4).FirstAsync());
        await host.StoreAsync(db => db.Hookups.Where(h => h.Id == hookup.Id).ExecuteUpdateAsync(s => s.SetProperty(h => h.ReceiverId, plover.Id)));
        var dot = await host.StoreAsync(db => db.Readings.FirstAsync(r => r.HookupId == hookup.Id));

        Assert.Contains("calibration has run out", (await _locator.PageAsync($"/jobs/1/trace?line=4&dot={dot.Id}")).Page.QuerySelector(".panel .alert-danger")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("read with Plover", (await _locator.PageAsync("/jobs/1/handover")).Page.Body!.TextContent, StringComparison.Ordinal);
        var json = await (await host.Device().GetAsync(new Uri("/api/v1/jobs/1/export/geojson", UriKind.Relative))).JsonAsync();
        Assert.Contains(json.GetProperty("features").EnumerateArray(), f => f.GetProperty("properties").TryGetProperty("receiverDoubt", out var d) && d.ValueKind == JsonValueKind.String);
    }

    [Fact]
    public async Task An_instrument_says_on_which_day_it_was_in_check()
    {
        var wren = await host.StoreAsync(db => db.Instruments.Include(i => i.Checks).SingleAsync(i => i.Name == "Wren"));
        var day = wren.Checks[0].Day;
        Assert.Equal(CheckState.Good, wren.StateOn(day));
        Assert.Equal(CheckState.NotCheckedToday, wren.StateOn(day.PlusDays(1)));
        Assert.Equal(CheckState.CalibrationOver, wren.StateOn(wren.CalibrationEnds!.Value.PlusDays(1)));
    }

    [Fact]
    public async Task The_lead_makes_the_guide_the_firms_own_and_can_go_back()
    {
        var (kept, _) = await _lead.SendAsync("/guide?kind=Gas", "", ("clip", "Only the green wire."), ("never", "The yellow one."), ("dead", "Meter first."), ("insulates", ""), ("bonded", ""), ("caution", ""));
        Assert.Equal(HttpStatusCode.Redirect, kept.StatusCode);
        Assert.Contains("Only the green wire.", (await _locator.PageAsync("/guide?kind=Gas")).Page.QuerySelector(".guide")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Only the green wire.", (await _locator.PageAsync("/guide/card?kind=Gas")).Page.QuerySelector(".pocket")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Only the green wire.", (await _locator.PageAsync("/jobs/1/hookup?line=2")).Page.QuerySelector(".guide")!.TextContent, StringComparison.Ordinal);

        var (refused, _) = await _locator.SendAsync("/guide?kind=Gas", "", ("clip", "anything"), ("never", "x"), ("dead", "y"));
        Assert.NotEqual(HttpStatusCode.OK, refused.StatusCode);
        var (empty, page) = await _lead.SendAsync("/guide?kind=Gas", "", ("clip", ""), ("never", "x"), ("dead", "y"));
        Assert.Equal(HttpStatusCode.OK, empty.StatusCode);
        Assert.NotNull(page.Complaint("clip"));

        await _lead.SendAsync("/guide?kind=Gas", "Shipped");
        Assert.Contains("tracer wire", (await _locator.PageAsync("/guide?kind=Gas")).Page.QuerySelector(".guide")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_guide_speaks_of_what_stands_at_the_connection_in_the_leads_words()
    {
        (string, string)[] page = [("clip", "c"), ("never", "n"), ("dead", "d"), ("atValve", "Mind the green lid.")];
        var locator = host.Browser("sunny");
        Assert.Contains("one wire for each way", (await locator.PageAsync("/jobs/1/hookup?line=2")).Page.QuerySelector("#circuit")!.TextContent, StringComparison.Ordinal);

        await _lead.SendAsync("/guide?kind=Gas", "", page);
        Assert.Contains("Mind the green lid.", (await locator.PageAsync("/jobs/1/hookup?line=2")).Page.QuerySelector("#circuit")!.TextContent, StringComparison.Ordinal);
        await _lead.SendAsync("/guide?kind=Gas", "Shipped");
        Assert.Equal(0, await host.StoreAsync(db => db.GuideNotes.CountAsync()));
        foreach (var kind in Core.Lines.Utilities.All)
        {
            Assert.All(ShippedGuide.FeaturesOf(kind).Take(kind == Core.Lines.UtilityKind.Unknown ? 0 : 9), f => Assert.NotEmpty(ShippedGuide.At(kind, f)));
        }
    }

    [Fact]
    public void Every_kind_has_a_page_that_says_what_never_and_how_to_test()
    {
        foreach (var kind in Core.Lines.Utilities.All)
        {
            var page = ShippedGuide.Of(kind);
            Assert.Equal(kind, page.Kind);
            Assert.All(new[] { page.Clip, page.Never, page.TestDead, page.Caution }, text => Assert.True(text.Length > 20));
        }

        Assert.Contains("Never a lead on a cable", ShippedGuide.Of(Core.Lines.UtilityKind.Electric).Never, StringComparison.Ordinal);
    }
}
