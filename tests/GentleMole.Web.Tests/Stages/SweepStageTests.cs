using System.Globalization;
using System.Net;
using AngleSharp.Html.Dom;
using GentleMole.Core.Candidates;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Demo;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Stages;

/// <summary>The stage Sweep over HTTP: laid, walked, joined, decided; and what a stranger gets wrong.</summary>
public class SweepStageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string New = "/jobs/1/sweep?sweep=0";

    private readonly HttpClient _locator = host.Browser("jem");

    private Task<List<Sweep>> SweepsAsync() =>
        host.StoreAsync(db => db.Sweeps.AsNoTracking().Include(s => s.Passes).ThenInclude(p => p.Responses).Where(s => s.JobId == 1).OrderBy(s => s.Id).ToListAsync());

    private async Task<IHtmlDocument> OpenAsync(string path = "/jobs/1/sweep") => (await _locator.PageAsync(path)).Page;

    private static string Number(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);

    [Fact]
    public async Task The_demos_sweep_shows_what_was_walked_and_found_the_lamp_cable_that_is_on_no_plan()
    {
        var page = await OpenAsync("/jobs/1/sweep?sweep=2");
        var power = (await SweepsAsync()).Single(s => s.Mode == SweepMode.Power);

        Assert.Contains($"{power.Passes.Count(p => p.WalkedAt is not null)} of {power.Passes.Count} passes walked", page.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        Assert.Contains(page.QuerySelectorAll(".asked"), c => c.TextContent.Contains("No plan and no trace", StringComparison.Ordinal) && c.TextContent.Contains("(power)", StringComparison.Ordinal));
        Assert.NotEmpty(page.QuerySelectorAll(".candidate"));

        // Where it says, the hidden cable lies: within what it says of itself and a hand's breadth.
        var task = new CandidateTask(
            [.. power.Passes.Where(p => p.WalkedAt is not null).Select(p => p.Pass)],
            [.. power.Passes.Where(p => p.WalkedAt is not null).SelectMany((p, i) => p.Responses.Select(r => new SweepResponse(i, r.AlongMetres, null, null, null)))]);
        var likeliest = CandidateSearch.Of(task, default).Candidates[0];
        Assert.All(likeliest.Points, p => Assert.InRange(LidoGround.Lamp.Run.Project(p).Foot.DistanceTo(p), 0, likeliest.Lateral95Metres + 0.15));
    }

    [Fact]
    public async Task What_a_mode_is_heard_on_weighs_more_than_whose_plan_lies_nearer()
    {
        // The electric cable lies by the plan of the gas, and mains current runs on it.
        var cards = (await OpenAsync("/jobs/1/sweep?sweep=2")).QuerySelectorAll(".asked").Select(c => c.TextContent).ToList();

        Assert.True(cards.Exists(c => c.Contains("by the plan of the gas, which is not heard in this mode", StringComparison.Ordinal) && c.Contains("more likely the electric", StringComparison.Ordinal)), string.Join('\n', cards));
    }

    [Fact]
    public async Task A_sweep_is_laid_walked_and_heard_and_a_line_is_found_decided_energised_and_settled()
    {
        var (laid, _) = await _locator.SendAsync(New, "", ("kind", "Grid"), ("mode", "Induction"), ("area", "70 0\n90 0\n90 20\n70 20"), ("spacing", "2"), ("both", "yes"), ("note", "two of us"));
        Assert.Equal(HttpStatusCode.Redirect, laid.StatusCode);
        var sweep = (await SweepsAsync())[^1];
        Assert.Equal((20, "Jem Trewin", "two of us"), (sweep.Passes.Count, sweep.LaidBy, sweep.Note));
        var path = $"/jobs/1/sweep?sweep={sweep.Id}";
        Assert.Contains("Pass 1 of 20", (await OpenAsync(path)).Body!.TextContent, StringComparison.Ordinal);

        // A cable from 70, 6 to 90, 12: walked pass by pass, each with what crosses it; nothing on others.
        foreach (var pass in sweep.Passes.OrderBy(p => p.Number))
        {
            var (way, from) = ((pass.Pass.To - pass.Pass.From).Unit(), pass.Pass.From);
            var cross = (way.North * 1) - (way.East * 0.3);
            var along = ((6 + (0.3 * (from.East - 70))) - from.North) / cross;
            var (walked, refused) = await _locator.SendAsync($"{path}&pass={pass.Number}", "Walked", ("heard", along > 0 && along < pass.Pass.LengthMetres ? $"{Number(along)} 0.9 5 73" : ""));
            Assert.True(walked.StatusCode == HttpStatusCode.Redirect, refused.QuerySelector(".invalid-feedback")?.TextContent);
        }

        var page = await OpenAsync(path);
        Assert.Contains("All 20 passes are walked", page.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        var cards = page.QuerySelectorAll(".asked").Where(c => c.TextContent.Contains("induction", StringComparison.Ordinal)).ToList();
        var number = Assert.Single(cards).Id!["candidate-".Length..];
        Assert.Contains("have not been looked at", (await OpenAsync("/jobs/1/handover")).Body!.TextContent, StringComparison.Ordinal);

        // Somebody says what it is: nobody knew of it, so it becomes a line of the sheet.
        var chosen = await OpenAsync($"{path}&candidate={number}");
        var key = chosen.QuerySelector("input[name=key]")!.GetAttribute("value")!;
        var (_, wrong) = await _locator.SendAsync($"{path}&candidate={number}", "Found", ("key", key), ("becomes", "Target"), ("foundLine", ""));
        Assert.Contains("Say which line of the notice it is.", wrong.Body!.TextContent, StringComparison.Ordinal);
        var (decided, why) = await _locator.SendAsync($"{path}&candidate={number}", "Found", ("key", key), ("becomes", "Unknown"), ("step", "TrialHole"), ("foundNote", "by the fence"));
        Assert.True(decided.StatusCode == HttpStatusCode.Redirect, why.QuerySelector(".invalid-feedback")?.TextContent);
        var found = await host.StoreAsync(db => db.Found.AsNoTracking().SingleAsync(f => f.JobId == 1 && f.Note == "by the fence"));
        Assert.Equal((FoundAs.Unknown, FoundStep.TrialHole, "Jem Trewin"), (found.Becomes, found.NextStep, found.By));
        var line = await host.StoreAsync(db => db.Lines.AsNoTracking().SingleAsync(l => l.Id == found.LineId));
        Assert.Equal(found.Points, line.ExpectedRun);
        Assert.Contains($"hookup?line={line.Id}", (await OpenAsync($"{path}&candidate={number}")).QuerySelector("form .btn-secondary")!.GetAttribute("href"), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await _locator.PageAsync($"/jobs/1/hookup?line={line.Id}")).Status);

        // Deciding twice makes no second line.
        await _locator.SendAsync($"{path}&candidate={number}", "Found", ("key", key), ("becomes", "Unknown"), ("step", "Energise"), ("foundNote", "by the fence"));
        Assert.Equal(1, await host.StoreAsync(db => db.Found.CountAsync(f => f.JobId == 1 && f.Note == "by the fence")));

        // It is on the handover until it is settled.
        Assert.Contains("found a line that nobody knew of", (await OpenAsync("/jobs/1/handover")).Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync(path, "Settled", ("found", found.Id.ToString(CultureInfo.InvariantCulture)), ("outcome", ""));
        Assert.Null((await host.StoreAsync(db => db.Found.AsNoTracking().SingleAsync(f => f.Id == found.Id))).SettledAt);
        await _locator.SendAsync(path, "Settled", ("found", found.Id.ToString(CultureInfo.InvariantCulture)), ("outcome", "dead lamp cable, cut back"));
        Assert.NotNull((await host.StoreAsync(db => db.Found.AsNoTracking().SingleAsync(f => f.Id == found.Id))).SettledAt);
        Assert.DoesNotContain("by the fence", (await OpenAsync("/jobs/1/handover")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_pass_is_typed_again_taken_back_and_what_stays_the_same_stays()
    {
        await _locator.SendAsync(New, "", ("kind", "Box"), ("mode", "Active"), ("centreEast", "100"), ("centreNorth", "10"), ("radius", "6"));
        var sweep = (await SweepsAsync())[^1];
        var path = $"/jobs/1/sweep?sweep={sweep.Id}";
        Assert.Equal(4, sweep.Passes.Count);
        await _locator.SendAsync($"{path}&pass=1", "Walked", ("heard", "3.5 0.8\n6 - 12"));
        var first = (await SweepsAsync())[^1].Passes.Single(p => p.Number == 1);
        Assert.Equal([(3.5, 0.8, null), (6.0, null, 12.0)], first.Responses.OrderBy(r => r.AlongMetres).Select(r => (r.AlongMetres, r.DepthMetres, r.CurrentMilliamps)));
        Assert.Equal("3.5 0.8\n6 - 12", (await OpenAsync($"{path}&pass=1")).QuerySelector("textarea[name=heard]")!.TextContent.Trim());

        await _locator.SendAsync($"{path}&pass=1", "Walked", ("heard", "3.5 0.8\n7"));
        var again = (await SweepsAsync())[^1].Passes.Single(p => p.Number == 1);
        Assert.Equal(first.Responses.MinBy(r => r.AlongMetres)!.Id, again.Responses.MinBy(r => r.AlongMetres)!.Id);
        Assert.Equal([3.5, 7], again.Responses.Select(r => r.AlongMetres).Order());
        Assert.Equal(first.WalkedAt, again.WalkedAt);

        // Several at once where nothing was heard; not where something was.
        var (_, refused) = await _locator.SendAsync($"{path}&pass=2", "Walked", ("heard", "2"), ("through", "4"));
        Assert.Contains("Several passes at once only where nothing was heard", refused.Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync($"{path}&pass=2", "Walked", ("heard", ""), ("through", "4"));
        Assert.All((await SweepsAsync())[^1].Passes, p => Assert.NotNull(p.WalkedAt));

        // What was walked is evidence: the sweep stays, a pass can be taken back.
        var (_, stays) = await _locator.SendAsync(path, "Remove");
        Assert.Contains("that is evidence and stays", stays.Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync($"{path}&pass=1", "NotWalked");
        var back = (await SweepsAsync())[^1].Passes.Single(p => p.Number == 1);
        Assert.Null(back.WalkedAt);
        Assert.Empty(back.Responses);
    }

    [Fact]
    public async Task A_sweep_of_which_nothing_was_walked_is_taken_away_again()
    {
        var before = (await SweepsAsync()).Count;
        await _locator.SendAsync(New, "", ("kind", "Circle"), ("mode", "Active"), ("degrees", "90"));
        var sweep = (await SweepsAsync())[^1];
        await _locator.SendAsync($"/jobs/1/sweep?sweep={sweep.Id}", "Remove");

        Assert.Equal(before, (await SweepsAsync()).Count);
        Assert.Equal(HttpStatusCode.NotFound, (await _locator.GetAsync(new Uri($"/jobs/1/sweep?sweep={sweep.Id}", UriKind.Relative))).StatusCode);
    }

    [Theory]
    [InlineData("spacing", "0")]
    [InlineData("spacing", "1e-10")]
    [InlineData("spacing", "1e300")]
    [InlineData("spacing", "wide")]
    [InlineData("along", "1e300")]
    [InlineData("area", "1 1\n2 2")]
    [InlineData("area", "0 0\n10 10\n10 0\n0 10")]
    [InlineData("area", "0 0\n900 0\n900 900")]
    [InlineData("area", "0 0\n1e300 0\n0 5")]
    [InlineData("shallowest", "-1")]
    [InlineData("deepest", "0.1")]
    [InlineData("soughtCurrent", "0")]
    [InlineData("threshold", "5e-324")]
    [InlineData("soughtLength", "1e300")]
    [InlineData("sigma", "0")]
    public async Task What_cannot_be_laid_is_told_at_its_field_and_nothing_is_kept(string field, string value)
    {
        var before = (await SweepsAsync()).Count;
        (string, string)[] typed = [("kind", "Grid"), ("mode", "Power"), ("both", "yes"), ("note", "kept as typed"), (field, value)];
        var (judged, told) = await _locator.SendAsync(New, "LayJudge", typed);
        var (response, page) = await _locator.SendAsync(New, "", typed);

        Assert.Equal(HttpStatusCode.OK, judged.StatusCode);
        Assert.NotEmpty(told.QuerySelector(".verdict-say")!.TextContent);
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.NotNull(page.QuerySelector($"[name={field}].is-invalid"));
        Assert.Equal("kept as typed", page.QuerySelector("[name=note]")!.GetAttribute("value"));
        Assert.Equal(before, (await SweepsAsync()).Count);
    }

    [Theory]
    [InlineData("radius", "0")]
    [InlineData("radius", "1e300")]
    [InlineData("degrees", "5")]
    [InlineData("centreEast", "1e300")]
    public async Task A_way_round_a_place_is_held_to_its_bounds(string field, string value)
    {
        var (_, page) = await _locator.SendAsync(New, "", ("kind", "Circle"), ("mode", "Active"), ("centreNorth", "3"), (field, value));

        Assert.NotNull(page.QuerySelector($"[name={field}].is-invalid"));
    }

    [Theory]
    [InlineData("-1")]
    [InlineData("400")]
    [InlineData("1e300")]
    [InlineData("here")]
    [InlineData("2 0")]
    [InlineData("2 1 -5")]
    [InlineData("2 1 5 1e300")]
    [InlineData("2 1 5 80 9")]
    public async Task What_was_not_heard_on_this_pass_is_told_at_its_field(string heard)
    {
        var sweep = (await SweepsAsync()).First(s => s.Mode == SweepMode.Power);
        var open = sweep.Passes.OrderBy(p => p.Number).First(p => p.WalkedAt is null);
        var (response, page) = await _locator.SendAsync($"/jobs/1/sweep?sweep={sweep.Id}&pass={open.Number}", "Walked", ("heard", heard));

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.NotNull(page.QuerySelector("[name=heard].is-invalid"));
        Assert.Equal(heard, page.QuerySelector("[name=heard]")!.TextContent.Trim());
        Assert.Null((await host.StoreAsync(db => db.Passes.SingleAsync(p => p.Id == open.Id))).WalkedAt);
    }

    [Fact]
    public async Task Strangers_passes_candidates_and_keys_do_no_harm()
    {
        foreach (var (path, handler, typed) in ((string, string, (string, string)[])[])[
            ("/jobs/1/sweep?sweep=99999&pass=1", "Walked", [("heard", "")]),
            ("/jobs/1/sweep?sweep=1&pass=-4", "Walked", [("heard", "")]),
            ("/jobs/1/sweep?sweep=1&pass=99999", "NotWalked", []),
            ("/jobs/1/sweep?sweep=99999", "Remove", []),
            ("/jobs/1/sweep?candidate=99", "Found", [("key", "1-2-3"), ("becomes", "Unknown")]),
            ("/jobs/1/sweep", "Found", [("key", ""), ("becomes", "12")]),
            ("/jobs/1/sweep", "Settled", [("found", "99999"), ("outcome", "x")]),
        ])
        {
            var (response, _) = await _locator.SendAsync(path, handler, typed);
            Assert.True(response.StatusCode is HttpStatusCode.OK or HttpStatusCode.Redirect, $"{path} {handler}: {response.StatusCode}");
        }
    }

    [Fact]
    public async Task Who_only_reads_lays_nothing()
    {
        var reader = host.Browser("sal");
        var before = (await SweepsAsync()).Count;
        var (response, _) = await reader.SendAsync(New, "", ("kind", "Grid"), ("mode", "Power"));

        Assert.NotEqual(HttpStatusCode.InternalServerError, response.StatusCode);
        Assert.Equal(before, (await SweepsAsync()).Count);
    }
}
