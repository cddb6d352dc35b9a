using System.Net;
using AngleSharp.Html.Dom;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Plan, circuit and ground of a hookup over HTTP, on the demo's car park: line 2 is the gas tracer.</summary>
[Collection("works all processors")]
public class HookupStageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Plan = "/jobs/1/hookup/plan?line=2";
    private const string Circuit = "/jobs/1/hookup?line=2";
    private const string Ground = "/jobs/1/hookup/ground?line=2";
    private readonly HttpClient _locator = host.Browser("jem");

    private static (string, string)[] Typed(params (string Name, string Value)[] over) =>
        [.. new Dictionary<string, string>
        {
            ["method"] = "Direct", ["connectionEast"] = "46.6", ["connectionNorth"] = "8.2", ["stakeEast"] = "38", ["stakeNorth"] = "5", ["frequency"] = "8000",
            ["connected"] = "tracer", ["volts"] = "12", ["sent"] = "50",
        }.Concat(over.Select(o => new KeyValuePair<string, string>(o.Name, o.Value))).GroupBy(p => p.Key).Select(g => (g.Key, g.Last().Value))];

    private Task<IHtmlDocument> JudgedAsync(params (string Name, string Value)[] over) => PartAsync(Circuit, "Judge", Typed(over));

    private async Task<IHtmlDocument> PartAsync(string path, string handler, params (string, string)[] typed)
    {
        var (response, page) = await _locator.SendAsync(path, handler, typed);
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        return page;
    }

    private static (string, string)[] Drag(string east, string north, string step = "0") =>
    [
        ("method", "Direct"), ("atEast", "46.6"), ("atNorth", "8.2"), ("atName", "valve 3"), ("stakeEast", east), ("stakeNorth", north), ("step", step), ("set", "25"), ("show", "field"),
    ];

    [Fact]
    public async Task The_plan_names_the_best_hookup_why_others_are_worse_and_what_is_ruled_out()
    {
        var page = await PlannedAsync();

        Assert.StartsWith("Best here: Direct on valve 3", page.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        Assert.True(page.QuerySelectorAll(".list-group a.ranked").Length >= 4);
        Assert.All(page.QuerySelectorAll(".list-group .ranked + small"), s => Assert.True(s.TextContent.Length > 10));
        Assert.Contains("Induction", page.QuerySelector(".ruled")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(6, page.QuerySelectorAll("#fold-why .border-start").Length);
        Assert.NotNull(page.QuerySelector("[data-stake-handle]"));
        Assert.NotEmpty(page.QuerySelectorAll(".current-line"));
    }

    [Theory]
    [InlineData("field", ".curve-peak")]
    [InlineData("current", ".chart-follow")]
    [InlineData("ring", ".ring-around")]
    public async Task The_lower_pane_shows_field_current_or_ring(string show, string part) =>
        Assert.NotNull((await PlannedAsync("&show=" + show)).QuerySelector(part));

    [Theory]
    [InlineData("nonsense")]
    [InlineData("direct;1;2;;;8000;25;x")]
    [InlineData("direct;1e99;2;3;4;8000;25;x")]
    [InlineData("9;1;2;3;4;8000;25;x")]
    public async Task A_hookup_in_the_address_that_makes_no_sense_is_left_aside(string draft)
    {
        var (status, page) = await _locator.PageAsync(Plan + "&try=" + Uri.EscapeDataString(draft));
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.StartsWith("Best here", page.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_stake_that_is_dragged_is_solved_where_it_is()
    {
        var near = await PartAsync(Plan, "PredictJudge", Drag("40", "4.5"));
        var far = await PartAsync(Plan, "PredictJudge", Drag("38", "4", "3"));

        Assert.NotNull(near.QuerySelector("[data-layer=signal] .current-line"));
        Assert.NotNull(near.QuerySelector("[data-part=lower]"));
        Assert.Contains("512", near.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("83", far.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("take=", near.QuerySelector("[data-part=foot] a")!.GetAttribute("href"), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("38", "8.3", "Norrick Grid (electric) lies under it")]
    [InlineData("40", "12", "paved")]
    [InlineData("20", "4.5", "lead does not reach")]
    public async Task A_stake_where_none_may_stand_is_told_and_cannot_be_taken(string east, string north, string why)
    {
        var part = await PartAsync(Plan, "PredictJudge", Drag(east, north));

        Assert.Contains(why, part.QuerySelector(".alert-danger")!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("take=", part.QuerySelector("[data-part=foot] a")!.GetAttribute("href"), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("abc")]
    [InlineData("")]
    public async Task A_stake_that_cannot_be_read_is_told_in_a_sentence(string east)
    {
        var part = await PartAsync(Plan, "PredictJudge", Drag(east, "4"));
        Assert.True(part.QuerySelector("[role=alert]")!.TextContent.Length > 10);
    }

    [Fact]
    public async Task What_was_planned_stands_in_the_circuits_form()
    {
        var link = (await PlannedAsync()).QuerySelector("[data-part=foot] a")!.GetAttribute("href")!;
        var (_, page) = await _locator.PageAsync(link);

        Assert.Equal("valve 3", page.QuerySelector("#f-connected")!.GetAttribute("value"));
        Assert.Equal("512", page.QuerySelector("#f-frequency")!.GetAttribute("value"));
        Assert.Equal("", page.QuerySelector("#f-volts")!.GetAttribute("value"));
        Assert.Contains("Expected here", page.QuerySelector("#circuit")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_loop_that_looks_good_and_is_far_too_low_is_not_called_sound()
    {
        var low = await JudgedAsync(("volts", "1.2"), ("sent", "25"));
        Assert.NotNull(low.QuerySelector(".verdict-caution"));
        var why = low.QuerySelector(".verdict-why")!.TextContent;
        Assert.Contains("48 Ω round the loop, but the current likely does not go where it should", low.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Do not walk yet", why, StringComparison.Ordinal);
        Assert.Contains("on another service", why, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_second_frequency_is_asked_for_used_and_kept()
    {
        (string, string)[] first = [("volts", "60"), ("sent", "20")];
        var once = await JudgedAsync(first);
        Assert.Contains("and read volts and current again", once.Body!.TextContent, StringComparison.Ordinal);
        var before = once.QuerySelectorAll(".causes b").Select(b => b.TextContent).ToList();

        var twice = await JudgedAsync([.. first, ("otherFrequency", "512"), ("otherVolts", "60"), ("otherSent", "1.2")]);
        Assert.NotEqual(before, twice.QuerySelectorAll(".causes b").Select(b => b.TextContent).ToList());

        var (stored, _) = await _locator.SendAsync("/jobs/1/hookup?line=3", "", Typed(("volts", "60"), ("sent", "20"), ("otherFrequency", "512"), ("otherVolts", "60"), ("otherSent", "1.2"), ("heard", "14"), ("as", "new")));
        Assert.Equal(HttpStatusCode.Redirect, stored.StatusCode);
        var page = (await _locator.PageAsync("/jobs/1/hookup?line=3")).Page;
        Assert.Equal(["512", "60", "1.2", "14"], new[] { "otherFrequency", "otherVolts", "otherSent", "heard" }.Select(f => page.QuerySelector("#f-" + f)!.GetAttribute("value")));
    }

    [Theory]
    [InlineData("otherVolts", "12", "otherFrequency", "Say at which frequency")]
    [InlineData("otherFrequency", "8000", "otherFrequency", "That is the first frequency")]
    [InlineData("otherFrequency", "1e300", "otherFrequency", "not a number")]
    [InlineData("otherFrequency", "0.1", "otherFrequency", "from")]
    [InlineData("otherVolts", "deep", "otherVolts", "number")]
    [InlineData("otherSent", "-4", "otherSent", "from")]
    [InlineData("heard", "1e-400x", "heard", "number")]
    public async Task What_is_wrong_with_a_second_reading_is_said_at_its_field_and_stays(string field, string typed, string at, string sentence)
    {
        var (response, page) = await _locator.SendAsync(Circuit, "", Typed((field, typed), ("as", "new")));
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.Contains(sentence, page.Complaint(at), StringComparison.Ordinal);
        Assert.Equal(typed, page.QuerySelector("#f-" + field)!.GetAttribute("value"));
    }

    [Fact]
    public async Task The_circuit_is_held_against_the_prediction()
    {
        var asPredicted = await JudgedAsync(("volts", "12"));
        var loose = await JudgedAsync(("volts", "60"), ("sent", "0.0"));
        var tooHigh = await JudgedAsync(("volts", "60"), ("sent", "7"));

        Assert.Contains("As predicted", asPredicted.QuerySelectorAll(".causes")[1].QuerySelector("tbody tr")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Open circuit", loose.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("As predicted", loose.QuerySelectorAll(".causes")[1].QuerySelector("tbody tr")!.TextContent, StringComparison.Ordinal);
        Assert.StartsWith("Stop", tooHigh.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Several_wires_are_compared_and_kept()
    {
        (string, string)[] wires = [("wire1", "blue"), ("wireVolts1", "20"), ("wireSent1", "45"), ("wireHeard1", "5"), ("wire2", "yellow"), ("wireVolts2", "12"), ("wireSent2", "40"), ("wireHeard2", "33")];
        var judged = await JudgedAsync(wires);
        Assert.Contains(judged.QuerySelectorAll(".verdict-say"), s => s.TextContent.StartsWith("yellow is likely the one", StringComparison.Ordinal));

        var (response, _) = await _locator.SendAsync(Circuit, "", [.. Typed(wires), ("arcFound", "355 120"), ("as", "new")]);
        Assert.Equal(HttpStatusCode.Redirect, response.StatusCode);
        var stored = await host.StoreAsync(db => db.Hookups.OrderByDescending(h => h.Id).FirstAsync());
        Assert.Equal(["blue", "yellow"], stored.Wires.Select(w => w.Wire));
        Assert.Equal([355, 120], stored.ArcBearings);
        Assert.Contains("Heard at 120° and not expected", (await _locator.PageAsync(Circuit)).Page.QuerySelector("#circuit")!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("frequency", "9000", "frequency")]
    [InlineData("arcFound", "400", "arcFound")]
    [InlineData("arcFound", "north", "arcFound")]
    [InlineData("wireSent1", "lots", "wireSent1")]
    [InlineData("receiver", "777", "receiver")]
    public async Task A_wrong_entry_is_told_at_its_field(string name, string value, string field)
    {
        var (response, page) = await _locator.SendAsync(Circuit, "", [.. Typed((name, value), ("receiver", name == "receiver" ? value : "3")), ("as", "new")]);
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.NotNull(page.Complaint(field));
    }

    [Fact]
    public async Task What_is_supposed_of_the_ground_changes_the_prediction_and_is_logged()
    {
        async Task<string> LoopAsync() => (await PartAsync("/jobs/1/hookup/plan?line=1", "PredictJudge",
            ("method", "Direct"), ("atEast", "20.7"), ("atNorth", "5.2"), ("stakeEast", "12"), ("stakeNorth", "4.5"), ("step", "0"), ("set", "25"))).QuerySelector("[data-part=figures]")!.TextContent;
        var loam = await LoopAsync();

        var (response, _) = await _locator.SendAsync("/jobs/1/hookup/ground?line=1", "Soil", ("soil", "DrySand"), ("resistivity", ""));

        Assert.Equal(HttpStatusCode.Redirect, response.StatusCode);
        Assert.NotEqual(loam, await LoopAsync());
        Assert.Contains(await host.StoreAsync(db => db.Log.Where(e => e.JobId == 1).ToListAsync()), e => e.After.Contains("SoilOhmMetres", StringComparison.Ordinal));
        await _locator.SendAsync("/jobs/1/hookup/ground?line=1", "Soil", ("soil", ""), ("resistivity", "80"));
        Assert.Equal(loam, await LoopAsync());
    }

    [Fact]
    public async Task A_suspected_line_a_bond_and_a_joint_are_drawn_reckoned_with_and_removed()
    {
        var (drawn, _) = await _locator.SendAsync(Ground, "Draw", ("name", "old feeder"), ("kind", "Electric"), ("points", "30 10\n30 35"));
        Assert.Equal(HttpStatusCode.Redirect, drawn.StatusCode);
        var line = await host.StoreAsync(db => db.LineModels.SingleAsync(m => m.Name == "old feeder"));
        var (tied, _) = await _locator.SendAsync(Ground, "Tie", ("from", "line-2"), ("to", $"drawn-{line.Id}"), ("tieEast", "38"), ("tieNorth", "30"), ("ohms", ""));
        Assert.Equal(HttpStatusCode.Redirect, tied.StatusCode);
        await _locator.SendAsync(Ground, "Tie", ("from", "line-2"), ("to", ""), ("tieEast", "45"), ("tieNorth", "36"), ("ohms", ""));

        var (_, page) = await _locator.PageAsync(Ground);
        Assert.NotNull(page.QuerySelector(".suspected"));
        Assert.Contains("bonded to old feeder", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Joint in Tamsin Gas", page.Body.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await _locator.PageAsync(Plan)).Status);

        foreach (var tie in await host.StoreAsync(db => db.Ties.Where(t => t.JobId == 1).Select(t => t.Id).ToListAsync()))
        {
            await _locator.SendAsync(Ground, "Remove", ("tie", tie.ToString(System.Globalization.CultureInfo.InvariantCulture)));
        }

        await _locator.SendAsync(Ground, "Remove", ("drawn", line.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)));
        Assert.Equal(0, await host.StoreAsync(db => db.LineModels.CountAsync(m => m.Name == "old feeder")));
        Assert.Equal(0, await host.StoreAsync(db => db.Ties.CountAsync(t => t.JobId == 1)));
    }

    [Theory]
    [InlineData("Soil", "resistivity", "-3")]
    [InlineData("Soil", "resistivity", "")]
    [InlineData("Line", "depth", "0.0001")]
    [InlineData("Line", "wall", "9")]
    [InlineData("Line", "startOhms", "abc")]
    [InlineData("Draw", "points", "30 10")]
    [InlineData("Tie", "tieEast", "")]
    [InlineData("Tie", "to", "line-999")]
    [InlineData("Surface", "corners", "1 1\n2 2")]
    public async Task A_wrong_ground_is_told_at_its_field(string handler, string field, string value)
    {
        var (response, page) = await _locator.SendAsync(Ground, handler, ("from", "line-2"), ("metal", "Copper"), ("outside", "0.02"), (field, value));
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.NotNull(page.Complaint(field));
    }

    [Fact]
    public async Task A_line_is_what_somebody_who_knows_better_says_it_is()
    {
        var (response, _) = await _locator.SendAsync("/jobs/1/hookup/ground?line=5&of=line-5", "Line",
            ("metal", "Copper"), ("coating", "Polyethylene"), ("outside", "2mm"), ("wall", ""), ("depth", "1.4"), ("start", "Open"), ("end", "Earthed"), ("endOhms", "30"));
        Assert.Equal(HttpStatusCode.Redirect, response.StatusCode);

        var (_, page) = await _locator.PageAsync("/jobs/1/hookup/ground?line=5&of=line-5");
        Assert.Contains("copper 2 mm, coated, 1.40 m deep, ends open / earthed", page.Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync("/jobs/1/hookup/ground?line=5&of=line-5", "Line", ("metal", "None"), ("start", ""), ("end", ""));
        Assert.Contains("no metal that carries a current", (await _locator.PageAsync("/jobs/1/hookup/plan?line=5")).Page.Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_line_that_nobody_placed_and_a_job_without_lines_say_what_to_do_next()
    {
        Assert.Contains("Nobody has said where this line runs", (await _locator.PageAsync("/jobs/2/hookup/plan")).Page.Body!.TextContent, StringComparison.Ordinal);
        var (made, _) = await _locator.SendAsync("/jobs/new", "", ("name", "Empty yard"));
        var path = made.Headers.Location!.OriginalString;
        var job = path.Split('/')[2].Split('?')[0];
        foreach (var page in new[] { "plan", "ground" })
        {
            Assert.Equal(HttpStatusCode.OK, (await _locator.PageAsync($"/jobs/{job}/hookup/{page}")).Status);
        }
    }

    [Fact]
    public async Task A_reader_looks_and_changes_nothing()
    {
        var reader = host.Browser("quill");
        Assert.Equal(HttpStatusCode.OK, (await reader.PageAsync(Plan)).Status);
        Assert.Equal(HttpStatusCode.OK, (await reader.SendAsync(Plan, "PredictJudge", Drag("40", "4.5"))).Response.StatusCode);
        var (response, _) = await reader.SendAsync(Ground, "Soil", ("soil", "Rock"));
        Assert.NotEqual(HttpStatusCode.OK, response.StatusCode);
        Assert.Equal(80, await host.StoreAsync(db => db.Jobs.Where(j => j.Id == 3).Select(j => j.SoilOhmMetres).SingleAsync()));
    }

    [Fact]
    public async Task The_house_picks_its_first_frequency()
    {
        var lead = host.Browser("orla");
        var (_, page) = await lead.PageAsync("/firm");
        var form = page.QuerySelector("main form")!.QuerySelectorAll("input,select").Where(f => f.GetAttribute("name") is { } n && !n.StartsWith("__", StringComparison.Ordinal))
            .Select(f => (f.GetAttribute("name")!, f is IHtmlSelectElement s ? s.Value ?? "" : f.GetAttribute("value") ?? "")).Where(f => f.Item1 is not ("habit" or "once" or "seen" or "shown" or "carried")).ToList();
        await lead.SendAsync("/firm", "", [.. form, ("habit", "Medium")]);
        Assert.Contains("8 kHz", Say(await PlannedAsync()), StringComparison.Ordinal);
        await lead.SendAsync("/firm", "", [.. form, ("habit", "Lowest")]);
        Assert.Contains("512 Hz", Say(await PlannedAsync()), StringComparison.Ordinal);
    }

    private static string Say(IHtmlDocument page) => page.QuerySelector(".verdict-say")!.TextContent.Replace('\u00a0', ' ');

    /// <summary>The page once the plan stands; on a busy machine it tells for a while how far it has come.</summary>
    private async Task<IHtmlDocument> PlannedAsync(string more = "")
    {
        for (var i = 0; i < 100; i++)
        {
            var (status, page) = await _locator.PageAsync(Plan + more);
            Assert.Equal(HttpStatusCode.OK, status);
            if (page.QuerySelector(".verdict-say") is not null)
            {
                return page;
            }

            await Task.Delay(200);
        }

        throw new TimeoutException("The plan did not come in 20 s.");
    }
}
