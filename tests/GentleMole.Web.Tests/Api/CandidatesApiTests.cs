using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using GentleMole.Core.Candidates;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Web.Tests.Api;

/// <summary>Responses joined into lines, asked over HTTP: worked sites, and what a stranger gets wrong.</summary>
public class CandidatesApiTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/api/v1/bench/candidates";

    private static List<JsonElement> Sites() =>
        [.. JsonDocument.Parse(File.ReadAllText(System.IO.Path.Combine(AppContext.BaseDirectory, "reference", "candidates.json"))).RootElement.EnumerateArray()];

    public static TheoryData<string> Names() => [.. Sites().Select(c => c.GetProperty("name").GetString()!)];

    private static JsonObject Plain() => JsonNode.Parse(Sites()[5].GetProperty("request").GetRawText())!.AsObject();

    private static SitePoint PointOf(JsonElement pair) => new(pair[0].GetDouble(), pair[1].GetDouble());

    private static List<SitePoint> Points(JsonElement list) => [.. list.EnumerateArray().Select(PointOf)];

    private static MadeUpLine LineOf(JsonElement line) =>
        new(Points(line.GetProperty("points")), 0, [], 0, 0, 0, [.. line.GetProperty("responses").EnumerateArray().Select(r => r.GetInt32())], 0);

    [Theory]
    [MemberData(nameof(Names))]
    public async Task A_worked_site_has_what_a_good_answer_has(string name)
    {
        var site = Sites().Single(s => s.GetProperty("name").GetString() == name);
        var (good, request) = (site.GetProperty("good"), site.GetProperty("request"));
        var response = await host.Device().PostTextAsync(Path, request.GetRawText());

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        var answer = await response.JsonAsync();
        var candidates = answer.GetProperty("candidates").EnumerateArray().ToList();
        var claims = candidates.Where(c => c.GetProperty("probability").GetDouble() >= 0.5).ToList();
        var lines = site.GetProperty("truth").GetProperty("lines").EnumerateArray().Select(LineOf).ToList();
        var within = good.GetProperty("withinMetres").GetDouble();
        int? On(JsonElement claim)
        {
            var places = FoundLines.Along(Points(claim.GetProperty("points")));
            return Enumerable.Range(0, lines.Count).Cast<int?>().FirstOrDefault(l =>
                places.Max(lines[l!.Value].DistanceTo) <= within && places.Average(lines[l.Value].DistanceTo) <= good.GetProperty("meanWithinMetres").GetDouble());
        }

        // Every claim lies on a line, and what must be found is covered.
        Assert.All(claims, c => Assert.True(On(c) is not null, $"no line under {c.GetRawText()}"));
        foreach (var line in good.GetProperty("find").EnumerateArray().Select(i => i.GetInt32()))
        {
            var own = lines[line].Responses.Select(r => Place(request, r)).ToList();
            var span = FoundLines.Span(lines[line], own);
            var covering = claims.Where(c => On(c) == line).SelectMany(c => FoundLines.Along(Points(c.GetProperty("points")))).ToList();
            var share = span.Count(s => covering.Exists(c => c.DistanceTo(s) < 0.6)) / (double)span.Count;
            Assert.True(share >= good.GetProperty("coveredShareAtLeast").GetDouble(), $"line {line} covered {share:0.00}");
        }

        // A response is in one candidate at most; the rest is unexplained.
        var told = candidates.SelectMany(c => c.GetProperty("responses").EnumerateArray()).Concat(answer.GetProperty("unexplained").EnumerateArray()).Select(r => r.GetInt32()).Order();
        Assert.Equal(Enumerable.Range(0, request.GetProperty("responses").GetArrayLength()), told);
    }

    private static SitePoint Place(JsonElement request, int response)
    {
        var told = request.GetProperty("responses")[response];
        var pass = request.GetProperty("passes").EnumerateArray().Single(p => p.GetProperty("id").GetString() == told.GetProperty("pass").GetString());
        var (from, to) = (PointOf(pass.GetProperty("from")), PointOf(pass.GetProperty("to")));
        return from + ((to - from).Unit() * told.GetProperty("alongMetres").GetDouble());
    }

    [Theory]
    [InlineData("passes", "null", "passes")]
    [InlineData("passes", "[]", "passes")]
    [InlineData("passes.0", "null", "passes[0]")]
    [InlineData("passes.0.id", "null", "passes[0].id")]
    [InlineData("passes.0.id", "\"p2\"", "passes[1].id")]
    [InlineData("passes.0.from", "[1]", "passes[0].from")]
    [InlineData("passes.0.from", "[1,null]", "passes[0].from")]
    [InlineData("passes.0.from", "[1e300,2]", "passes[0].from")]
    [InlineData("passes.0.to", "[-20.172,9.253]", "passes[0].to")]
    [InlineData("passes.0.mode", "\"loud\"", "passes[0].mode")]
    [InlineData("responses", "null", "responses")]
    [InlineData("responses.0", "null", "responses[0]")]
    [InlineData("responses.0.pass", "\"p99\"", "responses[0].pass")]
    [InlineData("responses.0.pass", "null", "responses[0].pass")]
    [InlineData("responses.0.alongMetres", "null", "responses[0].alongMetres")]
    [InlineData("responses.0.alongMetres", "-1", "responses[0].alongMetres")]
    [InlineData("responses.0.alongMetres", "1e300", "responses[0].alongMetres")]
    [InlineData("responses.0.depthMetres", "0", "responses[0].depthMetres")]
    [InlineData("responses.0.depthMetres", "1e-10", "responses[0].depthMetres")]
    [InlineData("responses.0.currentMilliamps", "-4", "responses[0].currentMilliamps")]
    [InlineData("responses.0.directionDegrees", "1e300", "responses[0].directionDegrees")]
    [InlineData("positionSigmaMetres", "0", "positionSigmaMetres")]
    [InlineData("positionSigmaMetres", "5e-324", "positionSigmaMetres")]
    public async Task What_is_wrong_is_told_at_its_path(string path, string value, string field)
    {
        var body = Plain();
        HookupApiTests.Put(body, path, value);

        var response = await host.Device().PostTextAsync(Path, body.ToJsonString());
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Contains(field, await response.ComplaintsAsync());
    }

    [Theory]
    [InlineData("""{"passes":[{"id":"a","from":[0,0],"to":[0,20],"mode":"power"}],"responses":[]}""")]
    [InlineData("""{"passes":[{"id":"a","from":[0,0],"to":[0,20],"mode":"power"},{"id":"b","from":[0,0],"to":[0,20],"mode":"power"}],"responses":[{"pass":"a","alongMetres":3},{"pass":"a","alongMetres":3},{"pass":"b","alongMetres":3},{"pass":"b","alongMetres":20.01}]}""")]
    [InlineData("""{"passes":[{"id":"a","from":[-1e6,0],"to":[-1e6,1],"mode":"radio"},{"id":"b","from":[1e6,0],"to":[1e6,1],"mode":"radio"}],"responses":[{"pass":"a","alongMetres":0.5},{"pass":"b","alongMetres":0.5}],"positionSigmaMetres":2}""")]
    public async Task Odd_sites_are_answered(string body)
    {
        var response = await host.Device().PostTextAsync(Path, body);

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.Empty((await response.JsonAsync()).GetProperty("candidates").EnumerateArray());
    }

    [Fact]
    public async Task More_than_can_be_searched_is_refused_at_its_path()
    {
        var body = Plain();
        body["responses"] = new JsonArray([.. Enumerable.Range(0, CandidateRules.MostResponses + 1).Select(_ => JsonNode.Parse("""{"pass":"p1","alongMetres":1}"""))]);

        Assert.Contains("responses", await (await host.Device().PostTextAsync(Path, body.ToJsonString())).ComplaintsAsync());
    }
}
