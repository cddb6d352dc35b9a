using System.Net;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Dots typed on the page, and what the verdict makes of them.</summary>
public class TraceStageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _locator = host.Browser("jem");

    private async Task<int> GasAsync()
    {
        await MoleHost.AcceptCautionsAsync(_locator, 1);
        return await host.StoreAsync(async db => (await db.Lines.SingleAsync(l => l.JobId == 1 && l.Owner == "Tamsin Gas")).Id);
    }

    [Fact]
    public async Task What_the_verdict_forbids_is_marked_only_with_a_reason()
    {
        var line = await GasAsync();
        (string, string)[] dot = [("east", "45"), ("north", "30"), ("depth", "0.9"), ("current", "45"), ("nullOffset", "1.2"), ("nullSide", "Left"), ("state", "Accepted")];
        var id = Guid.NewGuid();
        Task<bool> IsStoredAsync() => host.StoreAsync(db => db.Readings.AnyAsync(r => r.Id == id));

        var (_, refused) = await _locator.SendAsync($"/jobs/1/trace?line={line}", "", [.. dot, ("newId", id.ToString())]);
        Assert.Contains("do not mark", refused.Complaint("note"), StringComparison.Ordinal);
        Assert.False(await IsStoredAsync());

        await _locator.SendAsync($"/jobs/1/trace?line={line}", "", [.. dot, ("newId", id.ToString()), ("note", "Exposed by hand, seen")]);
        var stored = await host.StoreAsync(db => db.Readings.SingleAsync(r => r.Id == id));
        Assert.Equal((DotState.Accepted, "Exposed by hand, seen"), (stored.State, stored.StateNote));

        // In a file it is no better than the plans.
        var file = await (await host.Device().GetAsync(new Uri("/api/v1/jobs/1/export/geojson", UriKind.Relative))).JsonAsync();
        var dotOf = file.GetProperty("features").EnumerateArray().Select(f => f.GetProperty("properties")).Where(p => p.GetProperty("kind").GetString() == "dot").ToList();
        Assert.Equal("D", dotOf.Single(p => p.GetProperty("id").GetString() == id.ToString()).GetProperty("qualityLevel").GetString());
        Assert.Contains(dotOf, p => p.GetProperty("qualityLevel").GetString() == "B");
    }

    [Theory]
    [InlineData("0.0004", false)]
    [InlineData("0.001", true)]
    [InlineData("100", true)]
    [InlineData("100.1", false)]
    public async Task A_depth_is_allowed_on_the_page_as_it_is_to_a_device(string depth, bool allowed)
    {
        var line = await GasAsync();
        var (_, page) = await _locator.SendAsync($"/jobs/1/trace?line={line}", "", ("east", "45"), ("north", "31"), ("depth", depth), ("state", "Doubtful"), ("newId", Guid.NewGuid().ToString()));
        Assert.Equal(allowed, page.QuerySelector("#f-depth-error") is null);

        var sent = await host.Device().PostTextAsync(
            "/api/v1/jobs/1/readings", $$"""{"readings":[{"id":"{{Guid.NewGuid()}}","takenAt":"2026-11-23T09:30:00Z","utility":"gas","eastMetres":1,"northMetres":2,"depthMetres":{{depth}}}]}""");
        Assert.Equal(allowed, sent.IsSuccessStatusCode);
    }

    [Fact]
    public async Task The_dot_before_is_the_last_one_with_the_same_hookup()
    {
        await GasAsync();
        var sheet = await host.SheetAsync(1);
        var line = sheet.Lines.Single(l => l.Line.Owner == "Tamsin Gas");
        var last = line.Dots[^1].Reading;

        Assert.NotNull(line.LastAccepted(last.HookupId, Instant.MaxValue, null));
        Assert.Null(line.LastAccepted(-1, Instant.MaxValue, null));
    }

    [Fact]
    public async Task A_row_that_a_receiver_sent_from_a_dot_is_offered_there_and_is_no_unknown_line()
    {
        await GasAsync();
        var line = await host.StoreAsync(async db => (await db.Lines.SingleAsync(l => l.JobId == 1 && l.Kind == Core.Lines.UtilityKind.Communications)).Id);
        var dot = await host.StoreAsync(db => db.Readings.Where(r => r.JobId == 1 && r.LineId == line && r.State == DotState.Accepted).OrderBy(r => r.Number).Skip(2).FirstAsync());
        var path = $"/jobs/1/trace?line={line}&dot={dot.Id}";
        Assert.Null((await _locator.PageAsync(path)).Page.QuerySelector("[data-fill=across]"));

        // The cable runs about north here, so the row goes west to east.
        var row = string.Join(',', Enumerable.Range(-4, 9).Select(k => FormattableString.Invariant(
            $"{{\"id\":\"{Guid.NewGuid()}\",\"takenAt\":\"2026-11-23T09:30:{10 + k:00}Z\",\"utility\":\"row\",\"eastMetres\":{dot.EastMetres + (0.2 * k)},\"northMetres\":{dot.NorthMetres},\"peak\":{10 / (1 + (0.04 * k * k))},\"null\":{Math.Abs(2.0 * k) / (1 + (0.04 * k * k))}}}")));
        Assert.Equal(HttpStatusCode.OK, (await host.Device().PostTextAsync("/api/v1/jobs/1/readings", $"{{\"readings\":[{row}]}}")).StatusCode);

        var button = (await _locator.PageAsync(path)).Page.QuerySelector("[data-fill=across]")!;
        var lines = button.GetAttribute("data-text")!.Split('\n');
        Assert.Equal(9, lines.Length);
        Assert.Contains("9 readings", button.TextContent, StringComparison.Ordinal);
        Assert.Contains(lines, l => l == "0 10 0" || l.StartsWith("0.0", StringComparison.Ordinal) || l.StartsWith("-0.0", StringComparison.Ordinal) || l.StartsWith("0 ", StringComparison.Ordinal));
        var (_, page) = await _locator.PageAsync("/jobs/1/handover");
        Assert.DoesNotContain("belong to no utility", page.Body!.TextContent, StringComparison.Ordinal);
    }
}
