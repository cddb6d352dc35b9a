using System.Net;
using System.Text.Json;
using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Stages;

/// <summary>The radar stage over HTTP: calibrate, bring in, see, measure, decide, take off again.</summary>
public class RadarStageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/jobs/1/radar";

    private readonly HttpClient _locator = host.Browser("jem");

    private static byte[] Worked(string name) => File.ReadAllBytes(System.IO.Path.Combine(AppContext.BaseDirectory, "reference", "radar", $"{name}.sgy"));

    private Task<List<WalkedProfile>> ProfilesAsync(int job = 1) => host.StoreAsync(db =>
        db.WalkedProfiles.AsNoTracking().Include(p => p.Picks).Include(p => p.Profile).Where(p => p.JobId == job).OrderBy(p => p.Number).ToListAsync());

    private async Task<AngleSharp.Html.Dom.IHtmlDocument> OpenAsync(string path)
    {
        var (status, page) = await _locator.PageAsync(path);
        Assert.Equal(HttpStatusCode.OK, status);
        return page;
    }

    private static JsonElement Json(AngleSharp.Html.Dom.IHtmlDocument page, string of) => JsonDocument.Parse(page.QuerySelector($"[{of}]")!.GetAttribute(of)!).RootElement;

    private static string Text(AngleSharp.Dom.IParentNode page, string of) => page.QuerySelector(of)!.TextContent.Replace('\u00a0', ' ');

    /// <summary>A worked profile on the second job, laid where nothing else is.</summary>
    private async Task<WalkedProfile> TakenInAsync(string name = "medium", params (string, string)[] more)
    {
        var (answer, page) = await _locator.SendFileAsync("/jobs/2/radar/collect", "Upload", ("file", $"{name}.sgy", Worked(name)), [("startEast", "3"), ("startNorth", "10"), ("bearing", "90"), .. more]);
        Assert.True(answer.StatusCode == HttpStatusCode.Redirect, page.QuerySelector(".invalid-feedback")?.TextContent);
        return (await ProfilesAsync(2))[^1];
    }

    [Fact]
    public async Task The_demo_has_lines_on_the_plan_responses_to_decide_and_a_picture_in_pieces()
    {
        var first = (await ProfilesAsync())[0];
        await _locator.PageAsync($"{Path}?profile={first.Id}&handler=Targets");
        var page = await OpenAsync($"{Path}?profile={first.Id}");
        Assert.Contains("to decide", Text(page, "[data-radar-verdict]"), StringComparison.Ordinal);
        Assert.Equal(3, page.QuerySelectorAll(".plan a[href*='/radar?profile=']").Length);
        Assert.Contains("simulated", page.QuerySelector(".profiles")!.InnerHtml, StringComparison.Ordinal);

        var about = Json(page, "data-radar-about");
        var address = $"{about.GetProperty("tiles").GetString()}&steps={about.GetProperty("steps").GetString()}";
        var tile = await _locator.GetAsync(new Uri($"{address}&across=0&down=0&column=0&row=0", UriKind.Relative));
        Assert.Equal(65_536, (await tile.Content.ReadAsByteArrayAsync()).Length);
        Assert.Contains("immutable", tile.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
        foreach (var wrong in new[] { "&across=0&down=0&column=99&row=0", "&across=44&down=0&column=0&row=0", "&across=x&down=0&column=0&row=0", "&across=0&down=0&column=0", "&across=0&down=0&column=-1&row=0", "&across=0&down=99999999999&column=0&row=0" })
        {
            Assert.Equal(HttpStatusCode.NotFound, (await _locator.GetAsync(new Uri(address + wrong, UriKind.Relative))).StatusCode);
        }

        Assert.Equal(HttpStatusCode.NotFound, (await _locator.GetAsync(new Uri($"{about.GetProperty("tiles").GetString()}&steps=dewow:1e300&across=0&down=0&column=0&row=0", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _locator.GetAsync(new Uri($"{Path}?profile=9999", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task A_response_is_taken_or_refused_with_a_reason_and_what_was_refused_is_kept()
    {
        var walked = await TakenInAsync();
        var at = $"/jobs/2/radar?profile={walked.Id}";
        await _locator.PageAsync($"{at}&handler=Targets");
        var page = await OpenAsync($"{at}&target=1");
        Assert.Contains("4 responses to decide", Text(page, "[data-radar-verdict]"), StringComparison.Ordinal);

        var (_, unsaid) = await _locator.SendAsync($"{at}&target=1", "Decide", ("verdict", "refuse"));
        Assert.Contains("Say why", unsaid.Complaint("pickNote"), StringComparison.Ordinal);
        Assert.Empty((await ProfilesAsync(2)).Single(p => p.Id == walked.Id).Picks);
        await _locator.SendAsync($"{at}&target=1", "Decide", ("verdict", "refuse"), ("pickNote", "the kerb's footing"));
        await _locator.SendAsync($"{at}&target=2", "Decide", ("verdict", "accept"));
        var picks = (await ProfilesAsync(2)).Single(p => p.Id == walked.Id).Picks;
        Assert.Equal([RadarPickState.Refused, RadarPickState.Accepted], picks.OrderBy(p => p.Id).Select(p => p.State));
        Assert.Equal("the kerb's footing", picks.MinBy(p => p.Id)!.Note);
        Assert.InRange(picks.MaxBy(p => p.Id)!.CoverMetres, 0.74, 0.82);

        // It stands crossed out in the list, and nothing asks for it again.
        page = await OpenAsync(at);
        Assert.Contains("2 responses to decide", Text(page, "[data-radar-verdict]"), StringComparison.Ordinal);
        Assert.Single(page.QuerySelectorAll(".radar-targets .not-accepted"));
        await _locator.SendAsync($"{at}&target=1", "Undecide");
        Assert.Contains("3 responses to decide", Text(await OpenAsync(at), "[data-radar-verdict]"), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await _locator.SendAsync($"{at}&target=77", "Decide", ("verdict", "accept"))).Response.StatusCode);

        // Read to its end.
        await _locator.SendAsync(at, "Read");
        Assert.NotNull((await ProfilesAsync(2)).Single(p => p.Id == walked.Id).ReadAt);
        await _locator.SendAsync(at, "Read");
    }

    [Fact]
    public async Task A_curve_is_judged_while_it_is_laid_kept_and_tells_the_velocity_of_the_site()
    {
        var walked = await TakenInAsync();
        var at = $"/jobs/2/radar?profile={walked.Id}";
        (string, string)[] good = [("along", "1.36"), ("cover", "0.49"), ("velocity", "0.0955"), ("radius", "0.04"), ("crossing", "90")];
        var (_, told) = await _locator.SendAsync(at, "CurveJudge", good);
        Assert.Contains("Cover 0.49 m ±", told.Body!.TextContent.Replace('\u00a0', ' '), StringComparison.Ordinal);
        Assert.NotNull(told.QuerySelector(".verdict-sound"));
        Assert.True(told.QuerySelectorAll("table tbody tr").Length >= 4);
        Assert.True(Json(told, "data-followed").GetArrayLength() > 10);
        var (_, empty) = await _locator.SendAsync(at, "CurveJudge", ("along", "2.2"), ("cover", "1.9"), ("velocity", "0.095"));
        Assert.NotNull(empty.QuerySelector(".verdict-reject"));
        var (_, deep) = await _locator.SendAsync(at, "CurveJudge", ("along", "4"), ("cover", "2.15"), ("velocity", "0.0955"));
        Assert.Contains("below where noise begins", deep.Body!.TextContent, StringComparison.Ordinal);
        var (_, half) = await _locator.SendAsync(at, "CurveJudge", ("along", "1.36"), ("cover", ""));
        Assert.Null(half.QuerySelector(".verdict"));

        Assert.Equal(HttpStatusCode.Redirect, (await _locator.SendAsync(at, "Pick", [.. good, ("tells", "yes"), ("curveNote", "duct by the shed")])).Response.StatusCode);
        var pick = Assert.Single((await ProfilesAsync(2)).Single(p => p.Id == walked.Id).Picks);
        Assert.Equal((RadarPickState.ByHand, true, 0.49, "duct by the shed"), (pick.State, pick.TellsVelocity, pick.CoverMetres, pick.Note));
        Assert.InRange(pick.CoverHalfMetres, 0.01, 0.06);

        // What the search finds there is the same response: it stands in the list once, as decided.
        await _locator.PageAsync($"{at}&handler=Targets");
        Assert.Contains("3 responses to decide", Text(await OpenAsync(at), "[data-radar-verdict]"), StringComparison.Ordinal);
        var calibration = await OpenAsync("/jobs/2/radar/calibrate");
        Assert.DoesNotContain("NaN", calibration.Body!.TextContent, StringComparison.Ordinal);
        await host.StoreAsync(async db =>
        {
            db.RadarPicks.Remove(await db.RadarPicks.SingleAsync(p => p.Id == pick.Id));
            return await db.SaveChangesAsync();
        });
    }

    [Theory]
    [InlineData("along", "", "along")]
    [InlineData("along", "1e300", "along")]
    [InlineData("cover", "", "cover")]
    [InlineData("cover", "5e-324", "cover")]
    [InlineData("cover", "29", "cover")]
    [InlineData("velocity", "", "velocity")]
    [InlineData("velocity", "0.3", "velocity")]
    [InlineData("velocity", "1e-10", "velocity")]
    [InlineData("radius", "9", "radius")]
    [InlineData("crossing", "3", "crossing")]
    public async Task What_is_no_curve_is_refused_at_its_field_and_nothing_typed_is_lost(string name, string value, string field)
    {
        var first = (await ProfilesAsync())[0];
        (string, string)[] good = [("along", "3.3"), ("cover", "0.9"), ("velocity", "0.1"), ("radius", "0.05"), ("crossing", "90"), ("curveNote", "kept")];
        var (answer, page) = await _locator.SendAsync($"{Path}?profile={first.Id}", "Pick", [.. good.Where(g => g.Item1 != name), (name, value)]);
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.NotNull(page.Complaint(field));
        Assert.Equal("kept", page.QuerySelector("#f-curveNote")!.GetAttribute("value"));
        Assert.Equal(value, page.QuerySelector($"#f-{name}")!.GetAttribute("value"));
    }

    [Fact]
    public async Task Steps_are_tried_kept_and_undone_each_with_what_the_data_set()
    {
        var walked = await TakenInAsync();
        var at = $"/jobs/2/radar?profile={walked.Id}";
        var (_, tried) = await _locator.SendAsync(at, "StepsJudge", ("do-timezero", "on"), ("do-bandpass", "on"), ("first-bandpass", "120"), ("do-migrate", "on"), ("second-migrate", "on"));
        Assert.Contains("band-pass 120 to", Text(tried, "[data-steps]"), StringComparison.Ordinal);
        Assert.Contains("Kirchhoff", Text(tried, "[data-steps]"), StringComparison.Ordinal);
        Assert.Contains("not kept yet", Text(tried, "[data-steps]"), StringComparison.Ordinal);
        Assert.Equal("timezero,bandpass:120,migrate::1", tried.QuerySelector("[data-steps]")!.GetAttribute("data-steps"));
        Assert.Equal(5, (await ProfilesAsync(2)).Single(p => p.Id == walked.Id).Steps.Count);

        await _locator.SendAsync(at, "Steps", ("do-dewow", "on"), ("do-agc", "on"), ("first-agc", "20"));
        await _locator.SendAsync(at, "Steps");
        var kept = (await ProfilesAsync(2)).Single(p => p.Id == walked.Id);
        Assert.Equal((0, 2), (kept.Steps.Count, kept.StepsBefore.Count));
        await _locator.SendAsync(at, "Undo");
        kept = (await ProfilesAsync(2)).Single(p => p.Id == walked.Id);
        Assert.Equal([20.0], kept.Steps.Where(s => s.First is not null).Select(s => s.First!.Value));
        await _locator.SendAsync(at, "Undo");
        Assert.Equal(5, (await ProfilesAsync(2)).Single(p => p.Id == walked.Id).Steps.Count);

        var (_, refused) = await _locator.SendAsync(at, "Steps", ("do-bandpass", "on"), ("first-bandpass", "500"), ("second-bandpass", "200"));
        Assert.Contains("above the lowest", refused.QuerySelector(".step .invalid-feedback")!.TextContent, StringComparison.Ordinal);
        var (_, wild) = await _locator.SendAsync(at, "Steps", ("do-migrate", "on"), ("first-migrate", "1e300"));
        Assert.NotNull(wild.QuerySelector(".step .invalid-feedback"));
        Assert.Equal("1e300", wild.QuerySelector("[name=first-migrate]")!.GetAttribute("value"));
    }

    [Fact]
    public async Task A_wheel_factor_moves_what_was_read_with_the_line()
    {
        var walked = await TakenInAsync();
        var at = $"/jobs/2/radar?profile={walked.Id}";
        await _locator.SendAsync(at, "Pick", ("along", "1.36"), ("cover", "0.49"), ("velocity", "0.0955"), ("radius", "0.04"), ("crossing", "90"));
        (string, string)[] place = [("profileName", "north bank"), ("startEast", "4"), ("startNorth", "9"), ("endEast", "4"), ("endNorth", "20"), ("factor", "1.1"), ("marks", "1.50 peg\n2.25")];
        Assert.Equal(HttpStatusCode.Redirect, (await _locator.SendAsync(at, "Place", place)).Response.StatusCode);
        var kept = (await ProfilesAsync(2)).Single(p => p.Id == walked.Id);
        Assert.Equal((0.0, 1.1, 2), (kept.BearingDegrees!.Value, kept.WheelFactor, kept.Marks.Count));
        Assert.Equal(0.49 * 1.1, kept.Picks[0].CoverMetres, 1e-9);
        Assert.Equal(9 + (1.36 * 1.1), kept.PlaceAt(kept.Picks[0].AlongMetres)!.Value.North, 1e-4);
        foreach (var (name, value, field) in new[] { ("factor", "0", "factor"), ("factor", "1e300", "factor"), ("marks", "somewhere", "marks"), ("startEast", "", "startEast"), ("endNorth", "9.01", "endEast"), ("startEast", "1e9", "startEast") })
        {
            var (_, refused) = await _locator.SendAsync(at, "Place", [.. place.Where(p => p.Item1 != name), (name, value)]);
            Assert.True(refused.Complaint(field) is not null, name + value);
            Assert.Equal("north bank", refused.QuerySelector("#f-profileName")!.GetAttribute("value"));
        }
    }

    [Fact]
    public async Task What_was_taken_in_goes_out_sample_for_sample_and_is_gone_when_it_is_taken_off()
    {
        var walked = await TakenInAsync("easy");
        var back = await _locator.GetByteArrayAsync($"/jobs/2/radar/collect?profile={walked.Id}&handler=File");
        var came = Worked("easy");
        Assert.Equal(came.Length, back.Length);
        for (var at = 3840; at < came.Length; at += 240 + 2048)
        {
            Assert.True(came.AsSpan(at, 2048).SequenceEqual(back.AsSpan(at, 2048)));
        }

        var done = await _locator.GetByteArrayAsync($"/jobs/2/radar/collect?profile={walked.Id}&handler=File&steps=dewow,gain");
        System.Text.Encoding.RegisterProvider(System.Text.CodePagesEncodingProvider.Instance);
        Assert.Contains("STEP: GAIN", System.Text.Encoding.GetEncoding(37).GetString(done, 0, 3200), StringComparison.Ordinal);
        var folder = host.Services.GetRequiredService<DataFolder>();
        Assert.True(File.Exists(folder.RadarFile(walked.ProfileId)));
        await _locator.SendAsync($"/jobs/2/radar?profile={walked.Id}", "Remove");
        Assert.True(File.Exists(folder.RadarFile(walked.ProfileId)));
        Assert.Contains((await OpenAsync("/jobs/2/radar/collect")).QuerySelectorAll("#fold-loose [name=record]"), r => r.GetAttribute("value") == walked.ProfileId.ToString());

        // Laid again it is there as it came; off again, it may go for good.
        await _locator.SendAsync("/jobs/2/radar/collect", "Lay", ("record", walked.ProfileId.ToString()));
        var again = (await ProfilesAsync(2))[^1];
        Assert.Equal(walked.ProfileId, again.ProfileId);
        var (_, kept) = await _locator.SendAsync("/jobs/2/radar/collect", "Delete", ("record", walked.ProfileId.ToString()));
        Assert.Contains("it stays", kept.Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync($"/jobs/2/radar?profile={again.Id}", "Remove");
        await _locator.SendAsync("/jobs/2/radar/collect", "Delete", ("record", walked.ProfileId.ToString()));
        Assert.False(File.Exists(folder.RadarFile(walked.ProfileId)));
        Assert.False(await host.StoreAsync(db => db.Profiles.AnyAsync(p => p.Id == walked.ProfileId)));
        Assert.True((await LogChain.VerifyAsync(new StoreFile(folder))).IsWhole);
    }

    /// <summary>A file that does not say its unit is not lost for that: it waits, with what its pulse says of it.</summary>
    [Fact]
    public async Task A_file_without_a_unit_waits_until_it_is_said()
    {
        var silent = Worked("easy");
        for (var i = 0; i < 3200; i++)
        {
            silent[i] = (byte)' ';
        }

        var (answer, page) = await _locator.SendFileAsync("/jobs/2/radar/collect", "Upload", ("file", "bare.sgy", silent), ("profileName", "by the lake"), ("startEast", "3"), ("startNorth", "10"), ("bearing", "90"));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Contains("bare.sgy does not say", Text(page, ".verdict-say"), StringComparison.Ordinal);
        Assert.Contains("Only picoseconds make sense", Text(page, ".verdict-why"), StringComparison.Ordinal);
        Assert.NotNull(page.Complaint("unit"));
        Assert.Equal("by the lake", page.QuerySelector("#f-profileName")!.GetAttribute("value"));
        var before = (await ProfilesAsync(2)).Count;
        var form = page.QuerySelectorAll("form").Single(f => f.GetAttribute("action")!.Contains("handler=Unit", StringComparison.Ordinal)).GetAttribute("action")!;
        var at = form.Replace("&handler=Unit", "", StringComparison.Ordinal).Replace("handler=Unit&", "", StringComparison.Ordinal);
        var (wrong, again) = await _locator.SendAsync(at, "Unit", ("unit", "Microseconds"), ("profileName", "by the lake"));
        Assert.Equal(HttpStatusCode.OK, wrong.StatusCode);
        Assert.NotNull(again.QuerySelector(".invalid-feedback"));
        Assert.Equal(before, (await ProfilesAsync(2)).Count);
    }

    [Fact]
    public async Task The_unit_that_is_said_takes_the_file_in()
    {
        var silent = Worked("easy");
        silent.AsSpan(0, 3200).Fill((byte)' ');
        var (_, page) = await _locator.SendFileAsync("/jobs/2/radar/collect", "Upload", ("file", "bare.sgy", silent), ("startEast", "3"), ("startNorth", "10"), ("bearing", "90"));
        var form = page.QuerySelectorAll("form").Single(f => f.GetAttribute("action")!.Contains("handler=Unit", StringComparison.Ordinal)).GetAttribute("action")!;
        var (answer, _) = await _locator.SendAsync(form.Replace("&handler=Unit", "", StringComparison.Ordinal).Replace("handler=Unit&", "", StringComparison.Ordinal), "Unit", ("unit", "Picoseconds"));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        Assert.Equal("bare.sgy", (await ProfilesAsync(2))[^1].Name);
        Assert.Empty(Directory.EnumerateFiles(host.Services.GetRequiredService<DataFolder>().Imports, "2-*"));
    }

    [Theory]
    [InlineData("nothing")]
    [InlineData("short")]
    [InlineData("cut")]
    [InlineData("text")]
    public async Task A_file_that_is_none_gets_a_sentence_and_leaves_nothing_behind(string how)
    {
        var whole = Worked("easy");
        var file = how switch { "nothing" => [], "short" => whole[..1000], "cut" => whole[..^7], _ => System.Text.Encoding.UTF8.GetBytes(new string('x', 9000)) };
        var count = (await ProfilesAsync(2)).Count;
        var (answer, page) = await _locator.SendFileAsync("/jobs/2/radar/collect", "Upload", ("file", "bad.sgy", file), ("profileName", "still here"));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.NotNull(page.Complaint("file"));
        Assert.Equal("still here", page.QuerySelector("#f-profileName")!.GetAttribute("value"));
        Assert.Equal(count, (await ProfilesAsync(2)).Count);
    }

    [Fact]
    public async Task A_calibration_says_what_to_set_what_is_known_and_how_long_it_took()
    {
        await MoleHost.AcceptCautionsAsync(_locator, 2);
        (string, string)[] good =
        [
            ("where", "north bank"), ("soil", "WetClay"), ("antenna", "400"), ("separation", "0.14"), ("depth", "1.5"), ("base", "20"), ("counted", "19.9; 19.92; 19.91"), ("knownCover", "0.8"), ("knownTime", "22"), ("minutes", "10"),
        ];
        var (_, told) = await _locator.SendAsync("/jobs/2/radar/calibrate?new=true", "Judge", good);
        Assert.Contains("Clay, wet: nothing to be said below", Text(told, "[data-radar-plan]"), StringComparison.Ordinal);
        Assert.Contains("Do not rely on radar here", Text(told, "[data-radar-plan]"), StringComparison.Ordinal);
        Assert.Contains("Factor 1.0045", Text(told, "[data-wheel]"), StringComparison.Ordinal);
        Assert.Contains("by a target of known cover", told.Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Spent 10 of the", told.Body!.TextContent, StringComparison.Ordinal);
        Assert.Contains("Short:", told.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Redirect, (await _locator.SendAsync("/jobs/2/radar/calibrate?new=true", "", good)).Response.StatusCode);
        var kept = await host.StoreAsync(db => db.Calibrations.AsNoTracking().Where(c => c.JobId == 2).OrderBy(c => c.Id).LastAsync());
        Assert.Equal(3, kept.CountedMetres.Count);

        // The wheel's factor stands in the form of the next profile.
        Assert.Equal("1.0045", (await OpenAsync("/jobs/2/radar/collect")).QuerySelector("#f-factor")!.GetAttribute("value"));
        await _locator.SendAsync($"/jobs/2/radar/calibrate?again={kept.Id}", "", [.. good.Where(g => g.Item1 != "minutes"), ("minutes", "45")]);
        Assert.Equal(45, (await host.StoreAsync(db => db.Calibrations.AsNoTracking().SingleAsync(c => c.Id == kept.Id))).Minutes);
        foreach (var (name, value, field) in new[]
        {
            ("antenna", "", "antenna"), ("antenna", "1e300", "antenna"), ("depth", "", "depth"), ("depth", "5e-324", "depth"), ("conductivity", "-1", "conductivity"), ("base", "", "base"), ("counted", "200", "counted"), ("knownTime", "", "knownTime"),
            ("knownTime", "0.2", "knownTime"), ("minutes", "1e9", "minutes"), ("soil", "Cheese", "soil"), ("body", "900", "body"),
        })
        {
            var (answer, refused) = await _locator.SendAsync($"/jobs/2/radar/calibrate?again={kept.Id}", "", [.. good.Where(g => g.Item1 != name), (name, value)]);
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            Assert.True(refused.Complaint(field) is not null, name + value);
            Assert.Equal("north bank", refused.QuerySelector("#f-where")!.GetAttribute("value"));
        }

        await _locator.SendAsync($"/jobs/2/radar/calibrate?again={kept.Id}", "Remove");
        Assert.False(await host.StoreAsync(db => db.Calibrations.AnyAsync(c => c.Id == kept.Id)));
    }

    [Fact]
    public async Task A_reader_sees_a_profile_of_their_job_and_changes_nothing()
    {
        var reader = host.Browser("quill");
        var first = (await ProfilesAsync())[0];
        Assert.Equal(HttpStatusCode.OK, (await reader.PageAsync($"{Path}?profile={first.Id}")).Status);
        Assert.Equal(HttpStatusCode.Forbidden, (await reader.SendAsync($"{Path}?profile={first.Id}", "Read")).Response.StatusCode);
        Assert.Null((await ProfilesAsync())[0].ReadAt);
    }

    /// <summary>Numbers move when somebody lays another response before it: what a form was drawn for is what is decided.</summary>
    [Fact]
    public async Task A_decision_is_of_the_response_that_was_looked_at_whatever_its_number_is_by_then()
    {
        var walked = await TakenInAsync();
        var at = $"/jobs/2/radar?profile={walked.Id}";
        await _locator.PageAsync($"{at}&handler=Targets");
        var second = await OpenAsync($"{at}&target=2");
        var aim = second.QuerySelector("#radar-targets form input[name=aim]")!.GetAttribute("value")!;
        var deciding = Json(second, "data-radar-targets").GetProperty("list").EnumerateArray().Single(t => t.GetProperty("n").GetInt32() == 2).GetProperty("along").GetDouble();

        // Meanwhile a colleague lays one before all of them: what was the second is the third.
        await host.Browser("orla").SendAsync(at, "Pick", ("along", "0.4"), ("cover", "0.5"), ("velocity", "0.095"));
        await _locator.SendAsync($"{at}&target=2", "Decide", ("verdict", "accept"), ("aim", aim));
        var taken = (await ProfilesAsync(2)).Single(p => p.Id == walked.Id).Picks.Single(p => p.State == RadarPickState.Accepted);
        Assert.Equal(deciding, taken.AlongMetres, 0.01);

        // One that is gone is none other.
        foreach (var (handler, more) in new[] { ("Decide", ("verdict", "accept")), ("Pick", ("velocity", "0.095")) })
        {
            var (answer, gone) = await _locator.SendAsync($"{at}&target=1", handler, more, ("aim", "9.999 9.999"), ("along", "2"), ("cover", "0.5"));
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            Assert.Contains("no longer there", gone.Body!.TextContent, StringComparison.Ordinal);
        }

        Assert.Equal(HttpStatusCode.NotFound, (await _locator.SendAsync($"{at}&target=1", "Undecide", ("aim", "pick 999999"))).Response.StatusCode);
        Assert.Equal(2, (await ProfilesAsync(2)).Single(p => p.Id == walked.Id).Picks.Count);
    }
}
