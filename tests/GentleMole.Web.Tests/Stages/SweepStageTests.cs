using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using AngleSharp.Html.Dom;
using GentleMole.Core.Candidates;
using GentleMole.Core.Practice;
using GentleMole.Core.Soil;
using GentleMole.Core.Sweeps;
using GentleMole.StandIns;
using GentleMole.Store.Demo;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using Microsoft.EntityFrameworkCore;
using NodaTime;

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
        var power = (await SweepsAsync()).First(s => s.Mode == SweepMode.Power);

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

        // In the files it goes by what it is, with its chance and what is done next.
        var exported = (await (await host.Device().GetAsync(new Uri("/api/v1/jobs/1/export/geojson", UriKind.Relative))).JsonAsync()).GetProperty("features").EnumerateArray()
            .Select(f => f.GetProperty("properties")).First(p => p.GetProperty("kind").GetString() == "found" && p.GetProperty("note").GetString() == "by the fence");
        Assert.Equal(("ask for a trial hole", "sweep: induction", "D"), (exported.GetProperty("next").GetString(), exported.GetProperty("method").GetString(), exported.GetProperty("qualityLevel").GetString()));

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
    public async Task What_a_device_walked_is_ticked_off_with_what_its_levels_show_however_late_and_often_it_was_sent()
    {
        await _locator.SendAsync(New, "", ("kind", "Grid"), ("mode", "Power"), ("area", "200 0\n224 0\n224 18\n200 18"), ("spacing", "3"), ("both", "yes"), ("threshold", "0.6"));
        var sweep = (await SweepsAsync())[^1];
        var path = $"/jobs/1/sweep?sweep={sweep.Id}";
        var (_, early) = await _locator.SendAsync(path, "Track");
        Assert.Contains("No device has sent anything", early.Body!.TextContent, StringComparison.Ordinal);

        // A cable across the area in a ground that the sheet does not know; the simulated receiver walks all passes but the last, cut off, late and twice.
        var passes = sweep.Passes.OrderBy(p => p.Number).Select(p => p.Pass).ToList();
        var ground = new HiddenGround(new SoilGround(80), [], [], []).WithCableAcross(sweep.Area, 7);
        var device = new SweepingReceiver(host.Device(), new SweepOrderWalk(
            1, passes.SkipLast(1).ToList(), ground, null, UsualInstruments.Transmitter.AsTransmitter(), UsualInstruments.Receiver.AsReceiver(), 0.6e-9, sweep.LaidAt + Duration.FromMinutes(1), 11));
        await device.WalkAsync(TimeSpan.Zero, default);
        Assert.Equal((device.Progress.Readings, ""), (device.Progress.Delivered, device.Progress.Trouble));
        Assert.True(device.Progress is { Dropped: > 0, Repeated: > 0, Late: > 0 }, $"{device.Progress}");

        // They are ticked off by themselves, the end of the stream too.
        var cable = ground.Line(StrayGround.CableId)!.Run;
        List<SweptPass> after = [];
        for (var i = 0; i < 100 && !(after.Count > 0 && after.SkipLast(1).All(p => p.WalkedAt is not null) && after.Sum(p => p.Responses.Count) >= 6); i++)
        {
            await Task.Delay(100);
            after = [.. (await SweepsAsync()).Single(s => s.Id == sweep.Id).Passes.OrderBy(p => p.Number)];
        }

        // What came last may still be looked at; once it was, asking again finds nothing.
        var said = "";
        for (var i = 0; i < 20 && said.Length == 0; i++)
        {
            said = (await _locator.SendAsync(path, "Track")).Page.Body!.TextContent;
        }

        Assert.Contains("no open pass is walked from end to end", said, StringComparison.Ordinal);
        after = [.. (await SweepsAsync()).Single(s => s.Id == sweep.Id).Passes.OrderBy(p => p.Number)];
        Assert.All(after.SkipLast(1), p => Assert.Equal("token of the demo", p.WalkedBy));
        Assert.Null(after[^1].WalkedAt);

        // Every response lies over the cable, and where the cable crosses a pass well inside it there is one.
        Assert.All(after.SelectMany(p => p.Responses.Select(r => p.Pass.At(r.AlongMetres))), at => Assert.InRange(cable.Project(at).Foot.DistanceTo(at), 0, 0.45));
        Assert.True(after.Sum(p => p.Responses.Count) >= 6, $"{after.Sum(p => p.Responses.Count)} responses");
        Assert.Contains(after.SelectMany(p => p.Responses), r => r is { DepthMetres: not null, CurrentMilliamps: not null });

        // Readings of passes are no unknown lines of the handover, and the line they join up to lies over the cable.
        Assert.DoesNotContain("belong to no utility on the notice", (await OpenAsync("/jobs/1/handover")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_comes_late_is_heard_too_unless_a_person_has_had_a_hand_in_the_pass()
    {
        await _locator.SendAsync(New, "", ("kind", "Grid"), ("mode", "Power"), ("area", "400 0\n418 0\n418 18\n400 18"), ("spacing", "4"), ("threshold", "0.6"));
        var sweep = (await SweepsAsync())[^1];
        var passes = sweep.Passes.OrderBy(p => p.Number).Take(2).ToList();
        async Task SendAsync(SweptPass pass, int minute, Func<int, bool> which)
        {
            var length = pass.Pass.LengthMetres;
            var samples = Enumerable.Range(0, (int)(length / 0.2) + 1).Where(which).Select(k => pass.Pass.At(k * 0.2) is var at
                ? new { id = Guid.NewGuid(), takenAt = (sweep.LaidAt + Duration.FromMinutes(minute) + Duration.FromMilliseconds(250 * k)).ToString(), utility = "pass power", eastMetres = at.East, northMetres = at.North, peak = 4 / (1 + Math.Pow((k * 0.2) - 9, 2)) }
                : null).ToList();
            (await host.Device().PostAsJsonAsync("/api/v1/jobs/1/readings", new { readings = samples })).EnsureSuccessStatusCode();
        }

        async Task<SweptPass> UntilAsync(SweptPass pass, Func<SweptPass, bool> until)
        {
            for (var i = 0; ; i++)
            {
                var now = (await SweepsAsync()).Single(s => s.Id == sweep.Id).Passes.Single(p => p.Id == pass.Id);
                if (until(now) || i == 60)
                {
                    return now;
                }

                await Task.Delay(100);
            }
        }

        // A piece of both passes, with the cable in it, stays in the device at first.
        static bool Missing(int k) => k is > 42 and < 47;
        await SendAsync(passes[0], 1, k => !Missing(k));
        await SendAsync(passes[1], 2, k => !Missing(k));
        Assert.NotNull((await UntilAsync(passes[0], p => p.WalkedAt is not null)).WalkedAt);
        Assert.NotNull((await UntilAsync(passes[1], p => p.WalkedAt is not null)).WalkedAt);
        await _locator.SendAsync($"/jobs/1/sweep?sweep={sweep.Id}&pass={passes[1].Number}", "Walked", ("heard", "3"));

        await SendAsync(passes[0], 1, Missing);
        await SendAsync(passes[1], 2, Missing);
        Assert.InRange(Assert.Single((await UntilAsync(passes[0], p => p.Responses.Exists(r => Math.Abs(r.AlongMetres - 9) < 0.02))).Responses).AlongMetres, 8.98, 9.02);
        await Task.Delay(900);
        Assert.Equal(3, Assert.Single((await UntilAsync(passes[1], _ => true)).Responses).AlongMetres);
    }

    [Fact]
    public async Task Two_who_tick_off_the_same_pass_are_told()
    {
        await _locator.SendAsync(New, "", ("kind", "Box"), ("mode", "Active"), ("centreEast", "300"), ("centreNorth", "10"));
        var sweep = (await SweepsAsync())[^1];
        var path = $"/jobs/1/sweep?sweep={sweep.Id}&pass=1";
        var other = host.Browser("orla");
        var shown = (await other.PageAsync(path)).Page;
        string Hidden(string name) => shown.QuerySelector($"form input[name={name}]")!.GetAttribute("value")!;
        await _locator.SendAsync(path, "Walked", ("heard", "3"));
        var (response, told) = await other.SendAsync(path, "Walked", ("heard", "5"), ("seen", Hidden("seen")), ("was", Hidden("was")));

        // Nothing of either is lost: the first stands, the second is told and has what was typed.
        var pass = (await SweepsAsync()).Single(s => s.Id == sweep.Id).Passes.Single(p => p.Number == 1);
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.Contains("Jem Trewin has ticked this pass off since, with 3", told.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal("5", told.QuerySelector("[name=heard]")!.TextContent.Trim());
        Assert.Equal([3.0], pass.Responses.Select(r => r.AlongMetres));

        // Having seen it, the second may insist.
        await other.SendAsync(path, "Walked", ("heard", "3\n5"), ("was", told.QuerySelector("form input[name=was]")!.GetAttribute("value")!));
        Assert.Equal([3.0, 5.0], (await SweepsAsync()).Single(s => s.Id == sweep.Id).Passes.Single(p => p.Number == 1).Responses.Select(r => r.AlongMetres).Order());
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
