using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Stages;

/// <summary>What was dug up comes back: each once, beside its mark as that stood, level A on the sheet.</summary>
public class ExposureTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Page = "/jobs/1/exposures";
    private readonly HttpClient _locator = host.Browser("jem");
    private readonly HttpClient _device = host.Device();

    private static object Hole(Guid id, SitePoint place, double cover, string utility = "Tamsin Gas", double? outside = 63, string takenAt = "2026-11-24T10:00:00Z") =>
        new { id, takenAt, utility, eastMetres = place.East, northMetres = place.North, coverMetres = cover, outsideMillimetres = outside };

    private async Task<(HttpStatusCode Status, JsonElement Body)> SendAsync(int job, params object[] exposures)
    {
        var answer = await _device.PostAsJsonAsync($"/api/v1/jobs/{job}/exposures", new { exposures });
        return (answer.StatusCode, await answer.Content.ReadFromJsonAsync<JsonElement>());
    }

    private Task<UncoveredLine?> KeptAsync(Guid id) => host.StoreAsync(db => db.Uncovered.AsNoTracking().SingleOrDefaultAsync(u => u.Id == id));

    /// <summary>A place on the marked gas line, a part of its way along it and some metres to its right, and what depth is stated there.</summary>
    private async Task<(SitePoint Place, double Depth)> OnGasAsync(double part, double right = 0)
    {
        var line = (await host.SheetAsync(1)).LineById(2)!.Unopened;
        var along = part * line.Run!.Length;
        return (line.Run.At(along, right), line.DepthAt(along)!.Value.Value);
    }

    private static string Text(AngleSharp.Dom.IParentNode page, string of) => string.Join(' ', page.QuerySelectorAll(of).Select(e => e.TextContent.Replace('\u00a0', ' ')));

    [Fact]
    public async Task A_device_sends_what_was_dug_up_and_each_counts_once()
    {
        var (id, other) = (Guid.NewGuid(), Guid.NewGuid());
        var (place, depth) = await OnGasAsync(0.3, 0.05);
        var (status, body) = await SendAsync(1, Hole(id, place, depth - 0.03), Hole(other, place, depth, "steam"));
        Assert.Equal((HttpStatusCode.OK, 2, 0), (status, body.GetProperty("accepted").GetInt32(), body.GetProperty("duplicates").GetInt32()));
        (status, body) = await SendAsync(1, Hole(id, place, depth - 0.03), Hole(Guid.NewGuid(), place, depth, "steam"));
        Assert.Equal((HttpStatusCode.OK, 1, 1), (status, body.GetProperty("accepted").GetInt32(), body.GetProperty("duplicates").GetInt32()));

        var kept = (await KeptAsync(id))!;
        Assert.Equal((1, 2, 0.063), (kept.JobId, kept.LineId!.Value, kept.OutsideDiameterMetres!.Value));
        Assert.InRange(kept.AcrossMetres!.Value, 0.04, 0.06);
        Assert.InRange(Math.Abs(kept.DeeperMetres!.Value), 0, 0.01);
        Assert.NotNull(kept.Method);
        Assert.Null((await KeptAsync(other))!.LineId);

        // Another job does not get it too, and nothing of that request stays.
        var fresh = Guid.NewGuid();
        Assert.Equal(HttpStatusCode.Conflict, (await SendAsync(2, Hole(id, place, 1), Hole(fresh, place, 1))).Status);
        Assert.Null(await KeptAsync(fresh));
    }

    [Fact]
    public async Task The_same_sent_by_many_at_once_counts_once()
    {
        var id = Guid.NewGuid();
        var (place, depth) = await OnGasAsync(0.5);
        var answers = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => SendAsync(1, Hole(id, place, depth))));
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a.Status));
        Assert.Equal(1, answers.Sum(a => a.Body.GetProperty("accepted").GetInt32()));
        Assert.Equal(5, answers.Sum(a => a.Body.GetProperty("duplicates").GetInt32()));
    }

    [Theory]
    [InlineData("""{"exposures":[{"id":"x","takenAt":"2026-11-24T10:00:00Z","utility":"gas","eastMetres":1,"northMetres":1,"coverMetres":1}]}""", "exposures[0].id")]
    [InlineData("""{"exposures":[{"id":"6f9619ff-8b86-4d01-b42d-00cf4fc964ff","takenAt":"yesterday","utility":"gas","eastMetres":1,"northMetres":1,"coverMetres":1}]}""", "exposures[0].takenAt")]
    [InlineData("""{"exposures":[{"id":"6f9619ff-8b86-4d01-b42d-00cf4fc964ff","takenAt":"2026-11-24T10:00:00Z","utility":"","eastMetres":1,"northMetres":1,"coverMetres":1}]}""", "exposures[0].utility")]
    [InlineData("""{"exposures":[{"id":"6f9619ff-8b86-4d01-b42d-00cf4fc964ff","takenAt":"2026-11-24T10:00:00Z","utility":"gas","eastMetres":1e300,"northMetres":1,"coverMetres":1}]}""", "exposures[0].eastMetres")]
    [InlineData("""{"exposures":[{"id":"6f9619ff-8b86-4d01-b42d-00cf4fc964ff","takenAt":"2026-11-24T10:00:00Z","utility":"gas","eastMetres":1,"northMetres":1,"coverMetres":-0.1}]}""", "exposures[0].coverMetres")]
    [InlineData("""{"exposures":[{"id":"6f9619ff-8b86-4d01-b42d-00cf4fc964ff","takenAt":"2026-11-24T10:00:00Z","utility":"gas","eastMetres":1,"northMetres":1,"coverMetres":1,"outsideMillimetres":5e-324}]}""", "exposures[0].outsideMillimetres")]
    [InlineData("""{"exposures":[{"id":"6f9619ff-8b86-4d01-b42d-00cf4fc964ff","takenAt":"2026-11-24T10:00:00Z","utility":"gas","eastMetres":1,"northMetres":1}]}""", "exposures[0].coverMetres")]
    [InlineData("""{"exposures":[null]}""", "exposures[0]")]
    [InlineData("{}", "exposures")]
    public async Task What_cannot_be_is_said_at_its_field(string json, string field)
    {
        var answer = await _device.PostAsync(new Uri("/api/v1/jobs/1/exposures", UriKind.Relative), new StringContent(json, System.Text.Encoding.UTF8, "application/json"));
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Contains($"\"{field}\"", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_form_writes_it_down_beside_its_mark_and_the_sheet_knows_it_from_then_on()
    {
        var (place, depth) = await OnGasAsync(0.7, 0.04);
        var (_, wrong) = await _locator.SendAsync(Page, "", ("what", ""), ("where", ""), ("cover", "deep"), ("outside", "1e300"));
        foreach (var field in new[] { "what", "where", "cover", "outside" })
        {
            Assert.NotNull(wrong.QuerySelector($"#f-{field}.is-invalid"));
        }

        var (_, many) = await _locator.SendAsync(Page, "", ("what", "2"), ("where", "1 1\n2 2"), ("cover", "1"));
        Assert.NotNull(many.QuerySelector("#f-where.is-invalid"));

        var where = string.Create(CultureInfo.InvariantCulture, $"{place.East:0.###} {place.North:0.###}");
        var (answer, _) = await _locator.SendAsync(Page, "", ("what", "2"), ("where", where), ("cover", (depth - 0.0315).ToString("0.###", CultureInfo.InvariantCulture)), ("outside", "63mm"), ("holeNote", "hand dug"));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        var (_, page) = await _locator.PageAsync(Page);
        Assert.Contains("gas, Tamsin Gas: top", Text(page, ".asked"), StringComparison.Ordinal);
        Assert.Contains("to the right of its mark: inside the ±", Text(page, ".asked"), StringComparison.Ordinal);
        Assert.Contains("hand dug.", Text(page, ".asked"), StringComparison.Ordinal);

        var line = (await host.SheetAsync(1)).LineById(2)!;
        Assert.Contains(line.Traced.Points, p => p is { Exposed: true, By: MarkedBy.Exposed } && p.Place.DistanceTo(place) < 0.4);
        var (_, marks) = await _locator.PageAsync("/jobs/1/marks?line=2");
        Assert.Contains("x", Text(marks, ".panel-body table td"), StringComparison.Ordinal);
        Assert.Contains("dug up", Text(marks, ".panel-body table td"), StringComparison.Ordinal);
        Assert.Contains(marks.QuerySelectorAll(".panel-body table tbody tr"), r => r.LastElementChild!.TextContent.Trim() == "A");
        Assert.NotEmpty(marks.QuerySelectorAll("[data-layer=dug-up] a, [data-layer='dug-up'] use"));

        var away = JsonDocument.Parse(await _locator.GetStringAsync(new Uri("/jobs/1/files/geojson", UriKind.Relative)));
        Assert.Contains(away.RootElement.GetProperty("features").EnumerateArray(), f => f.GetProperty("properties").GetProperty("kind").GetString() == "exposure" && f.GetProperty("properties").GetProperty("qualityLevel").GetString() == "A");
    }

    [Fact]
    public async Task A_wrong_mark_opens_an_inquiry_with_what_was_known_and_later_changes_alter_nothing_of_it()
    {
        var id = Guid.NewGuid();
        var (place, depth) = await OnGasAsync(0.85, 1.2);
        await SendAsync(1, Hole(id, place, depth, takenAt: DateTime.UtcNow.ToString("yyyy-MM-ddTHH:mm:ssZ", CultureInfo.InvariantCulture)));
        var (_, page) = await _locator.PageAsync(Page);
        Assert.Contains("to be looked into", Text(page, ".verdict-say"), StringComparison.Ordinal);
        Assert.Contains("its mark was over something else", Text(page, $"#hole-{id}"), StringComparison.Ordinal);
        var (status, asked) = await _locator.PageAsync($"{Page}?inquiry={id}");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Contains("How could that be?", asked.Body!.TextContent, StringComparison.Ordinal);
        Assert.NotEmpty(asked.QuerySelectorAll(".log li"));
        var order = asked.QuerySelectorAll(".log-number").Select(n => int.Parse(n.TextContent, CultureInfo.InvariantCulture)).ToList();
        Assert.Equal(order.Order(), order);
        Assert.Equal(HttpStatusCode.NotFound, (await _locator.PageAsync($"{Page}?inquiry={Guid.NewGuid()}")).Status);

        Assert.Contains("its mark was over something else. What is marked near it is not to be relied on", Text((await _locator.PageAsync("/jobs/1/handover/sheet")).Page, ".ho-cautions"), StringComparison.Ordinal);

        var before = (await KeptAsync(id))!;
        await host.StoreAsync(async db =>
        {
            var dots = await db.Readings.Where(r => r.JobId == 1 && r.LineId == 2).ToListAsync();
            dots.ForEach(d => d.NorthMetres += 0.5);
            return await db.SaveChangesAsync();
        });
        var after = (await KeptAsync(id))!;
        Assert.Equal((before.AcrossMetres, before.DeeperMetres, before.AcrossHalfMetres), (after.AcrossMetres, after.DeeperMetres, after.AcrossHalfMetres));
    }

    [Fact]
    public async Task On_a_sheet_that_is_out_it_needs_no_reason_to_come_in_and_one_to_be_taken_away()
    {
        var (answer, _) = await _locator.SendAsync("/jobs/3/exposures", "", ("what", "Gas"), ("where", "2 2"), ("cover", "0.4"), ("damaged", "yes"));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        var hole = await host.StoreAsync(db => db.Uncovered.AsNoTracking().SingleAsync(u => u.JobId == 3));
        Assert.Equal((Core.Lines.UtilityKind.Gas, null, true), (hole.Kind, hole.LineId, hole.IsDamaged));
        var (_, page) = await _locator.PageAsync("/jobs/3/exposures");
        Assert.Contains("it was hit; the sheet was out and it was not marked", Text(page, ".asked"), StringComparison.Ordinal);

        var (_, refused) = await _locator.SendAsync($"/jobs/3/exposures?inquiry={hole.Id}", "Remove");
        Assert.Contains("Say why it is changed", refused.Body!.TextContent, StringComparison.Ordinal);
        await _locator.SendAsync($"/jobs/3/exposures?inquiry={hole.Id}", "Remove", ("changeWhy", "other yard"));
        Assert.Null(await KeptAsync(hole.Id));
    }

    [Fact]
    public async Task Whoever_may_only_read_writes_nothing_down()
    {
        var (answer, _) = await host.Browser("quill").SendAsync(Page, "", ("what", "2"), ("where", "1 1"), ("cover", "0.4"));
        Assert.NotEqual(HttpStatusCode.Redirect, answer.StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await host.Device(null).PostAsJsonAsync("/api/v1/jobs/1/exposures", new { exposures = Array.Empty<object>() })).StatusCode);
    }
}
