using System.Globalization;
using System.Net;
using AngleSharp.Html.Dom;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Radar over many lines: a grid laid and ticked off, runs joined and decided, slices seen from above.</summary>
public class GridStageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Yard = "/jobs/4/radar";

    private readonly HttpClient _locator = host.Browser("jem");

    private async Task<IHtmlDocument> OpenAsync(string path)
    {
        var (status, page) = await _locator.PageAsync(path);
        Assert.Equal(HttpStatusCode.OK, status);
        return page;
    }

    private static string Text(AngleSharp.Dom.IParentNode page, string of) => page.QuerySelector(of)!.TextContent.Replace('\u00a0', ' ');

    private Task<List<RadarGrid>> GridsAsync(int job) => host.StoreAsync(db => db.Grids.AsNoTracking().Where(g => g.JobId == job).OrderBy(g => g.Number).ToListAsync());

    private Task<List<FoundLine>> FoundAsync() => host.StoreAsync(db => db.Found.AsNoTracking().Where(f => f.JobId == 4).OrderBy(f => f.Id).ToListAsync());

    /// <summary>The page of runs when all profiles are searched.</summary>
    private async Task<IHtmlDocument> RunsAsync(string more = "")
    {
        for (var i = 0; i < 120; i++)
        {
            var page = await OpenAsync($"{Yard}/runs{more}");
            if (!Text(page, ".verdict-say").StartsWith("Looking through", StringComparison.Ordinal))
            {
                return page;
            }

            await Task.Delay(250);
        }

        throw new TimeoutException("The profiles of the yard are still being searched.");
    }

    [Fact]
    public async Task A_grid_is_laid_over_the_dig_told_before_and_ticked_off_by_what_was_walked()
    {
        var (_, told) = await _locator.SendAsync("/jobs/2/radar/grid?grid=0", "LayJudge", ("spacing", "0.5"), ("expected", "90"));
        Assert.Matches(@"^\d+ lines, [\d.]+ m to walk, some \d+ minutes\.$", Text(told, ".verdict-say").Trim());
        Assert.Contains("Calibrate", Text(told, ".verdict-why"), StringComparison.Ordinal);

        var (answer, _) = await _locator.SendAsync("/jobs/2/radar/grid?grid=0", "", ("area", "0 0\n6 0\n6 4\n0 4"), ("expected", "90"), ("spacing", "1"), ("note", "lawn"));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        var grid = (await GridsAsync(2))[^1];
        Assert.Equal(6, grid.Lines.Count);

        // Square to what is expected, a metre apart, up one and down the next.
        Assert.All(grid.Lines, l => Assert.True(Math.Abs(l.From.East - l.To.East) < 1e-6 && Math.Abs(l.LengthMetres - 4) < 1e-6));
        Assert.NotEqual(grid.Lines[0].From.North, grid.Lines[1].From.North);

        var collect = await OpenAsync($"/jobs/2/radar/collect?grid={grid.Id}&line=2");
        Assert.Equal(grid.Lines[1].From.East.ToString(CultureInfo.InvariantCulture), collect.QuerySelector("#f-startEast")!.GetAttribute("value"));
        Assert.Contains("line 2 of grid", Text(collect, ".panel-body"), StringComparison.OrdinalIgnoreCase);

        var yard = await OpenAsync($"{Yard}/grid");
        Assert.Equal("All 18 lines are walked.", Text(yard, ".verdict-say"));
        Assert.Equal(18, yard.QuerySelectorAll(".passes .btn-secondary").Length);

        await _locator.SendAsync($"/jobs/2/radar/grid?grid={grid.Id}", "Remove");
        Assert.DoesNotContain(await GridsAsync(2), g => g.Id == grid.Id);
    }

    [Theory]
    [InlineData("spacing", "1e-10", "spacing")]
    [InlineData("spacing", "1e300", "spacing")]
    [InlineData("spacing", "0.1", "spacing")]
    [InlineData("area", "0 0\n4 4\n4 0\n0 4", "area")]
    [InlineData("area", "0 0\n1e9 0\n1e9 1", "area")]
    [InlineData("area", "here", "area")]
    [InlineData("expected", "east", "expected")]
    [InlineData("depth", "5e-324", "depth")]
    [InlineData("body", "-2", "body")]
    public async Task What_cannot_be_laid_is_said_at_its_field_and_nothing_is_lost(string field, string value, string at)
    {
        var before = (await GridsAsync(2)).Count;
        (string, string)[] area = field == "spacing" && value == "0.1" ? [("area", "0 0\n60 0\n60 60\n0 60")] : [];
        var (answer, page) = await _locator.SendAsync("/jobs/2/radar/grid?grid=0", "", [(field, value), ("note", "still here"), .. area]);
        Assert.NotEqual(HttpStatusCode.InternalServerError, answer.StatusCode);
        Assert.NotNull(page.QuerySelector($"#f-{at}.is-invalid"));
        Assert.Equal("still here", page.QuerySelector("#f-note")!.GetAttribute("value"));
        Assert.Equal(before, (await GridsAsync(2)).Count);
    }

    [Fact]
    public async Task Runs_are_joined_decided_with_their_responses_and_stay_on_the_handover_until_settled()
    {
        var page = await RunsAsync();
        Assert.Contains("runs over 18 lines", Text(page, ".verdict-say"), StringComparison.Ordinal);
        var runs = page.QuerySelectorAll("[id^=run-]").Select(r => Text(r, "small")).ToList();

        // The drain and the gas lie by their plans; the lead pipe is on none.
        Assert.Contains(runs, r => r.Contains("sewer of Bay Drains Board", StringComparison.Ordinal) && r.Contains("as sent", StringComparison.Ordinal));
        Assert.Contains(runs, r => r.Contains("gas of Tamsin Gas", StringComparison.Ordinal));
        var lead = runs.FindIndex(r => r.StartsWith("No plan", StringComparison.Ordinal) && r.Contains("turned over", StringComparison.Ordinal)) + 1;
        Assert.True(lead > 0, string.Join("\n", runs));
        Assert.NotEmpty(page.QuerySelectorAll(".plan [data-layer=runs] polyline"));

        // The drain's joint leaks; the lead pipe is dry.
        var drain = runs.FindIndex(r => r.Contains("sewer of Bay Drains Board", StringComparison.Ordinal)) + 1;
        Assert.Contains("Possible leak from", Text(await RunsAsync($"?run={drain}"), ".panel-body"), StringComparison.Ordinal);
        var chosen = await RunsAsync($"?run={lead}");
        Assert.Contains("no wet ground shows", Text(chosen, ".panel-body"), StringComparison.Ordinal);
        Assert.NotNull(chosen.QuerySelector(".cut-drawing .cut-met"));
        var key = chosen.QuerySelector("input[name=key]")!.GetAttribute("value")!;

        // Along it, from beyond one end to beyond the other, a line is proposed; what is no place is none.
        var along = chosen.QuerySelector("a[href*='collect?along=']")!.GetAttribute("href")!;
        Assert.Contains("The line asked for", Text(await OpenAsync(along), ".panel-body"), StringComparison.Ordinal);
        foreach (var wrong in new[] { "1 2 3", "a b c d", "1 1 1 1", "NaN 0 1e300 4", "1 2 3 4 5" })
        {
            Assert.DoesNotContain("The line asked for", Text(await OpenAsync($"{Yard}/collect?along={Uri.EscapeDataString(wrong)}"), ".panel-body"), StringComparison.Ordinal);
        }

        // What is wrong is said; what has changed since is not decided.
        var (_, refused) = await _locator.SendAsync($"{Yard}/runs?run={lead}", "Found", ("key", key), ("becomes", "Neighbour"));
        Assert.NotNull(refused.QuerySelector("#f-foundNote.is-invalid"));
        var (_, gone) = await _locator.SendAsync($"{Yard}/runs?run={lead}", "Found", ("key", "1.2-3.4"), ("becomes", "Unknown"));
        Assert.Contains("changed since", gone.Body!.TextContent, StringComparison.Ordinal);
        Assert.Empty(await FoundAsync());

        var (answer, _) = await _locator.SendAsync($"{Yard}/runs?run={lead}", "Found", ("key", key), ("becomes", "Unknown"), ("step", "Energise"), ("foundNote", "old lead, no plan"));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        var found = Assert.Single(await FoundAsync());
        Assert.Equal((FoundBy.Radar, FoundAs.Unknown, false), (found.Source, found.Becomes, found.IsNormal));
        Assert.Equal(found.Points.Count, found.CoversMetres.Count);

        // Found in the field with its depth, and looked at: level B on what is taken away.
        var away = System.Text.Json.JsonDocument.Parse(await _locator.GetStringAsync(new Uri("/jobs/4/files/geojson", UriKind.Relative)));
        var exported = away.RootElement.GetProperty("features").EnumerateArray().Select(f => f.GetProperty("properties")).Single(f => f.TryGetProperty("coverLeastMetres", out _));
        Assert.Equal("B", exported.GetProperty("qualityLevel").GetString());

        // The truth of the demo: it falls from 0.70 m to 0.76 m of cover between the ends of the grid.
        Assert.All(found.CoversMetres, c => Assert.InRange(c, 0.64, 0.8));
        var line = await host.StoreAsync(db => db.Lines.AsNoTracking().SingleAsync(l => l.Id == found.LineId));
        Assert.StartsWith("found by radar", line.Owner, StringComparison.Ordinal);
        var taken = await host.StoreAsync(db => db.RadarPicks.AsNoTracking().Where(p => p.JobId == 4).ToListAsync());
        Assert.Equal(found.Points.Count, taken.Count);
        Assert.All(taken, p => Assert.Equal(RadarPickState.Accepted, p.State));

        Assert.Contains("Radar found a line that nobody knew of", (await OpenAsync("/jobs/4/handover")).Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains("put a signal on it", Text(await RunsAsync(), ".panel-body"), StringComparison.Ordinal);
        await _locator.SendAsync($"{Yard}/runs", "Settled", ("found", found.Id.ToString(CultureInfo.InvariantCulture)), ("outcome", "dead, cut at the wall"));
        Assert.DoesNotContain("Radar found a line that nobody knew of", (await OpenAsync("/jobs/4/handover")).Body!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task All_profiles_are_taken_away_at_once_with_where_they_lie_and_are_read_back()
    {
        var page = await OpenAsync($"{Yard}/grid");
        var link = page.QuerySelectorAll("a").Single(a => a.TextContent == "All profiles as SEG-Y").GetAttribute("href")!;
        await using var zip = new System.IO.Compression.ZipArchive(new MemoryStream(await _locator.GetByteArrayAsync(new Uri(link, UriKind.Relative))));
        Assert.Equal(22, zip.Entries.Count);
        using var list = new StreamReader(zip.GetEntry("profiles.csv")!.Open());
        var rows = (await list.ReadToEndAsync()).Split("\r\n", StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(19, rows.Length);
        Assert.StartsWith("2,profile-2.sgy,1.1,9,1.1,0", rows[2], StringComparison.Ordinal);
        await using var file = new MemoryStream();
        await zip.GetEntry("profile-2.sgy")!.Open().CopyToAsync(file);
        file.Position = 0;
        var back = await GentleMole.Exchange.Radar.SegYReader.ReadAsync(file, null, default);
        Assert.True(back.IsGood);
        Assert.Equal((181, 360), (back.Value.Traces, back.Value.SamplesEach));
        Assert.Equal(HttpStatusCode.NotFound, (await _locator.GetAsync(new Uri("/jobs/2/radar/grid?handler=Files", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task Slices_show_the_pipes_at_their_depth_from_above_and_say_what_cannot_be_asked()
    {
        var page = await OpenAsync($"{Yard}/slices?depth=0.6");
        var address = page.QuerySelector("[data-layer=slice] image")!.GetAttribute("href")!;
        var picture = await _locator.GetAsync(new Uri(address, UriKind.Relative));
        Assert.Equal("image/png", picture.Content.Headers.ContentType!.MediaType);
        Assert.True((await picture.Content.ReadAsByteArrayAsync()).AsSpan(0, 8).SequenceEqual(new byte[] { 0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A }));
        var cut = page.QuerySelector(".cut-drawing image")!.GetAttribute("href")!;
        Assert.Equal(HttpStatusCode.OK, (await _locator.GetAsync(new Uri(cut, UriKind.Relative))).StatusCode);

        var file = await _locator.GetAsync(new Uri(page.QuerySelector("a[href*='handler=File']")!.GetAttribute("href")!, UriKind.Relative));
        Assert.Equal("application/zip", file.Content.Headers.ContentType!.MediaType);
        Assert.Contains("slice-0.60m", file.Content.Headers.ContentDisposition!.FileName!, StringComparison.Ordinal);

        foreach (var (query, field) in new[] { ("depth=99", "depth"), ("depth=1e300", "depth"), ("depth=nine", "depth"), ("thick=5e-324", "thick"), ("cut=1 1", "cut"), ("cut=1 1%0A1 1", "cut"), ("cut=x", "cut") })
        {
            Assert.NotNull((await OpenAsync($"{Yard}/slices?{query}")).QuerySelector($"#f-{field}.is-invalid"));
        }

        // What was shown before stays, whatever is typed wrong after it.
        var form = page.QuerySelectorAll("form[data-slices] input[type=hidden]").ToDictionary(i => i.GetAttribute("name")!, i => i.GetAttribute("value")!);
        Assert.Contains("At 0.60 m", Text(await OpenAsync($"{Yard}/slices?depth=nine&lastDepth={form["lastDepth"]}"), ".verdict-say"), StringComparison.Ordinal);
        Assert.Contains("0.30 m thick", Text(await OpenAsync($"{Yard}/slices?thick=9&lastThick=0.3m"), ".verdict-say"), StringComparison.Ordinal);
        Assert.Contains("At 0.80 m", Text(await OpenAsync($"{Yard}/slices?depth=nine&lastDepth=1e300"), ".verdict-say"), StringComparison.Ordinal);

        Assert.Equal(HttpStatusCode.NotFound, (await _locator.GetAsync(new Uri($"{Yard}/slices?handler=Slice&depth=1e300", UriKind.Relative))).StatusCode);
        Assert.Contains("slices need lines", Text(await OpenAsync("/jobs/2/radar/slices"), ".verdict-say"), StringComparison.Ordinal);
    }
}
