using System.Net;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Wires and valves over HTTP: put, heard, mapped, circled; markers that tie a line; a tee whose currents balance.</summary>
public class WiresStageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/jobs/2/trace/wires";

    private readonly HttpClient _locator = host.Browser("jem");

    private async Task<AngleSharp.Html.Dom.IHtmlDocument> OpenAsync(string path = Path) => (await _locator.PageAsync(path)).Page;

    private async Task<int> ValveAsync(string name, params (string, string)[] more)
    {
        var (answer, page) = await _locator.SendAsync(Path, "Valve", [("valveName", name), ("valveEast", "10"), ("valveNorth", "5"), .. more]);
        Assert.True(answer.StatusCode == HttpStatusCode.Redirect, page.QuerySelector(".invalid-feedback")?.TextContent);
        return await host.StoreAsync(db => db.Features.Where(f => f.JobId == 2 && f.Name == name).Select(f => f.Id).SingleAsync());
    }

    [Fact]
    public async Task Valves_and_wires_become_a_map_that_says_what_is_next_and_what_does_not_fit()
    {
        await MoleHost.AcceptCautionsAsync(_locator, 2);
        Assert.Contains("Say where the valves are", (await OpenAsync()).QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        var one = await ValveAsync("hedge");
        var two = await ValveAsync("gate", ("halfNorth", "0.6"), ("halfEast", "0.5"), ("halfSouth", "0.4"), ("halfWest", "0.7"));
        Assert.Equal(new SitePoint(9.9, 5.1), await host.StoreAsync(async db => (await db.Features.SingleAsync(f => f.Id == two)).Points[0]));

        await _locator.SendAsync(Path, "Wire", ("wireName", "white"), ($"heard{one}", "Strong"), ($"heard{two}", "Strong"), ("wireDepths", "0.3 0.42 0.35"));
        await _locator.SendAsync(Path, "Wire", ("wireName", "red"), ($"heard{one}", "Strong"), ($"heard{two}", "Unknown"));
        var page = await OpenAsync();
        Assert.Contains("1 of 2 wires told. Next: the signal on red alone, listen at valve 2.", page.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("0.30 m to 0.42 m to its centre in 3 places", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.NotEmpty(page.QuerySelectorAll(".lower svg .candidate, .lower svg .pass-open"));

        var red = await host.StoreAsync(db => db.Wires.Where(w => w.JobId == 2 && w.Name == "red").Select(w => w.Id).SingleAsync());
        await _locator.SendAsync($"{Path}?wire={red}", "Wire", ("wireName", "red"), ($"heard{one}", "Strong"), ($"heard{two}", "Weak"));
        Assert.Contains("No wire leads to valve 2", (await OpenAsync()).QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync(Path, "Wire", ("wireName", "blue"), ($"heard{one}", "None"), ($"heard{two}", "Strong"));
        Assert.Contains("All 3 wires are told: white is the common.", (await OpenAsync()).QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);

        await _locator.SendAsync($"{Path}?wire={red}", "RemoveWire");
        Assert.Equal(0, await host.StoreAsync(db => db.Wires.CountAsync(w => w.Id == red)));
        Assert.True(await host.StoreAsync(db => db.Log.AnyAsync(e => e.Subject == $"ControlWire:{red}" && e.What == "removed")));
    }

    [Fact]
    public async Task A_circle_says_what_lies_inside_and_is_kept_as_a_splice_when_asked_for()
    {
        await MoleHost.AcceptCautionsAsync(_locator, 2);
        const string path = "/jobs/2/trace/wires";
        var (looked, said) = await _locator.SendAsync(path, "Circle", ("circleEast", "4"), ("circleNorth", "7"), ("ways", "180 50\n10 20\n95 10"));
        Assert.Equal(HttpStatusCode.OK, looked.StatusCode);
        Assert.Contains("Wires are joined inside: 3 ways", said.QuerySelector(".alert[role=status]")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("40 % of it leaves on no way", said.QuerySelector(".alert[role=status]")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("4", said.QuerySelector("[name=circleEast]")!.GetAttribute("value"));
        Assert.Contains("95 10", said.QuerySelector("[name=ways]")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(0, await host.StoreAsync(db => db.Features.CountAsync(f => f.JobId == 2 && f.Kind == FeatureKind.Splice)));

        await _locator.SendAsync(path, "Circle", ("circleEast", "4"), ("circleNorth", "7"), ("ways", "180 50\n10 20\n95 10"), ("spliceDepth", "0.4"), ("keep", "yes"));
        var splice = await host.StoreAsync(db => db.Features.AsNoTracking().SingleAsync(f => f.JobId == 2 && f.Kind == FeatureKind.Splice));
        Assert.Equal((new SitePoint(4, 7), 0.4), (splice.Points[0], splice.DepthMetres));
    }

    [Theory]
    [InlineData("Valve", "valveEast", "1e300")]
    [InlineData("Valve", "halfNorth", "0.5")]
    [InlineData("Valve", "halfNorth", "-1")]
    [InlineData("Wire", "wireName", "")]
    [InlineData("Wire", "wireDepths", "0.4 deep")]
    [InlineData("Wire", "wireDepths", "1e300")]
    [InlineData("Circle", "ways", "north")]
    [InlineData("Circle", "ways", "10 20 30")]
    [InlineData("Circle", "ways", "1e300 4")]
    [InlineData("Circle", "ways", "10 NaN")]
    [InlineData("Circle", "spliceDepth", "x")]
    public async Task What_cannot_be_is_told_at_its_field_and_nothing_is_kept(string handler, string field, string value)
    {
        await ValveOnceAsync();
        var before = await host.StoreAsync(async db => (await db.Features.CountAsync(f => f.JobId == 1), await db.Wires.CountAsync(w => w.JobId == 1)));
        var fields = new Dictionary<string, string> { ["valveEast"] = "3", ["valveNorth"] = "4", ["wireName"] = "green", ["ways"] = "10", ["circleEast"] = "3", ["circleNorth"] = "4", ["keep"] = "yes", [field] = value };
        var (answer, page) = await _locator.SendAsync("/jobs/1/trace/wires", handler, [.. fields.Select(f => (f.Key, f.Value))]);

        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.NotEmpty(page.QuerySelectorAll(".invalid-feedback"));
        Assert.Equal(before, await host.StoreAsync(async db => (await db.Features.CountAsync(f => f.JobId == 1), await db.Wires.CountAsync(w => w.JobId == 1))));
    }

    private async Task ValveOnceAsync()
    {
        if (!await host.StoreAsync(db => db.Features.AnyAsync(f => f.JobId == 1 && f.Kind == FeatureKind.ControlValve)))
        {
            await _locator.SendAsync("/jobs/1/trace/wires", "Valve", ("valveName", "bed"), ("valveEast", "1"), ("valveNorth", "1"));
        }
    }

    [Fact]
    public async Task An_oblong_spread_is_no_coil_unless_the_person_says_so()
    {
        (string, string)[] oblong = [("valveName", "long"), ("valveEast", "1"), ("valveNorth", "1"), ("halfNorth", "3"), ("halfEast", "0.4"), ("halfSouth", "3"), ("halfWest", "0.4")];
        var (asked, page) = await _locator.SendAsync("/jobs/1/trace/wires", "Valve", oblong);
        Assert.Equal(HttpStatusCode.OK, asked.StatusCode);
        Assert.Contains("not a coil alone", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Redirect, (await _locator.SendAsync("/jobs/1/trace/wires", "Valve", [.. oblong, ("oblong", "yes")])).Response.StatusCode);
    }

    [Fact]
    public async Task A_buried_marker_ties_the_line_or_says_that_the_trace_has_left_it()
    {
        const string path = "/jobs/1/trace?line=1&new=true";
        var on = await host.StoreAsync(db => db.Readings.Where(r => r.LineId == 1 && r.State == DotState.Accepted).OrderBy(r => r.Number).Select(r => new { r.EastMetres, r.NorthMetres }).Skip(1).FirstAsync());
        async Task PutAsync(string name, double east, string kind) => Assert.Equal(HttpStatusCode.Redirect, (await _locator.SendAsync(
            path, "Marker", ("markEast", $"{east} m"), ("markNorth", $"{on.NorthMetres} m"), ("markDepth", "0.8"), ("markKind", kind), ("markName", name))).Response.StatusCode);
        await PutAsync("ball one", on.EastMetres, "Water");
        await PutAsync("ball two", on.EastMetres + 1.6, "Water");
        await PutAsync("ball three", on.EastMetres, "Gas");
        var said = (await OpenAsync("/jobs/1/trace?line=1")).QuerySelector(".followed")!.TextContent;

        Assert.Contains("ball one, 0.80 m deep lies", said, StringComparison.Ordinal);
        Assert.Contains("it ties it", said, StringComparison.Ordinal);
        Assert.Contains("the trace has left its line", said, StringComparison.Ordinal);
        Assert.Contains("ball three, 0.80 m deep answers for gas", said, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await _locator.SendAsync(path, "Marker", ("markEast", ""), ("markNorth", ""))).Response.StatusCode);
    }

    [Fact]
    public async Task Currents_on_the_ways_out_of_a_tee_are_balanced_in_the_ledger_and_the_engine_stands_beside()
    {
        var tee = await host.StoreAsync(db => db.Readings.AsNoTracking().Where(r => r.LineId == 4 && r.State == DotState.Accepted).OrderBy(r => r.Number).Skip(2).FirstAsync());
        var (answer, page) = await _locator.SendAsync(
            $"/jobs/1/trace?line=4&dot={tee.Id}", "", ("east", $"{tee.EastMetres} m"), ("north", $"{tee.NorthMetres} m"), ("depth", $"{tee.DepthMetres} m"), ("current", $"{tee.CurrentMilliamps}"),
            ("feature", "Tee"), ("branches", "14 5"), ("state", "Accepted"), ("note", "made up"), ("changeWhy", "a branch was seen"));
        Assert.True(answer.StatusCode == HttpStatusCode.Redirect, page.QuerySelector(".invalid-feedback")?.TextContent);

        var shown = await OpenAsync("/jobs/1/trace?line=4&cut=current");
        Assert.Contains("tee", shown.QuerySelector(".lower svg")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("by the ground as drawn", shown.QuerySelector(".lower svg")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("ee", shown.QuerySelector(".panel")!.TextContent, StringComparison.Ordinal);
        var (wrong, told) = await _locator.SendAsync($"/jobs/1/trace?line=4&new=true", "", ("east", "1"), ("north", "1"), ("branches", "ten"), ("state", "Taken"));
        Assert.Equal(HttpStatusCode.OK, wrong.StatusCode);
        Assert.NotNull(told.QuerySelector("[name=branches].is-invalid"));
    }
}
