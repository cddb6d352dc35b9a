using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using GentleMole.Core.Yards;
using GentleMole.Web.Tests.Api;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Practice;

/// <summary>Practice by its pages: nothing of the ground before the end, all of it after, and a record that is the learner's own.</summary>
public class PracticePagesTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _jem = host.Browser("jem");

    private static string Text(AngleSharp.Dom.IParentNode page, string of = "main") => string.Join(' ', page.QuerySelectorAll(of).Select(e => e.TextContent.Replace('\u00a0', ' ')));

    private static async Task<string> BeginAsync(HttpClient who, string yard = "quiet-lane")
    {
        var (answer, _) = await who.SendAsync("/practice", "Start", ("yard", yard));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        return answer.Headers.Location!.OriginalString;
    }

    private static async Task<(HttpStatusCode Status, JsonElement Told)> DoAsync(HttpClient who, string round, string handler, object body)
    {
        var (_, page) = await who.PageAsync("/practice");
        using var request = new HttpRequestMessage(HttpMethod.Post, new Uri($"{round}?handler={handler}", UriKind.Relative)) { Content = body is string text ? new StringContent(text, System.Text.Encoding.UTF8, "application/json") : JsonContent.Create(body) };
        request.Headers.Add("RequestVerificationToken", page.Token());
        var answer = await who.SendAsync(request);
        var told = await answer.Content.ReadAsStringAsync();
        return (answer.StatusCode, told.StartsWith('{') ? JsonSerializer.Deserialize<JsonElement>(told) : default);
    }

    private static async Task<HttpStatusCode> FinishAsync(HttpClient who, string round)
    {
        var (_, page) = await who.PageAsync("/practice");
        return (await who.PostAsync(new Uri(round + "?handler=Finish", UriKind.Relative), new FormUrlEncodedContent(new Dictionary<string, string> { ["__RequestVerificationToken"] = page.Token() }))).StatusCode;
    }

    /// <summary>A short round: hooked up, listened to on the record, marked there.</summary>
    private static async Task<string> PlayAsync(HttpClient who, string yard = "the-dive")
    {
        var round = await BeginAsync(who, yard);
        var state = await who.GetFromJsonAsync<JsonElement>(round + "?handler=State");
        var feature = state.GetProperty("features")[0];
        var (e, n) = (feature.GetProperty("eastMetres").GetDouble(), feature.GetProperty("northMetres").GetDouble());
        var points = state.GetProperty("records")[0].GetProperty("points").EnumerateArray().Select(p => new[] { p[0].GetDouble(), p[1].GetDouble() }).ToList();
        var way = Math.Atan2(points[^1][0] - points[0][0], points[^1][1] - points[0][1]);
        var hooked = await DoAsync(who, round, "Hook", new
        {
            method = "direct", connection = "f1-a", testedDead = true, stake = new[] { e + (9 * Math.Cos(way)), n - (9 * Math.Sin(way)) }, driven = 1, wetted = true, frequencyHertz = 8192, setMilliamps = 25,
        });
        Assert.Equal(HttpStatusCode.OK, hooked.Status);
        Assert.Matches("mA at .* V: the loop has", hooked.Told.GetProperty("say").GetString()!.Replace('\u00a0', ' '));
        var asks = Enumerable.Range(0, 40).Select(i => new[] { points[0][0] + ((points[^1][0] - points[0][0]) * i / 40), points[0][1] + ((points[^1][1] - points[0][1]) * i / 40), 0.05, way * 180 / Math.PI }).ToArray();
        var read = await DoAsync(who, round, "Read", new { readings = asks });
        Assert.Equal(40, read.Told.GetProperty("readings").GetArrayLength());
        Assert.Equal(HttpStatusCode.OK, (await DoAsync(who, round, "Mark", new { utility = "gas", points = points.Select(p => new double?[] { p[0], p[1], 0.8 }) })).Status);
        Assert.Equal(HttpStatusCode.OK, (await DoAsync(who, round, "Answer", new { utility = "gas", answer = "marked", why = "heard along it" })).Status);
        return round;
    }

    [Fact]
    public async Task A_round_is_played_and_laid_open_and_its_ground_is_nowhere_before()
    {
        var round = await PlayAsync(_jem);
        var id = int.Parse(round.Split('/')[^1], System.Globalization.CultureInfo.InvariantCulture);
        var kept = await host.StoreAsync(db => db.Rounds.SingleAsync(r => r.Id == id));
        var site = YardBook.Find(kept.Yard)!.Lay(kept.Seed);
        var before = await _jem.GetStringAsync(round);
        var window = await _jem.GetStringAsync(round + "?handler=Window&west=0&north=100&width=800&height=600&unit=0.2");
        Assert.Contains("simulated", before, StringComparison.Ordinal);
        foreach (var said in new[] { before, window, await _jem.GetStringAsync(round + "?handler=State") })
        {
            Assert.DoesNotContain("truth", said, StringComparison.OrdinalIgnoreCase);
            Assert.DoesNotContain(site.Ground.Lines.SelectMany(l => l.Run.Points).Where(p => site.Features.All(f => f.Place != p)), p => said.Contains(FormattableString.Invariant($"{p.East} {-p.North}"), StringComparison.Ordinal));
        }

        Assert.Equal(HttpStatusCode.NotFound, (await _jem.GetAsync(round + "?handler=Replay")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _jem.GetAsync(round + "?handler=Replay&by=careful")).StatusCode);
        Assert.DoesNotContain("truth", await _jem.GetStringAsync(round + "?by=careful"), StringComparison.OrdinalIgnoreCase);
        Assert.Equal(HttpStatusCode.Redirect, await FinishAsync(_jem, round));
        var (_, opened) = await _jem.PageAsync(round);
        Assert.Matches("of 100", Text(opened, ".verdict-say"));
        Assert.NotEmpty(opened.QuerySelectorAll("[data-layer=truth] *"));
        Assert.NotEmpty(opened.QuerySelectorAll("[data-layer=marked] *"));
        Assert.Equal(17, opened.QuerySelectorAll(".yard-habits li").Length);
        Assert.Equal(6, opened.QuerySelectorAll(".yard-parts li").Length);
        Assert.Contains("The best way", Text(opened), StringComparison.Ordinal);
        Assert.Contains("best way", Text((await _jem.PageAsync(round + "?hookup=best")).Page, ".active"), StringComparison.Ordinal);
        foreach (var odd in new[] { "0", "99", "-1", "abc", "99999999999" })
        {
            Assert.Equal(HttpStatusCode.OK, (await _jem.GetAsync(round + "?hookup=" + odd)).StatusCode);
        }

        Assert.Equal(40, (await _jem.GetFromJsonAsync<JsonElement>(round + "?handler=Replay")).GetProperty("readings").GetArrayLength());

        // The same ground, walked with care by what may be seen: another walk, other marks, the learner's own score stays.
        var careful = new YardRound(YardBook.Find(kept.Yard)!, kept.Seed);
        var score = new SimulatedLearner(careful).Play();
        Assert.Contains($"{score.Score:0} of 100, with {careful.Hookups.Count} hookups and {careful.Readings.Count} readings", Text(opened), StringComparison.Ordinal);
        var (_, walked) = await _jem.PageAsync(round + "?by=careful");
        Assert.Equal(Text(opened, ".verdict-say"), Text(walked, ".verdict-say"));
        Assert.NotEqual(opened.QuerySelector("[data-layer=marked]")!.InnerHtml, walked.QuerySelector("[data-layer=marked]")!.InnerHtml);
        Assert.Contains("With care", Text(walked, ".yard-parts"), StringComparison.Ordinal);
        Assert.Equal(careful.Readings.Count, (await _jem.GetFromJsonAsync<JsonElement>(round + "?handler=Replay&by=careful")).GetProperty("readings").GetArrayLength());
        Assert.Equal(HttpStatusCode.OK, (await _jem.GetAsync(round + "?by=careful&hookup=99")).StatusCode);
        Assert.Contains("data-layer=\"truth\"", await _jem.GetStringAsync(round + "?handler=Window&west=0&north=100&width=800&height=600&unit=0.2"), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Conflict, (await DoAsync(_jem, round, "Read", new { readings = new[] { new[] { 1.0, 1, 0.05, 0 } } })).Status);
        Assert.Equal(HttpStatusCode.Redirect, await FinishAsync(_jem, round));
    }

    [Fact]
    public async Task A_round_is_its_players_alone()
    {
        var round = await BeginAsync(_jem);
        var lead = host.Browser("orla");
        foreach (var path in new[] { round, round + "?handler=State", round + "?handler=Replay", round + "?handler=Window&west=0&north=1&width=800&height=600&unit=0.2", "/practice/99999", "/practice/0" })
        {
            Assert.Equal(HttpStatusCode.NotFound, (await lead.GetAsync(path)).StatusCode);
        }

        foreach (var handler in new[] { "Hook", "Read", "Mark", "Answer" })
        {
            Assert.Equal(HttpStatusCode.NotFound, (await DoAsync(lead, round, handler, new { method = "passive" })).Status);
        }

        Assert.Equal(HttpStatusCode.NotFound, await FinishAsync(lead, round));
        Assert.NotEqual(HttpStatusCode.OK, (await host.Browser("quill").GetAsync(round)).StatusCode);
        var (status, _) = await _jem.SendAsync("/practice", "Start", ("yard", "nowhere"));
        Assert.Equal(HttpStatusCode.NotFound, status.StatusCode);
    }

    [Fact]
    public async Task Nonsense_is_told_and_changes_nothing()
    {
        var round = await BeginAsync(_jem);
        foreach (var (handler, body) in new (string, object)[]
        {
            ("Hook", "{"), ("Hook", "null"), ("Hook", "[]"), ("Hook", new { method = "magic" }), ("Hook", new { method = "direct" }), ("Hook", new { method = "direct", connection = "f9-z", stake = new[] { 1.0, 1 }, driven = 1, frequencyHertz = 8192, setMilliamps = 25 }),
            ("Hook", new { method = "induction", box = new[] { 1e300, 1 }, azimuth = 1e300, frequencyHertz = 8192, setMilliamps = 25 }), ("Hook", new { method = "clamp", connection = "f1-a", frequencyHertz = 8192, setMilliamps = 5e-324 }),
            ("Read", new { }), ("Read", new { readings = Array.Empty<double[]>() }), ("Read", new { readings = new[] { new[] { 1.0, 2 } } }), ("Read", new { readings = new[] { new[] { 1e300, 1, 0.05, 0 } } }), ("Read", new { readings = Enumerable.Repeat(new[] { 1.0, 1, 0.05, 0 }, 501) }),
            ("Mark", new { utility = "gas", points = new[] { new double?[] { null, 1, 1 } } }), ("Mark", new { utility = "beer", points = Array.Empty<double?[]>() }), ("Mark", new { utility = "gas", points = new[] { new double?[] { 1, 1, -1 }, [2, 2, 1] } }),
            ("Answer", new { utility = "gas", answer = "pending" }), ("Answer", new { utility = "gas", answer = "marked", why = new string('x', 501) }), ("Answer", new { utility = "sewer", answer = "marked" }),
        })
        {
            var (status, told) = await DoAsync(_jem, round, handler, body);
            Assert.True(status == HttpStatusCode.BadRequest, $"{handler} {body}: {status}");
            Assert.NotEmpty(told.GetProperty("errors")[0].GetProperty("sentence").GetString()!);
        }

        Assert.Equal(HttpStatusCode.OK, (await DoAsync(_jem, round, "Hook", new { method = "passive" })).Status);
        Assert.Equal(HttpStatusCode.BadRequest, (await _jem.GetAsync(round + "?handler=Window&west=0&north=1&width=8&height=600&unit=0.2")).StatusCode);
        var state = await _jem.GetFromJsonAsync<JsonElement>(round + "?handler=State");
        Assert.Equal((1, 0, 0), (state.GetProperty("hookups").GetArrayLength(), state.GetProperty("marks").GetArrayLength(), state.GetProperty("answers").GetArrayLength()));
    }

    [Fact]
    public async Task The_record_is_the_learners_own_and_the_lead_sees_the_crews_and_sets_yards()
    {
        var jem = await host.StoreAsync(db => db.Users.Where(u => u.UserName == "jem").Select(u => u.Id).SingleAsync());
        var lead = host.Browser("orla");
        var (wrong, complaint) = await lead.SendAsync("/practice/crew", "Set", ("who", "nobody"), ("yard", "nowhere"), ("why", new string('x', 301)));
        Assert.Equal(HttpStatusCode.OK, wrong.StatusCode);
        Assert.NotNull(complaint.Complaint("who"));
        Assert.NotNull(complaint.Complaint("yard"));
        Assert.NotNull(complaint.Complaint("why"));
        await lead.SendAsync("/practice/crew", "Set", ("who", jem), ("yard", "two-tails"), ("why", "both tails, please"));
        Assert.Contains("both tails, please", Text((await _jem.PageAsync("/practice")).Page), StringComparison.Ordinal);

        var round = await PlayAsync(_jem, "two-tails");
        await FinishAsync(_jem, round);
        Assert.DoesNotContain("both tails, please", Text((await _jem.PageAsync("/practice")).Page), StringComparison.Ordinal);
        var (_, record) = await _jem.PageAsync("/practice/record");
        Assert.Contains("Two tails in one box", Text(record, "table"), StringComparison.Ordinal);
        Assert.Contains("Tried every wire and stub", Text(record, ".yard-habits"), StringComparison.Ordinal);
        Assert.Contains("Two tails in one box", Text((await lead.PageAsync($"/practice/record?person={jem}")).Page, "table"), StringComparison.Ordinal);
        Assert.Empty((await lead.PageAsync($"/practice/record?person={jem}")).Page.QuerySelectorAll("table form, table a"));
        Assert.Contains("Jem Trewin", Text((await lead.PageAsync("/practice/crew")).Page, "table"), StringComparison.Ordinal);
        var certificate = Text((await _jem.PageAsync("/practice/certificate")).Page);
        Assert.Contains("is no licence", certificate, StringComparison.Ordinal);
        Assert.Contains("Two tails in one box", certificate, StringComparison.Ordinal);

        var orla = await host.StoreAsync(db => db.Users.Where(u => u.UserName == "orla").Select(u => u.Id).SingleAsync());
        foreach (var shut in new[] { $"/practice/record?person={orla}", $"/practice/certificate?person={orla}", "/practice/crew" })
        {
            Assert.NotEqual(HttpStatusCode.OK, (await _jem.GetAsync(shut)).StatusCode);
        }

        var file = await _jem.GetFromJsonAsync<JsonElement>("/practice/record?handler=Download");
        Assert.Contains(file.EnumerateArray(), r => r.GetProperty("yard").GetString() == "two-tails" && r.GetProperty("steps").GetArrayLength() >= 4);
        await lead.SendAsync("/practice/record", "Forget", ("round", round.Split('/')[^1]));
        Assert.Equal(HttpStatusCode.OK, (await _jem.GetAsync(round)).StatusCode);
        await _jem.SendAsync("/practice/record", "Forget", ("round", round.Split('/')[^1]));
        Assert.Equal(HttpStatusCode.NotFound, (await _jem.GetAsync(round)).StatusCode);
    }
}
