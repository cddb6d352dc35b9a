using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace GentleMole.Web.Tests.Api;

/// <summary>Which line is under a dot, asked over HTTP: worked scenes, and what a stranger gets wrong.</summary>
[Collection("works all processors")]
public class IdentifyApiTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/api/v1/bench/identify";

    private static List<JsonElement> Scenes() =>
        [.. JsonDocument.Parse(File.ReadAllText(System.IO.Path.Combine(AppContext.BaseDirectory, "reference", "identify.json"))).RootElement.EnumerateArray()];

    public static TheoryData<string> Names() => [.. Scenes().Select(c => c.GetProperty("name").GetString()!)];

    private static (string Kind, string? Line) Named(JsonElement hypothesis) => (hypothesis.GetProperty("kind").GetString()!, hypothesis.GetProperty("line").GetString());

    private static JsonObject Plain() => JsonNode.Parse(Scenes()[1].GetProperty("request").GetRawText())!.AsObject();

    /// <summary>The posterior of another calculation scatters where it does not know: there either its favourite or the truth may be on top.</summary>
    [Theory]
    [MemberData(nameof(Names))]
    public async Task The_likeliest_line_of_a_worked_scene_is_found(string name)
    {
        var scene = Scenes().Single(s => s.GetProperty("name").GetString() == name);

        var response = await host.Device().PostTextAsync(Path, scene.GetProperty("request").GetRawText());

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        var answers = (await response.JsonAsync()).GetProperty("observations").EnumerateArray().ToList();
        Assert.Equal(scene.GetProperty("truth").GetArrayLength(), answers.Count);
        foreach (var (answer, i) in answers.Select((a, i) => (a, i)))
        {
            var hypotheses = answer.GetProperty("hypotheses").EnumerateArray().ToList();
            var reference = scene.GetProperty("reference")[i].GetProperty("hypotheses").EnumerateArray().OrderByDescending(h => h.GetProperty("probability").GetDouble()).ToList();
            Assert.Equal(1, hypotheses.Sum(h => h.GetProperty("probability").GetDouble()), 9);
            Assert.Equal(reference.Select(Named).Order(), hypotheses.Select(Named).Order());
            var sure = reference[0].GetProperty("probability").GetDouble() >= 0.9;
            var top = Named(hypotheses.MaxBy(h => h.GetProperty("probability").GetDouble()));
            Assert.Contains(top, (IEnumerable<(string, string?)>)(sure ? [Named(reference[0])] : [Named(reference[0]), Named(scene.GetProperty("truth")[i])]));
            Assert.Contains(answer.GetProperty("verdict").GetString(), new[] { "sound", "caution", "reject" });
            Assert.All(answer.GetProperty("reasons").EnumerateArray(), r => Assert.True(r.GetProperty("code").GetString()!.Length > 3 && r.GetProperty("text").GetString()!.Length > 10));
        }
    }

    [Theory]
    [InlineData("lines.0.doubtMetres", "null", "lines[0].doubtMetres")]
    [InlineData("lines.0.doubtMetres", "-1", "lines[0].doubtMetres")]
    [InlineData("lines.0.doubtMetres", "1e300", "lines[0].doubtMetres")]
    [InlineData("target", "\"nobody\"", "target")]
    [InlineData("target", "null", "target")]
    [InlineData("observations", "[]", "observations")]
    [InlineData("observations", "null", "observations")]
    [InlineData("observations.0", "null", "observations[0]")]
    [InlineData("observations.0.position", "[1]", "observations[0].position")]
    [InlineData("observations.0.position", "[1e300,0]", "observations[0].position")]
    [InlineData("observations.0.walkingDegrees", "null", "observations[0].walkingDegrees")]
    [InlineData("observations.0.peakOffsetMetres", "null", "observations[0].peakOffsetMetres")]
    [InlineData("observations.0.peakOffsetMetres", "1e10", "observations[0].peakOffsetMetres")]
    [InlineData("observations.0.nullOffsetMetres", "-1e300", "observations[0].nullOffsetMetres")]
    [InlineData("observations.0.depthMetres", "-0.5", "observations[0].depthMetres")]
    [InlineData("observations.0.depthMetres", "0", "observations[0].depthMetres")]
    [InlineData("observations.0.currentMilliamps", "-1", "observations[0].currentMilliamps")]
    [InlineData("observations.0.currentDirection", "\"sideways\"", "observations[0].currentDirection")]
    [InlineData("observations.0.directionDegrees", "1e5", "observations[0].directionDegrees")]
    [InlineData("observations.0.peakNanotesla", "-3", "observations[0].peakNanotesla")]
    [InlineData("observations.0.liftRatio", "1e9", "observations[0].liftRatio")]
    [InlineData("observations.0.sidewaysFraction", "-1", "observations[0].sidewaysFraction")]
    [InlineData("observations.0.readings", "[null]", "observations[0].readings[0].offsetMetres")]
    [InlineData("observations.0.readings", "[{\"offsetMetres\":0,\"heightMetres\":-1,\"peak\":1}]", "observations[0].readings[0].heightMetres")]
    [InlineData("shown.currentMilliamps", "-5", "shown.currentMilliamps")]
    [InlineData("shown.volts", "1e9", "shown.volts")]
    [InlineData("frequenciesHertz", "[0]", "frequenciesHertz[0]")]
    [InlineData("frequencyHertz", "1e300", "frequencyHertz")]
    [InlineData("soil.resistivityOhmMetres", "5e-324", "soil.resistivityOhmMetres")]
    [InlineData("lines.0.points", "[[0,0,1],[0,0,2]]", "lines[0].points")]
    [InlineData("source.stake", "null", "source.stake")]
    public async Task What_cannot_be_is_told_at_its_path(string path, string json, string field)
    {
        var body = Plain();
        HookupApiTests.Put(body, path, json);

        Assert.Contains(field, await (await host.Device().PostTextAsync(Path, body.ToJsonString())).ComplaintsAsync());
    }

    [Theory]
    [InlineData("observations.0.depthMetres", "0.001")]
    [InlineData("observations.0.currentMilliamps", "5e-324")]
    [InlineData("observations.0.currentMilliamps", "0")]
    [InlineData("observations.0.peakNanotesla", "1e-10")]
    [InlineData("observations.0.nullOffsetMetres", "50")]
    [InlineData("observations.0.sidewaysFraction", "100")]
    [InlineData("observations.0.liftRatio", "-20")]
    [InlineData("observations.0.readings", "[{\"offsetMetres\":0,\"heightMetres\":0,\"peak\":0},{\"offsetMetres\":0,\"heightMetres\":0,\"peak\":0,\"null\":1e9}]")]
    [InlineData("shown.volts", "1e-10")]
    [InlineData("shown", "null")]
    [InlineData("unknownLines", "false")]
    [InlineData("soil.resistivityOhmMetres", "1e6")]
    [InlineData("lines.0.doubtMetres", "0")]
    [InlineData("lines.0.doubtMetres", "20")]
    [InlineData("source", "{\"method\":\"induction\",\"position\":[40,20],\"heightMetres\":0.2,\"azimuthDegrees\":90,\"momentAmpereSquareMetres\":8}")]
    [InlineData("source", "{\"method\":\"clamp\",\"line\":\"a\",\"chainageMetres\":5,\"volts\":3}")]
    public async Task Whatever_can_be_is_answered_with_chances(string path, string json)
    {
        var body = Plain();
        HookupApiTests.Put(body, path, json);

        var response = await host.Device().PostTextAsync(Path, body.ToJsonString());

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.All((await response.JsonAsync()).GetProperty("observations").EnumerateArray(), o =>
        {
            var chances = o.GetProperty("hypotheses").EnumerateArray().Select(h => h.GetProperty("probability").GetDouble()).ToList();
            Assert.All(chances, c => Assert.InRange(c, 0, 1));
            Assert.Equal(1, chances.Sum(), 9);
        });
    }
}
