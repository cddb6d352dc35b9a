using System.Net;
using AngleSharp.Html.Dom;
using GentleMole.Core.Site;
using GentleMole.Core.Together;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Receiver and radar on one sheet: what agrees is surer, what does not is asked, and what one knows teaches the other.</summary>
public class OneSheetTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const int Water = 1;
    private const int Gas = 2;
    private const int Fibre = 4;
    private const int Sewer = 5;

    private readonly HttpClient _locator = host.Browser("jem");

    private async Task<string> TextAsync(string path, string of = "main")
    {
        var (status, page) = await _locator.PageAsync(path);
        Assert.Equal(HttpStatusCode.OK, status);
        return Text(page, of);
    }

    private static string Text(IHtmlDocument page, string of) => string.Join(' ', page.QuerySelectorAll(of).Select(e => e.TextContent)).Replace('\u00a0', ' ');

    /// <summary>A run over the dots of a line, its top so much over where the receiver has the centre; decided as that line.</summary>
    private async Task<int> RunAsync(int line, double topOverCentre)
    {
        var dots = await host.StoreAsync(db => db.Readings.AsNoTracking().Where(r => r.LineId == line && r.State == DotState.Accepted && r.DepthMetres != null).OrderBy(r => r.Number).ToListAsync());
        return await RunAsync(line, [.. dots.Select(d => d.Place)], [.. dots.Select(d => d.DepthMetres!.Value - topOverCentre)]);
    }

    private Task<int> RunAsync(int line, List<SitePoint> points, List<double> covers) => host.StoreAsync(async db =>
    {
        var found = new FoundLine
        {
            JobId = 1, LineId = line, Source = FoundBy.Radar, Becomes = FoundAs.Target, Points = points, CoversMetres = covers, CoverHalfMetres = 0.03, Lateral95Metres = 0.08, Probability = 0.95, By = "Jem Trewin",
            At = Instant.FromUtc(2026, 5, 4, 9, 0), VelocityMetresPerNanosecond = 0.1,
        };
        db.Found.Add(found);
        await db.SaveChangesAsync();
        return found.Id;
    });

    private Task<FoundLine> FoundAsync(int id) => host.StoreAsync(db => db.Found.AsNoTracking().SingleAsync(f => f.Id == id));

    [Fact]
    public async Task What_agrees_is_told_by_both_and_handed_over_so()
    {
        var before = await TextAsync($"/jobs/1/marks?line={Fibre}", "table");
        Assert.DoesNotContain("radar", before, StringComparison.Ordinal);
        await RunAsync(Fibre, 0.05);
        var page = await TextAsync($"/jobs/1/marks?line={Fibre}");
        Assert.Contains("radar agrees", page, StringComparison.Ordinal);
        Assert.Contains("Receiver and radar agree at all 6 dots by it", page, StringComparison.Ordinal);
        var sheet = await TextAsync("/jobs/1/handover/sheet", "body");
        Assert.Contains("direct connection, 8 kHz; radar", sheet, StringComparison.Ordinal);
        Assert.Contains("depth and ± are those of both", sheet, StringComparison.Ordinal);
        var export = await _locator.GetStringAsync(new Uri("/jobs/1/files/geojson", UriKind.Relative));
        Assert.Matches("\"foundBy\": ?\"radar agrees\"", export);
    }

    [Fact]
    public async Task What_does_not_agree_is_asked_answered_and_told()
    {
        const string Path = "/jobs/1/radar/runs";
        var id = await RunAsync(Water, 0.45);
        var page = await TextAsync($"/jobs/1/marks?line={Water}");
        Assert.Contains("Receiver and radar do not agree on it.", page, StringComparison.Ordinal);
        Assert.Contains("Which is right?", page, StringComparison.Ordinal);
        Assert.DoesNotContain(" d 0", Text((await _locator.PageAsync($"/jobs/1/marks?line={Water}")).Page, ".label-painted"), StringComparison.Ordinal);
        Assert.Contains("Not settled: expose it before either is trusted.", await TextAsync("/jobs/1/handover/sheet", ".ho-cautions"), StringComparison.Ordinal);
        Assert.Contains("Receiver and radar do not agree", await TextAsync($"/jobs/1/handover/owner?line={Water}", "body"), StringComparison.Ordinal);

        // What is wrong is said at its field, and nothing is written.
        var (_, empty) = await _locator.SendAsync(Path, "Held", ("found", $"{id}"), ("held", ""), ("heldNote", ""));
        Assert.Contains("Say which is right", empty.Complaint($"held{id}"), StringComparison.Ordinal);
        Assert.NotNull(empty.Complaint($"heldNote{id}"));
        var (_, odd) = await _locator.SendAsync(Path, "Held", ("found", $"{id}"), ("held", "Both"), ("heldNote", "x"));
        Assert.NotNull(odd.Complaint($"held{id}"));
        Assert.Contains("value=\"x\"", odd.Body!.InnerHtml, StringComparison.Ordinal);
        foreach (var none in new[] { "0", "99999", "1e300", "" })
        {
            var (status, _) = await _locator.SendAsync(Path, "Held", ("found", none), ("held", "Radar"), ("heldNote", "x"));
            Assert.Equal(HttpStatusCode.OK, status.StatusCode);
        }

        Assert.Equal((WitnessAnswer.Open, ""), ((await FoundAsync(id)).HeldAs, (await FoundAsync(id)).HeldNote));

        var (kept, _) = await _locator.SendAsync(Path, "Held", ("found", $"{id}"), ("held", "Radar"), ("heldNote", "trial hole by the hydrant"));
        Assert.Equal(HttpStatusCode.Redirect, kept.StatusCode);
        var found = await FoundAsync(id);
        Assert.Equal((WitnessAnswer.Radar, "trial hole by the hydrant", "Jem Trewin"), (found.HeldAs, found.HeldNote, found.HeldBy));
        Assert.InRange(found.HeldApartMetres, 0.3, 0.45);
        Assert.Contains("depth by radar", await TextAsync($"/jobs/1/marks?line={Water}", "table"), StringComparison.Ordinal);
        var told = await TextAsync("/jobs/1/handover/sheet", ".ho-cautions");
        Assert.Contains("Jem Trewin said: the radar is right", told, StringComparison.Ordinal);
        Assert.DoesNotContain("Not settled: expose it before", told, StringComparison.Ordinal);

        // Thought better: they are two lines. The radar's becomes one that nobody knew of.
        var (two, _) = await _locator.SendAsync(Path, "Held", ("found", $"{id}"), ("held", "TwoLines"), ("heldNote", "an old main beside it"));
        Assert.Equal(HttpStatusCode.Redirect, two.StatusCode);
        found = await FoundAsync(id);
        Assert.Equal((FoundAs.Unknown, WitnessAnswer.Open, "an old main beside it"), (found.Becomes, found.HeldAs, found.Note));
        Assert.NotEqual(Water, found.LineId);
        Assert.DoesNotContain("radar", await TextAsync($"/jobs/1/marks?line={Water}", "table"), StringComparison.Ordinal);
        Assert.Contains("r1–r2", await TextAsync($"/jobs/1/marks?line={found.LineId}", "table"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_only_a_radar_saw_can_be_marked()
    {
        Assert.Contains("No line yet", await TextAsync($"/jobs/1/marks?line={Sewer}"), StringComparison.Ordinal);
        await RunAsync(Sewer, [new(31.4, 6), new(31.6, 8), new(31.8, 10), new(32, 12)], [1.5, 1.5, 1.48, 1.46]);
        var page = await TextAsync($"/jobs/1/marks?line={Sewer}");
        Assert.Contains("Paint it: 3 stretches, all sound.", page, StringComparison.Ordinal);
        Assert.Contains("r1–r2", page, StringComparison.Ordinal);
        var (answer, _) = await _locator.SendAsync($"/jobs/1/marks?line={Sewer}", "", ("answer", "Marked"), ("why", ""), ("changeWhy", "seen by radar"));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        Assert.Contains("traced through 4 places by radar alone, radar.", await TextAsync("/jobs/1/handover/sheet", "body"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_known_target_is_walked_over_and_calibrates_the_ground()
    {
        var calibration = await host.StoreAsync(db => db.Calibrations.AsNoTracking().SingleAsync(c => c.JobId == 1));
        var path = $"/jobs/1/radar/calibrate?again={calibration.Id}";
        Assert.Contains("Over what the receiver knows best", await TextAsync(path, ".steps"), StringComparison.Ordinal);
        Assert.Contains("Over what the receiver knows best", await TextAsync(path + "&over=9.9", ".steps"), StringComparison.Ordinal);
        Assert.Contains("Over what the receiver knows best", await TextAsync(path + "&over=%00'x", ".steps"), StringComparison.Ordinal);

        // One that no profile crosses: the way over it is offered.
        var (_, far) = await _locator.PageAsync($"{path}&over={Fibre}.4");
        Assert.Contains("/radar/collect?along=", far.QuerySelector(".steps .btn-primary")!.GetAttribute("href"), StringComparison.Ordinal);
        Assert.Contains("The line asked for, 4.0 m", await TextAsync(far.QuerySelector(".steps .btn-primary")!.GetAttribute("href")!), StringComparison.Ordinal);

        var over = $"{path}&over={Gas}.2";
        var (_, page) = await _locator.PageAsync(over);
        Assert.Contains("Profile 1 crosses it", Text(page, ".steps"), StringComparison.Ordinal);
        string Value(string field) => page.QuerySelector($"#f-{field}")!.GetAttribute("value")!;
        Assert.Contains("receiver’s depth at dot 2", Value("knownBy"), StringComparison.Ordinal);
        Assert.Contains("before", Text(page, "#calibrate-told"), StringComparison.Ordinal);
        (string, string)[] Typed(string half) =>
        [
            ("where", "bays"), ("soil", "MoistSand"), ("antenna", "400"), ("separation", "0.14"), ("depth", "1.6"), ("knownCover", Value("knownCover")), ("knownHalf", half), ("knownTime", Value("knownTime")),
            ("knownRadius", Value("knownRadius")), ("knownBy", Value("knownBy")), ("minutes", "30"),
        ];
        foreach (var wrong in new[] { "wide", "-0.1", "1e300", "5e-324", "3" })
        {
            var (_, refused) = await _locator.SendAsync(over, "", Typed(wrong));
            Assert.NotNull(refused.Complaint("knownHalf"));
            Assert.Contains($"value=\"{wrong}\"", refused.QuerySelector("#f-knownHalf")!.OuterHtml, StringComparison.Ordinal);
        }

        var (kept, _) = await _locator.SendAsync(over, "", Typed(Value("knownHalf")));
        Assert.Equal(HttpStatusCode.Redirect, kept.StatusCode);
        var now = await host.StoreAsync(db => db.Calibrations.AsNoTracking().SingleAsync(c => c.Id == calibration.Id));
        Assert.InRange(now.KnownHalfMetres!.Value, 0.04, 0.2);
        Assert.Contains("dot 2", now.KnownBy, StringComparison.Ordinal);
        Assert.True(now.Known!.Value.HalfWidth > calibration.Known!.Value.HalfWidth);
        Assert.Contains("by the receiver’s depth at dot 2", await TextAsync(path, "#calibrate-told"), StringComparison.Ordinal);
    }
}
