using System.Globalization;
using System.Net;
using AngleSharp.Html.Dom;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Store.Radar;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Two pipes over each other under a grid, one of them walked along: told apart as far as a radar can, with where it begins and ends.</summary>
[Collection("works all processors")]
public class WalkedRunsTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const int Lines = 10;
    private const double Spacing = 0.6;
    private static readonly Instant Now = Instant.FromUtc(2026, 11, 2, 8, 0);
    private static readonly SoilLayer[] Soil = [new(0, 8, 0.003)];

    /// <summary>Along north 3: an upper one from end to end of the site, a lower one that begins at 0.2 m and ends at 6.9 m east.</summary>
    private static readonly BuriedPipe[] Pipes = [Pipe(-6, 14, 0.45, 3), Pipe(0.2, 6.9, 0.78, 3.04)];

    private readonly HttpClient _locator = host.Browser("jem");

    private static BuriedPipe Pipe(double from, double to, double cover, double north) => new(
        BuriedLine.Level(new SupposedLine("p", "p", UtilityKind.Water, [new(from, north), new(to, north)], new Depth(cover + 0.05), null, SupposedEnd.GoesOn, SupposedEnd.GoesOn)), BuriedKind.Metal, 0.05);

    /// <summary>A job whose lines were walked; made once for each test, so that they do not meet.</summary>
    private async Task<int> JobAsync(double antennaHertz)
    {
        var random = new Random(77);
        var job = new Job { Name = "Two over each other", CreatedAt = Now, DigCorners = [new(0, 0), new(6, 0), new(6, 6), new(0, 6)] };
        var ways = Enumerable.Range(0, Lines).Select(i => (From: new SitePoint(0.5 + (i * Spacing), 0), To: new SitePoint(0.5 + (i * Spacing), 6))).Append((From: new SitePoint(-1.5, 3.1), To: new SitePoint(9, 3))).ToList();
        var folder = host.Services.GetRequiredService<DataFolder>();
        return await host.StoreAsync(async db =>
        {
            db.Jobs.Add(job);
            await db.SaveChangesAsync();
            foreach (var ((from, to), i) in ways.Select((w, i) => (w, i)))
            {
                var profile = new MadeUpRadar().Walk(RadarGround.Under(Pipes, new Run([from, to]), Soil, 0.05, 4e8, 2, random), random);
                var record = await TraceFile.KeepAsync(folder, profile, default);
                (record.Name, record.By, record.At) = ($"line {i + 1}", "Jem Trewin", Now);
                db.Profiles.Add(record);
                db.WalkedProfiles.Add(new WalkedProfile
                {
                    JobId = job.Id, ProfileId = record.Id, Number = i + 1, Name = record.Name, StartEastMetres = from.East, StartNorthMetres = from.North,
                    BearingDegrees = Azimuth.Of(to - from).Degrees, WheelFactor = 1, Steps = [.. RadarChain.Usual], By = record.By, At = record.At,
                });
            }

            db.Calibrations.Add(new RadarCalibration { JobId = job.Id, Where = "here", Ground = RadarSoilKind.MoistSand, AntennaHertz = antennaHertz, SeparationMetres = 0.14, DepthMetres = 1.3, By = "Jem Trewin", At = Now });
            await db.SaveChangesAsync();
            return job.Id;
        });
    }

    private async Task<IHtmlDocument> RunsAsync(int job, string more = "")
    {
        for (var i = 0; i < 120; i++)
        {
            var (status, page) = await _locator.PageAsync($"/jobs/{job}/radar/runs{more}");
            Assert.Equal(HttpStatusCode.OK, status);
            if (!page.QuerySelector(".verdict-say")!.TextContent.StartsWith("Looking through", StringComparison.Ordinal))
            {
                return page;
            }

            await Task.Delay(250);
        }

        throw new TimeoutException("The profiles are still being searched.");
    }

    private static string Says(IHtmlDocument page, int run) => page.QuerySelector($"#run-{run}")!.TextContent.Replace('\u00a0', ' ');

    /// <summary>Number of the run that lies so deep.</summary>
    private static int Deep(IHtmlDocument page, string cover)
    {
        var all = Enumerable.Range(1, page.QuerySelectorAll("[id^=run-]").Length).ToDictionary(r => r, r => Says(page, r));
        Assert.True(all.Values.Any(s => s.Contains($"its top {cover}", StringComparison.Ordinal)), string.Join(" | ", all.Values));
        return all.First(s => s.Value.Contains($"its top {cover}", StringComparison.Ordinal)).Key;
    }

    [Fact]
    public async Task What_lies_over_each_other_is_said_and_where_one_can_look_like_two()
    {
        var fine = await RunsAsync(await JobAsync(4e8));
        var (upper, lower) = (Deep(fine, "0.4"), Deep(fine, "0.7"));
        Assert.Contains($"Run {lower} lies right over or under it, 0.3", Says(fine, upper), StringComparison.Ordinal);
        Assert.Contains($"Run {upper} lies right over or under it, 0.3", Says(fine, lower), StringComparison.Ordinal);
        Assert.DoesNotContain("one pipe can look like two", Says(fine, lower), StringComparison.Ordinal);

        // With a longer wave the same distance is too little to be told apart by.
        var coarse = await RunsAsync(await JobAsync(8e7));
        Assert.Contains("one pipe can look like two, and two like one", Says(coarse, Deep(coarse, "0.7")), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_walk_along_tells_both_ends_and_the_decided_run_goes_on_to_them()
    {
        var job = await JobAsync(4e8);
        var page = await RunsAsync(job);
        var (upper, lower) = (Deep(page, "0.4"), Deep(page, "0.7"));
        Assert.Contains("Walked along on profile 11: it is still there where the walk ends", Says(await RunsAsync(job, $"?run={upper}"), upper), StringComparison.Ordinal);

        var chosen = await RunsAsync(job, $"?run={lower}");
        Assert.Matches(@"Walked along on profile 11: it ends 1\.\d m beyond profile 10; it ends (at|0\.\d m beyond) profile 1 ", Says(chosen, lower));
        Assert.Equal("Walk along it once more", chosen.QuerySelector("form.found a")!.TextContent);

        var (answer, _) = await _locator.SendAsync($"/jobs/{job}/radar/runs?run={lower}", "Found", ("key", chosen.QuerySelector("form.found input[name=key]")!.GetAttribute("value")!), ("becomes", "Unknown"), ("step", "Energise"));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        var found = await host.StoreAsync(db => db.Found.AsNoTracking().SingleAsync(f => f.JobId == job));
        Assert.Equal(found.Points.Count, found.CoversMetres.Count);
        Assert.InRange(found.Points.Max(p => p.East), 6.6, 7.2);
        Assert.InRange(found.Points.Min(p => p.East), -0.1, 0.6);

        // The decision still holds for the run that it was made of, and is not asked about again.
        Assert.Contains("A line nobody knew of, says", Says(await RunsAsync(job), lower), StringComparison.Ordinal);

        await using var zip = new System.IO.Compression.ZipArchive(new MemoryStream(await _locator.GetByteArrayAsync(new Uri($"/jobs/{job}/radar/grid?handler=Files", UriKind.Relative))));
        using var runs = new StreamReader(zip.GetEntry("runs.csv")!.Open());
        var rows = (await runs.ReadToEndAsync()).Split('\n', StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(found.Points.Count + 1, rows.Length);
        Assert.StartsWith(FormattableString.Invariant($"1,a line nobody knew of,\"unknown, found by radar 1\",1,{found.Points[0].East:0.###},{found.Points[0].North:0.###},{found.CoversMetres[0]:0.###},"), rows[1], StringComparison.Ordinal);
        using var responses = new StreamReader(zip.GetEntry("responses.csv")!.Open());
        Assert.Equal((await host.StoreAsync(db => db.RadarPicks.CountAsync(p => p.JobId == job))) + 1, (await responses.ReadToEndAsync()).Split('\n', StringSplitOptions.RemoveEmptyEntries).Length);
    }

    [Fact]
    public async Task A_calibration_that_contradicts_the_curves_has_no_say_and_that_is_said()
    {
        var job = await JobAsync(4e8);
        await host.StoreAsync(async db =>
        {
            var kept = await db.Calibrations.SingleAsync(c => c.JobId == job);
            (kept.KnownCoverMetres, kept.KnownNanoseconds, kept.KnownBy) = (0.8, 22, "tape in a chamber");
            return await db.SaveChangesAsync();
        });
        var why = (await RunsAsync(job)).QuerySelector(".verdict-why")!.TextContent;
        Assert.Contains("contradicts the curves of all runs and has no say there", why, StringComparison.Ordinal);
    }
}
