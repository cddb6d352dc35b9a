using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace GentleMole.Web.Tests.Api;

/// <summary>The current along a line, asked over HTTP: worked walks, and what a stranger gets wrong.</summary>
public class LedgerApiTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/api/v1/bench/ledger";

    private static List<JsonElement> Walks() =>
        [.. JsonDocument.Parse(File.ReadAllText(System.IO.Path.Combine(AppContext.BaseDirectory, "reference", "ledger.json"))).RootElement.EnumerateArray()];

    public static TheoryData<string> Names() => [.. Walks().Select(c => c.GetProperty("name").GetString()!)];

    private static JsonObject Plain() => JsonNode.Parse(Walks()[5].GetProperty("request").GetRawText())!.AsObject();

    private static double[] Numbers(JsonElement list) => [.. list.EnumerateArray().Select(v => v.GetDouble())];

    [Theory]
    [MemberData(nameof(Names))]
    public async Task A_worked_walk_has_what_a_good_answer_has(string name)
    {
        var walk = Walks().Single(s => s.GetProperty("name").GetString() == name);
        var (good, truth, reference) = (walk.GetProperty("good"), walk.GetProperty("truth"), walk.GetProperty("reference"));
        var response = await host.Device().PostTextAsync(Path, walk.GetProperty("request").GetRawText());

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        var answer = await response.JsonAsync();
        if (good.GetProperty("model").GetString() is { } model)
        {
            Assert.Equal(model, answer.GetProperty("model").GetString());
        }

        var losses = answer.GetProperty("losses").EnumerateArray().ToList();
        Assert.Equal(good.GetProperty("losses").GetInt32(), losses.Count);
        Assert.Equal(Numbers(good.GetProperty("outliers")), Numbers(answer.GetProperty("outliers")));
        foreach (var (loss, step) in losses.Zip(truth.GetProperty("steps").EnumerateArray()))
        {
            Assert.InRange(step.GetProperty("chainageMetres").GetDouble(), loss.GetProperty("fromMetres").GetDouble() - 8, loss.GetProperty("toMetres").GetDouble() + 8);
            Assert.InRange(step.GetProperty("milliamps").GetDouble(), loss.GetProperty("low95Milliamps").GetDouble(), loss.GetProperty("high95Milliamps").GetDouble());
            Assert.Contains(loss.GetProperty("causes")[0].GetProperty("code").GetString(), step.GetProperty("rightCauses").EnumerateArray().Select(c => c.GetString()));
        }

        foreach (var (tee, theirs) in answer.GetProperty("tees").EnumerateArray().Zip(reference.GetProperty("tees").EnumerateArray()))
        {
            Assert.Equal(theirs.GetProperty("verdict").GetString(), tee.GetProperty("verdict").GetString());
            Assert.Equal(theirs.GetProperty("missingMilliamps").GetDouble(), tee.GetProperty("missingMilliamps").GetDouble(), theirs.GetProperty("sigmaMilliamps").GetDouble() / 2);
        }

        // The other calculation averages the same sets: its figures are met closely.
        Assert.Equal(reference.GetProperty("startMilliamps").GetDouble(), answer.GetProperty("startMilliamps").GetDouble(), 0.02 * answer.GetProperty("startMilliamps").GetDouble());
        foreach (var (ours, theirs) in answer.GetProperty("expected").EnumerateArray().Zip(reference.GetProperty("expected").EnumerateArray()))
        {
            Assert.InRange(ours.GetProperty("currentMilliamps").GetDouble(), theirs.GetProperty("low95Milliamps").GetDouble(), theirs.GetProperty("high95Milliamps").GetDouble());
        }
    }

    [Theory]
    [InlineData("stations", "null", "stations")]
    [InlineData("stations", "[]", "stations")]
    [InlineData("stations.0", "null", "stations[0]")]
    [InlineData("stations.1.currentMilliamps", "null", "stations[1].currentMilliamps")]
    [InlineData("stations.1.currentMilliamps", "0", "stations[1].currentMilliamps")]
    [InlineData("stations.1.currentMilliamps", "-3", "stations[1].currentMilliamps")]
    [InlineData("stations.1.currentMilliamps", "5e-324", "stations[1].currentMilliamps")]
    [InlineData("stations.1.currentMilliamps", "1e300", "stations[1].currentMilliamps")]
    [InlineData("stations.1.chainageMetres", "1e300", "stations[1].chainageMetres")]
    [InlineData("stations.1.depthMetres", "-1", "stations[1].depthMetres")]
    [InlineData("tees.0", "null", "tees[0]")]
    [InlineData("tees.0.branchesMilliamps", "[]", "tees[0].branchesMilliamps")]
    [InlineData("tees.0.branchesMilliamps", "[null]", "tees[0].branchesMilliamps[0]")]
    [InlineData("tees.0.chainageMetres", "null", "tees[0].chainageMetres")]
    [InlineData("sentMilliamps", "0", "sentMilliamps")]
    [InlineData("relativeNoise", "0", "relativeNoise")]
    [InlineData("relativeNoise", "1e-10", "relativeNoise")]
    public async Task What_is_wrong_is_told_at_its_path(string path, string value, string field)
    {
        var body = Plain();
        HookupApiTests.Put(body, path, value);

        var response = await host.Device().PostTextAsync(Path, body.ToJsonString());
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Contains(field, await response.ComplaintsAsync());
    }

    [Theory]
    [InlineData("""{"stations":[{"chainageMetres":0,"currentMilliamps":1e-4},{"chainageMetres":0,"currentMilliamps":1e6},{"chainageMetres":1e6,"currentMilliamps":3}]}""")]
    [InlineData("""{"stations":[{"chainageMetres":5,"currentMilliamps":10},{"chainageMetres":5,"currentMilliamps":11},{"chainageMetres":5.01,"currentMilliamps":9}],"relativeNoise":0.002}""")]
    [InlineData("""{"stations":[{"chainageMetres":5,"currentMilliamps":10},{"chainageMetres":9,"currentMilliamps":11},{"chainageMetres":13,"currentMilliamps":9}],"tees":[{"chainageMetres":-9e5,"branchesMilliamps":[0]},{"chainageMetres":9,"branchesMilliamps":[1,2]}]}""")]
    public async Task Odd_walks_are_answered(string body)
    {
        var response = await host.Device().PostTextAsync(Path, body);

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.DoesNotContain("NaN", await response.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }
}
