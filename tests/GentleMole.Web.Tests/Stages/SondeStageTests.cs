using System.Net;
using System.Text.Json;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;
using GentleMole.StandIns;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

/// <summary>A pipe that carries no signal: check, stops, route, camera, marks, handover.</summary>
public class SondeStageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/jobs/1/trace/sonde";

    private readonly HttpClient _locator = host.Browser("jem");

    private Task<int> DrainAsync() => host.StoreAsync(db => db.Lines.Where(l => l.JobId == 1 && l.Material == "clay").Select(l => l.Id).SingleAsync());

    private Task<List<SondePush>> PushesAsync() => host.StoreAsync(db => db.Pushes.AsNoTracking().Include(p => p.Fixes).Include(p => p.Finds).ThenInclude(f => f.Photos).Where(p => p.JobId == 1).OrderBy(p => p.Id).ToListAsync());

    private async Task<SondePush> BeginAsync(params (string, string)[] more)
    {
        await _locator.SendAsync($"{Path}?line={await DrainAsync()}&new=true", "Push", [("access", "made-up pit"), ("quiet", "yes"), ("steady", "yes"), ("frequency", "33000"), ("inside", "0.15"), .. more]);
        return (await PushesAsync())[^1];
    }

    private static string Say(AngleSharp.Html.Dom.IHtmlDocument page) => page.QuerySelector("[data-sonde-verdict]")!.TextContent.Replace('\u00a0', ' ');

    private async Task<AngleSharp.Html.Dom.IHtmlDocument> OpenAsync(string path) => (await _locator.PageAsync(path)).Page;

    [Fact]
    public async Task The_demo_drain_has_a_wrong_stop_a_stretch_that_rises_and_what_the_camera_saw_on_it()
    {
        var page = await OpenAsync($"{Path}?push={(await PushesAsync())[0].Id}&line={await DrainAsync()}");
        Assert.Contains("Stop 3 is contradicted", Say(page), StringComparison.Ordinal);
        Assert.Contains("It rises between stops", Say(page), StringComparison.Ordinal);
        Assert.Contains("standing water", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains("±", page.QuerySelector("#fold-camera")!.TextContent, StringComparison.Ordinal);
        Assert.NotNull(page.QuerySelector(".section svg.scene"));
    }

    [Fact]
    public async Task Nothing_is_pushed_before_the_check_and_each_stop_is_judged_as_it_is_typed()
    {
        await _locator.SendAsync($"{Path}?line={await DrainAsync()}&new=true", "Push", ("access", "unchecked pit"), ("quiet", "yes"));
        var unchecked_ = (await PushesAsync())[^1];
        Assert.Contains("not passed", Say(await OpenAsync($"{Path}?push={unchecked_.Id}&line={await DrainAsync()}")), StringComparison.Ordinal);
        (string, string)[] good = [("paid", "3"), ("east", "33"), ("north", "35"), ("ahead", "0.85"), ("behind", "0.85"), ("depth", "1.2"), ("turned", "1.21")];
        var (_, refused) = await _locator.SendAsync($"{Path}?push={unchecked_.Id}&line={await DrainAsync()}", "Stop", good);
        Assert.Contains("check on the ground", refused.Body!.TextContent, StringComparison.Ordinal);

        var push = await BeginAsync();
        var at = $"{Path}?push={push.Id}&line={push.LineId}";
        var (_, told) = await _locator.SendAsync(at, "Judge", good);
        Assert.Contains("1.20 m deep", told.Body!.TextContent.Replace('\u00a0', ' '), StringComparison.Ordinal);
        Assert.NotNull(told.QuerySelector(".verdict-sound"));
        var (_, tilted) = await _locator.SendAsync(at, "Judge", ("paid", "3"), ("east", "33"), ("north", "35"), ("ahead", "1.35"), ("behind", "0.75"));
        Assert.NotNull(tilted.QuerySelector(".verdict-caution, .verdict-reject"));
        var (_, floating) = await _locator.SendAsync(at, "Judge", ("paid", "3"), ("east", "33"), ("north", "35"), ("level", "80"), ("lifted", "30"), ("liftedHeight", "0.6"));
        Assert.Contains("No nulls", floating.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Redirect, (await _locator.SendAsync(at, "Stop", good)).Response.StatusCode);
        Assert.Single((await PushesAsync())[^1].Fixes);
    }

    /// <summary>Beside a push that is there already: what is typed for another must not end in its check.</summary>
    [Theory]
    [InlineData("sonde", "Push", "Begin the push")]
    [InlineData("fault", "Prep", "Begin the search")]
    public async Task What_was_refused_when_another_is_begun_is_still_another(string method, string handler, string button)
    {
        var (job, line) = method == "sonde" ? (1, await DrainAsync()) : await host.StoreAsync(db => db.FaultSearches.OrderBy(f => f.Id).Select(f => ValueTuple.Create(f.JobId, f.LineId)).FirstAsync());
        var page = await OpenAsync($"/jobs/{job}/trace/{method}?line={line}&new=true");
        var action = page.QuerySelectorAll("form").Select(f => f.GetAttribute("action") ?? "").Single(a => a.Contains($"handler={handler}", StringComparison.Ordinal));
        var (_, refused) = await _locator.SendAsync(action.Replace($"&handler={handler}", "", StringComparison.Ordinal), handler, ("access", ""), ("volts", "a lot"), ("frequency", "loud"));
        Assert.NotEmpty(refused.QuerySelectorAll(".invalid-feedback"));
        Assert.Contains(refused.QuerySelectorAll("button"), b => b.TextContent.Contains(button, StringComparison.Ordinal));
    }

    [Fact]
    public async Task Nulls_clicked_on_the_plan_are_distances_and_must_lie_in_line()
    {
        var push = await BeginAsync(("access", "clicked pit"));
        var at = $"{Path}?push={push.Id}&line={push.LineId}";
        (string, string)[] placed = [("paid", "4"), ("east", "33"), ("north", "34"), ("aheadEast", "33"), ("aheadNorth", "33.15"), ("behindEast", "33"), ("behindNorth", "34.85"), ("depth", "1.2")];
        var (_, told) = await _locator.SendAsync(at, "Judge", placed);
        Assert.Contains("lie in one line", told.Body!.TextContent, StringComparison.Ordinal);
        var (_, beside) = await _locator.SendAsync(at, "Judge", [.. placed.Where(p => p.Item1 != "east"), ("east", "33.6")]);
        Assert.Contains("beside the line of the nulls", beside.Body!.TextContent, StringComparison.Ordinal);
        Assert.NotNull(beside.QuerySelector(".verdict-caution"));
        var (_, outside) = await _locator.SendAsync(at, "Stop", [.. placed.Where(p => p.Item1 != "aheadNorth"), ("aheadNorth", "34.4")]);
        Assert.Contains("between the two nulls", outside.Complaint("aheadEast"), StringComparison.Ordinal);
        await _locator.SendAsync(at, "Stop", placed);
        var fix = Assert.Single((await PushesAsync()).Single(p => p.Id == push.Id).Fixes);
        Assert.Equal((0.85, 0.85, 0.0, 180.0), (fix.AheadMetres!.Value, fix.BehindMetres!.Value, fix.OffLineMetres!.Value, fix.AheadDegrees!.Value));
    }

    [Theory]
    [InlineData("paid", "", "paid")]
    [InlineData("paid", "1e300", "paid")]
    [InlineData("paid", "-2", "paid")]
    [InlineData("east", "", "east")]
    [InlineData("east", "1e308", "east")]
    [InlineData("ahead", "", "ahead")]
    [InlineData("ahead", "5e-324", "ahead")]
    [InlineData("height", "4", "height")]
    [InlineData("depth", "nothing", "depth")]
    [InlineData("ground", "1e9", "ground")]
    [InlineData("direction", "400", "direction")]
    public async Task What_cannot_be_is_said_at_its_field_and_nothing_is_kept(string field, string typed, string at)
    {
        var push = (await PushesAsync()).Find(p => p.Access == "pit of errors") ?? await BeginAsync(("access", "pit of errors"));
        (string, string)[] good = [("paid", "3"), ("east", "33"), ("north", "35"), ("ahead", "0.85"), ("behind", "0.85"), ("depth", "1.2"), ("height", "0")];
        var (response, page) = await _locator.SendAsync($"{Path}?push={push.Id}&line={push.LineId}", "Stop", [.. good.Where(g => g.Item1 != field), (field, typed)]);

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.True(page.Complaint(at)!.Length > 10);
        Assert.Equal(typed, page.QuerySelector("#f-" + field)!.GetAttribute("value") ?? "");
        Assert.Empty((await PushesAsync()).Single(p => p.Id == push.Id).Fixes);
    }

    [Fact]
    public async Task A_hidden_drain_streamed_by_a_simulated_sonde_becomes_the_pipe_that_it_is()
    {
        var push = await BeginAsync(("access", "streamed pit"));
        var run = new Run([new SitePoint(33.2, 38), new SitePoint(31.4, 6)]);
        var drain = new HiddenDrain(run, 1.2, 0.02, (12, 17, 0.2));
        List<double> cables = [.. Enumerable.Range(0, 8).Select(i => 3.0 + (4 * i))];
        var device = new SondeReceiver(host.Device(), new PushOrder(1, drain, cables, push.At + Duration.FromMinutes(1), 5));
        await device.WalkAsync(TimeSpan.Zero, default);
        Assert.True(device.Progress is { Dropped: > 0, Repeated: > 0, Late: > 0, Trouble: "" }, $"{device.Progress}");

        var at = $"{Path}?push={push.Id}&line={push.LineId}";
        Assert.Contains("has sent rows of levels", (await OpenAsync(at)).Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync(at, "Sent");
        var stored = (await PushesAsync()).Single(p => p.Id == push.Id).Fixes.OrderBy(f => f.PaidOutMetres).ToList();
        Assert.Equal(cables, stored.Select(f => f.PaidOutMetres));
        var told = Web.Sheet.PushTold.Of((await PushesAsync()).Single(p => p.Id == push.Id), run);
        Assert.All(told.Stops, (stop, i) =>
        {
            var (place, depth, _, _) = drain.At(cables[i]);
            Assert.Equal(SondeWay.Row, stop.Stop.Value.Found.Way);
            Assert.InRange(stop.Stop.Value.Place.DistanceTo(place), 0, 0.25);
            Assert.Equal(depth, stop.Stop.Value.Found.Depth.Value, 0.12);
        });
        Assert.Contains("It rises between stops", Say(await OpenAsync(at)), StringComparison.Ordinal);

        // They are no unknown lines of the handover, and asked again there is nothing left.
        Assert.DoesNotContain("belong to no utility on the notice", (await OpenAsync("/jobs/1/handover")).Body!.TextContent, StringComparison.Ordinal);
        var (_, again) = await _locator.SendAsync(at, "Sent");
        Assert.Contains("no stop yet", again.Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_pipe_that_is_taken_goes_to_marks_sheet_and_exports_and_back()
    {
        var push = (await PushesAsync())[0];
        var at = $"{Path}?push={push.Id}&line={push.LineId}";
        await _locator.SendAsync(at, "Mark");
        try
        {
            var sheet = await OpenAsync("/jobs/1/handover/sheet");
            Assert.Contains("sonde pushed from chamber north of the bays", sheet.Body!.TextContent, StringComparison.Ordinal);
            Assert.Contains("in the direction of pushing", sheet.Body!.TextContent, StringComparison.Ordinal);
            Assert.Contains("roots", sheet.Body!.TextContent, StringComparison.Ordinal);
            using var exported = JsonDocument.Parse(await (await host.Device().GetAsync(new Uri("/api/v1/jobs/1/export/geojson", UriKind.Relative))).Content.ReadAsStringAsync());
            var features = exported.RootElement.GetProperty("features").EnumerateArray().Select(f => f.GetProperty("properties")).ToList();
            var pipe = features.First(f => f.GetProperty("kind").GetString() == "pipe");
            Assert.InRange(pipe.GetProperty("fallPerMetre").GetDouble(), pipe.GetProperty("fallLow95PerMetre").GetDouble(), pipe.GetProperty("fallHigh95PerMetre").GetDouble());
            Assert.True(features.Count(f => f.GetProperty("kind").GetString() == "camera") >= 4);
            Assert.Contains(features, f => f.GetProperty("kind").GetString() == "mark" && f.GetProperty("utility").GetString() == "sewer" && f.GetProperty("qualityLevel").GetString() == "B");
        }
        finally
        {
            await _locator.SendAsync(at, "Mark");
        }

        Assert.Contains("not marked by it yet", (await OpenAsync("/jobs/1/handover/sheet")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_the_camera_saw_is_kept_with_its_picture_changed_and_removed()
    {
        var push = (await PushesAsync())[0];
        var at = $"{Path}?push={push.Id}&line={push.LineId}";
        var (_, wrong) = await _locator.SendAsync(at, "Find", ("findPaid", "12"), ("what", "Ghost"), ("clock", "13"));
        Assert.NotNull(wrong.Complaint("what"));
        Assert.NotNull(wrong.Complaint("clock"));
        await _locator.SendAsync(at, "Find", ("findPaid", "24.4"), ("what", "CrossBore"), ("clock", "10"));
        var find = (await PushesAsync())[0].Finds.Single(f => f.Seen == CameraSeen.CrossBore);
        Assert.Contains("another service runs through this pipe", (await OpenAsync("/jobs/1/handover/sheet")).Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync($"{at}&find={find.Id}", "Find", ("findPaid", "24.6"), ("what", "Crack"), ("clock", "9"));
        Assert.Equal((24.6, CameraSeen.Crack, 9), (await PushesAsync())[0].Finds.Where(f => f.Id == find.Id).Select(f => (f.PaidOutMetres, f.Seen, f.Clock!.Value)).Single());
        await _locator.SendAsync($"{at}&find={find.Id}", "RemoveFind");
        Assert.DoesNotContain((await PushesAsync())[0].Finds, f => f.Id == find.Id);
    }

    [Fact]
    public async Task Material_that_carries_nothing_is_led_here()
    {
        var page = await OpenAsync($"/jobs/1/trace?line={await DrainAsync()}");
        Assert.Contains("carries no signal", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.NotNull(page.QuerySelector($"a[href='{Path}?line={await DrainAsync()}']"));
        Assert.Equal(HttpStatusCode.NotFound, (await _locator.PageAsync($"{Path}?push=999999")).Status);
    }
}
