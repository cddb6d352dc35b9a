using System.Net;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.StandIns;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

/// <summary>A cable that leaks: what comes before, the walk with the frame, and wires by a meter.</summary>
public class FaultStageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/jobs/1/trace/fault";

    private static readonly (string, string)[] Ready = [("near", "yes"), ("far", "yes"), ("volts", "0.3"), ("ohms", "18k"), ("stake", "12"), ("reference", "60"), ("frame", "0.6")];

    private readonly HttpClient _locator = host.Browser("jem");

    private Task<int> CableAsync() => host.StoreAsync(db => db.Lines.Where(l => l.JobId == 1 && l.Owner == "Norrick Grid").Select(l => l.Id).SingleAsync());

    private Task<List<FaultSearch>> SearchesAsync() => host.StoreAsync(db => db.FaultSearches.AsNoTracking().Include(s => s.Levels).Where(s => s.JobId == 1).OrderBy(s => s.Id).ToListAsync());

    private async Task<(FaultSearch Search, string At)> BeginAsync(params (string, string)[] prep)
    {
        var line = await CableAsync();
        await _locator.SendAsync($"{Path}?line={line}&new=true", "Prep", prep);
        var search = (await SearchesAsync())[^1];
        return (search, $"{Path}?line={line}&search={search.Id}");
    }

    private static string Say(AngleSharp.Html.Dom.IHtmlDocument page) => page.QuerySelector("[data-fault-verdict]")!.TextContent.Replace('\u00a0', ' ');

    private async Task<AngleSharp.Html.Dom.IHtmlDocument> OpenAsync(string path) => (await _locator.PageAsync(path)).Page;

    [Fact]
    public async Task Each_step_before_the_walk_is_asked_for_in_its_order()
    {
        var (_, at) = await BeginAsync(("frame", "0.6"));
        (string, string)[] given = [("frame", "0.6")];
        foreach (var (step, said) in new[]
        {
            (("near", "yes"), "far end too"), (("far", "yes"), "Measure the voltage"), (("volts", "70"), "Stop: 70 V"), (("volts", "0.3"), "resistance of the sheath"),
            (("ohms", "2.5M"), "no fault to find"), (("ohms", "18k"), "Set the stake"), (("stake", "12"), "frame beside the stake"), (("reference", "60"), "Set the frame over the cable"),
        })
        {
            var (_, early) = await _locator.SendAsync(at, "Level", ("along", "2"), ("level", "-3"));
            Assert.Contains("What comes before is not done", early.Body!.TextContent, StringComparison.Ordinal);
            given = [.. given.Where(g => g.Item1 != step.Item1), step];
            await _locator.SendAsync(at, "Prep", given);
            Assert.Contains(said, Say(await OpenAsync(at)), StringComparison.Ordinal);
        }

        Assert.Equal((18_000.0, 60.0), (await SearchesAsync()).Where(s => at.EndsWith($"={s.Id}", StringComparison.Ordinal)).Select(s => (s.SheathOhms!.Value, s.ReferenceLevel!.Value)).Single());
    }

    [Fact]
    public async Task A_frame_that_streams_over_hidden_leaks_finds_them_and_tells_the_small_from_the_heavy()
    {
        var (search, at) = await BeginAsync(Ready);
        var line = await host.StoreAsync(db => db.Lines.AsNoTracking().SingleAsync(l => l.Id == search.LineId));
        var cable = new Run(line.ExpectedRun);
        var sheath = new MadeUpSheath([(0.3 * cable.Length, 0.7, 3), (0.7 * cable.Length, 0.8, 28)], 0.6);
        var device = new WalkedFrame(host.Device(), new FrameWalkOrder(1, sheath, cable, 0.6, search.At + Duration.FromMinutes(1), 9));
        await device.WalkAsync(TimeSpan.Zero, default);
        Assert.Equal("", device.Progress.Trouble);
        Assert.Contains("A frame has sent", (await OpenAsync(at)).Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync(at, "Sent");

        var found = await OpenAsync(at);
        Assert.Contains("A major fault at", Say(found), StringComparison.Ordinal);
        Assert.Contains("1 more beside it", Say(found), StringComparison.Ordinal);
        Assert.NotNull(found.QuerySelector(".section svg.scene"));
        await _locator.SendAsync(at, "Pin", ("pinned", (0.7 * cable.Length).ToString("0.00", System.Globalization.CultureInfo.InvariantCulture)));
        Assert.Contains("pinned across", Say(await OpenAsync(at)), StringComparison.Ordinal);
        Assert.Contains("its sheath leaks some", (await OpenAsync("/jobs/1/handover/sheet")).Body!.TextContent, StringComparison.Ordinal);
        var (_, again) = await _locator.SendAsync(at, "Sent");
        Assert.Contains("not here yet", again.Body!.TextContent, StringComparison.Ordinal);
        var csv = await (await host.Device().GetAsync(new Uri("/api/v1/jobs/1/export/geojson", UriKind.Relative))).Content.ReadAsStringAsync();
        Assert.Contains("\"grade\":\"major\"", csv.Replace(" ", "", StringComparison.Ordinal), StringComparison.Ordinal);
    }

    [Fact]
    public async Task By_hand_the_frame_is_led_to_the_fault()
    {
        var (search, at) = await BeginAsync(Ready);
        var sheath = new MadeUpSheath([(9.4, 0.7, 25)], 0.6);
        for (var i = 0; i < 20; i++)
        {
            var page = await OpenAsync(at);
            if (page.Body!.TextContent.Contains("turn the frame across the cable", StringComparison.Ordinal))
            {
                break;
            }

            var along = page.QuerySelector("#f-along")!.GetAttribute("value")!;
            var level = sheath.LevelAt(double.Parse(along.Replace("m", "", StringComparison.Ordinal), System.Globalization.CultureInfo.InvariantCulture));
            Assert.Equal(HttpStatusCode.Redirect, (await _locator.SendAsync(at, "Level", ("along", along), ("level", level.ToString("0.000", System.Globalization.CultureInfo.InvariantCulture)), ("surface", "Soil"))).Response.StatusCode);
        }

        var last = (await OpenAsync(at)).Body!.TextContent.Replace('\u00a0', ' ');
        Assert.Matches(@"at 9\.[345]\d* m turn the frame across", last);
        Assert.InRange((await SearchesAsync()).Single(s => s.Id == search.Id).Levels.Count, 4, 15);

        // Put right at the same place it takes the place of the one before; removed it is gone.
        var level1 = (await SearchesAsync()).Single(s => s.Id == search.Id).Levels[0];
        await _locator.SendAsync(at, "Level", ("along", level1.AlongMetres.ToString(System.Globalization.CultureInfo.InvariantCulture)), ("level", "-2.5"), ("surface", "Sealed"));
        Assert.Contains("wet it", (await OpenAsync(at)).Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync($"{at}&reading={level1.Id}", "RemoveLevel");
        Assert.DoesNotContain((await SearchesAsync()).Single(s => s.Id == search.Id).Levels, l => l.Id == level1.Id);
    }

    [Theory]
    [InlineData("Prep", "frame", "", "frame")]
    [InlineData("Prep", "frame", "1e300", "frame")]
    [InlineData("Prep", "ohms", "many", "ohms")]
    [InlineData("Prep", "volts", "-1", "volts")]
    [InlineData("Prep", "reference", "0", "reference")]
    [InlineData("Level", "level", "", "level")]
    [InlineData("Level", "level", "1e300", "level")]
    [InlineData("Level", "along", "north", "along")]
    [InlineData("Level", "surface", "Lava", "surface")]
    [InlineData("Pin", "pinned", "", "pinned")]
    [InlineData("Wire", "wireName", "", "wireName")]
    [InlineData("Wire", "wireLength", "0", "wireLength")]
    [InlineData("Wire", "perKilometre", "", "perKilometre")]
    [InlineData("Wire", "loop", "5e", "loop")]
    public async Task What_cannot_be_is_said_at_its_field(string handler, string field, string typed, string at)
    {
        var search = (await SearchesAsync()).Find(s => s.Note == "errors") ?? (await BeginAsync([.. Ready, ("searchNote", "errors")])).Search;
        (string, string)[] good = handler switch
        {
            "Prep" => Ready,
            "Level" => [("along", "2"), ("level", "-3"), ("surface", "Soil")],
            "Pin" => [("pinned", "3")],
            _ => [("wireName", "blue 3"), ("wireLength", "120"), ("perKilometre", "13.2"), ("loop", "open")],
        };
        var (response, page) = await _locator.SendAsync($"{Path}?line={search.LineId}&search={search.Id}", handler, [.. good.Where(g => g.Item1 != field), (field, typed)]);

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.True((page.Complaint(at) ?? page.QuerySelector(".invalid-feedback")?.TextContent ?? "").Length > 10);
    }

    [Fact]
    public async Task A_wire_says_what_to_open_next_and_goes_to_the_sheet()
    {
        var line = await CableAsync();
        await _locator.SendAsync($"{Path}?line={line}", "Wire", ("wireName", "blue 3"), ("wireLength", "120"), ("perKilometre", "13.2"), ("load", "24"), ("loop", "open"), ("nanoNear", "4.2"), ("nanoFar", "7.4"));
        var wire = await host.StoreAsync(db => db.MeasuredWires.AsNoTracking().SingleAsync(w => w.JobId == 1 && w.Name == "blue 3"));
        Assert.Equal(1e12, wire.LoopOhms);
        var page = await OpenAsync($"{Path}?line={line}&wire={wire.Id}");
        Assert.Contains("Broken about 43.4", page.Body!.TextContent.Replace('\u00a0', ' '), StringComparison.Ordinal);
        Assert.Equal("open", page.QuerySelector("#f-loop")!.GetAttribute("value"));
        Assert.Contains("Wire blue 3: Broken", (await OpenAsync("/jobs/1/handover/sheet")).Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync($"{Path}?line={line}&wire={wire.Id}", "RemoveWire");
        Assert.False(await host.StoreAsync(db => db.MeasuredWires.AnyAsync(w => w.Id == wire.Id)));
    }
}
