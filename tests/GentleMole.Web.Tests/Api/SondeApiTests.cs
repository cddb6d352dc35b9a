using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace GentleMole.Web.Tests.Api;

/// <summary>Sondes, their routes, and faults, asked over HTTP: worked pushes, and what a stranger gets wrong.</summary>
public class SondeApiTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Bench = "/api/v1/bench/";

    private const string Nulls = """{"frontNullMetres":13.1314,"rearNullMetres":10.8686,"strongestMetres":12.0,"heightMetres":0.1}""";

    private const string Row = """{"readings":[{"alongMetres":-2,"heightMetres":0.1,"along":5},{"alongMetres":-1,"heightMetres":0.1,"along":2},{"alongMetres":-0.4,"heightMetres":0.1,"along":40},{"alongMetres":0,"heightMetres":0.1,"along":80},{"alongMetres":0.5,"heightMetres":0.1,"along":33},{"alongMetres":1,"heightMetres":0.1,"along":3}]}""";

    private const string Strength = """{"strongestMetres":4,"strength":80,"heightMetres":0.1,"liftedStrength":30,"liftedHeightMetres":0.7}""";

    private const string Route = """{"fixes":[{"paidOutMetres":3,"eastMetres":0,"northMetres":0,"depthMetres":1.2},{"paidOutMetres":7,"eastMetres":4,"northMetres":0,"depthMetres":1.25},{"paidOutMetres":11,"eastMetres":8,"northMetres":0,"depthMetres":1.31}],"positionSigmaMetres":0.1,"depthSigmaMetres":0.05}""";

    private const string Fault = """{"frameWidthMetres":0.5,"readings":[{"alongMetres":0,"level":-1},{"alongMetres":1,"level":-4},{"alongMetres":2,"level":3.9},{"alongMetres":3,"level":1},{"alongMetres":4,"level":0.4},{"alongMetres":5,"level":0.2}],"referenceLevel":60,"sheathOhms":20000}""";

    private const string Wire = """{"lengthMetres":120,"ohmsPerKilometre":13.2,"loadOhms":24,"loopOhms":27.2,"earthOhmsNear":300.6,"earthOhmsFar":301.0}""";

    private static List<JsonElement> Pushes() =>
        [.. JsonDocument.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "reference", "sonde-route.json"))).RootElement.EnumerateArray()];

    public static TheoryData<string> Names() => [.. Pushes().Select(c => c.GetProperty("name").GetString()!)];

    private static double[] Numbers(JsonElement list) => [.. list.EnumerateArray().Select(v => v.GetDouble())];

    [Theory]
    [MemberData(nameof(Names))]
    public async Task A_worked_push_has_what_a_good_answer_has(string name)
    {
        var push = Pushes().Single(s => s.GetProperty("name").GetString() == name);
        var (good, truth, reference) = (push.GetProperty("good"), push.GetProperty("truth"), push.GetProperty("reference"));
        var response = await host.Device().PostTextAsync(Bench + "sonde-route", push.GetProperty("request").GetRawText());

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        var answer = await response.JsonAsync();
        Assert.Equal(Numbers(good.GetProperty("outliers")), Numbers(answer.GetProperty("outliers")));
        Assert.Equal(good.GetProperty("backfalls").GetInt32(), answer.GetProperty("backfalls").GetArrayLength());
        foreach (var (step, wanted) in answer.GetProperty("steps").EnumerateArray().Zip(good.GetProperty("stepVerdicts").EnumerateArray()))
        {
            Assert.True(wanted.ValueKind == JsonValueKind.Null || wanted.GetString() == step.GetProperty("verdict").GetString(), $"{step} is not {wanted}");
        }

        var (fall, theirs) = (answer.GetProperty("fallPerMetre"), reference.GetProperty("fallPerMetre"));
        Assert.InRange(truth.GetProperty("fallPerMetre").GetDouble(), fall.GetProperty("low95").GetDouble(), fall.GetProperty("high95").GetDouble());
        Assert.InRange(fall.GetProperty("high95").GetDouble() - fall.GetProperty("low95").GetDouble(), 0, 1.3 * (theirs.GetProperty("high95").GetDouble() - theirs.GetProperty("low95").GetDouble()));
        Assert.Equal(truth.GetProperty("lengthMetres").GetDouble(), answer.GetProperty("lengthMetres").GetDouble(), 0.025 * truth.GetProperty("lengthMetres").GetDouble());
        Assert.Equal(push.GetProperty("request").GetProperty("fixes").GetArrayLength() - good.GetProperty("outliers").GetArrayLength(), answer.GetProperty("points").GetArrayLength());
    }

    [Fact]
    public async Task The_other_ways_to_place_a_sonde_are_answered_too()
    {
        var row = await (await host.Device().PostTextAsync(Bench + "sonde-row", Row)).JsonAsync();
        var strength = await (await host.Device().PostTextAsync(Bench + "sonde-strength", Strength)).JsonAsync();
        var shown = await (await host.Device().PostTextAsync(Bench + "sonde", Nulls[..^1] + ",\"depthMetres\":1.5,\"turnedDepthMetres\":2.4}")).JsonAsync();

        Assert.InRange(row.GetProperty("alongMetres").GetDouble(), -0.3, 0.3);
        Assert.Equal(JsonValueKind.Null, strength.GetProperty("tiltDegrees").ValueKind);
        Assert.Equal("caution", strength.GetProperty("verdict").GetString());
        Assert.Contains(shown.GetProperty("reasons").EnumerateArray(), r => r.GetProperty("code").GetString() == "sonde-turned-differs" && r.GetProperty("text").GetString()!.Contains("Turned round", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_wire_says_what_is_wrong_and_what_to_open_next()
    {
        var answer = await (await host.Device().PostTextAsync(Bench + "wire-fault", Wire)).JsonAsync();
        Assert.Equal("earth", answer.GetProperty("kind").GetString());
        Assert.Contains("Open the splice", answer.GetProperty("text").GetString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("sonde", Nulls, "frontNullMetres", "null", "frontNullMetres")]
    [InlineData("sonde", Nulls, "frontNullMetres", "1e300", "frontNullMetres")]
    [InlineData("sonde", Nulls, "frontNullMetres", "10.8686", "rearNullMetres")]
    [InlineData("sonde", Nulls, "strongestMetres", "14", "strongestMetres")]
    [InlineData("sonde", Nulls, "strongestMetres", "13.13139", "strongestMetres")]
    [InlineData("sonde", Nulls, "heightMetres", "null", "heightMetres")]
    [InlineData("sonde", Nulls, "heightMetres", "-0.1", "heightMetres")]
    [InlineData("sonde", Nulls, "heightMetres", "4", "heightMetres")]
    [InlineData("sonde-row", Row, "readings", "null", "readings")]
    [InlineData("sonde-row", Row, "readings", "[]", "readings")]
    [InlineData("sonde-row", Row, "readings.0", "null", "readings[0]")]
    [InlineData("sonde-row", Row, "readings.1.along", "-1", "readings[1].along")]
    [InlineData("sonde-row", Row, "readings.1.heightMetres", "null", "readings[1].heightMetres")]
    [InlineData("sonde-row", Row, "relativeNoise", "1e-10", "relativeNoise")]
    [InlineData("sonde-strength", Strength, "liftedStrength", "90", "liftedStrength")]
    [InlineData("sonde-strength", Strength, "liftedHeightMetres", "0.1", "liftedHeightMetres")]
    [InlineData("sonde-strength", Strength, "strength", "5e-324", "liftedStrength")]
    [InlineData("sonde-route", Route, "fixes", "null", "fixes")]
    [InlineData("sonde-route", Route, "fixes", "[]", "fixes")]
    [InlineData("sonde-route", Route, "fixes.1", "null", "fixes[1]")]
    [InlineData("sonde-route", Route, "fixes.1.paidOutMetres", "-1", "fixes[1].paidOutMetres")]
    [InlineData("sonde-route", Route, "fixes.1.eastMetres", "1e300", "fixes[1].eastMetres")]
    [InlineData("sonde-route", Route, "fixes.1.depthMetres", "0", "fixes[1].depthMetres")]
    [InlineData("sonde-route", Route, "fixes.1.groundMetres", "1e9", "fixes[1].groundMetres")]
    [InlineData("sonde-route", Route, "positionSigmaMetres", "5e-324", "positionSigmaMetres")]
    [InlineData("sonde-route", Route, "depthSigmaMetres", "0", "depthSigmaMetres")]
    [InlineData("fault", Fault, "frameWidthMetres", "0", "frameWidthMetres")]
    [InlineData("fault", Fault, "readings", "[]", "readings")]
    [InlineData("fault", Fault, "readings.2", "null", "readings[2]")]
    [InlineData("fault", Fault, "readings.2.level", "null", "readings[2].level")]
    [InlineData("fault", Fault, "readings.2.level", "1e300", "readings[2].level")]
    [InlineData("fault", Fault, "referenceLevel", "null", "referenceLevel")]
    [InlineData("fault", Fault, "referenceLevel", "0", "referenceLevel")]
    [InlineData("fault", Fault, "sheathOhms", "-1", "sheathOhms")]
    [InlineData("wire-fault", Wire, "lengthMetres", "0", "lengthMetres")]
    [InlineData("wire-fault", Wire, "ohmsPerKilometre", "1e300", "ohmsPerKilometre")]
    [InlineData("wire-fault", Wire, "loopOhms", "-1", "loopOhms")]
    public async Task What_is_wrong_is_told_at_its_path(string what, string plain, string path, string value, string field)
    {
        var body = JsonNode.Parse(plain)!.AsObject();
        HookupApiTests.Put(body, path, value);

        var response = await host.Device().PostTextAsync(Bench + what, body.ToJsonString());
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Contains(field, await response.ComplaintsAsync());
    }

    [Theory]
    [InlineData("sonde-route", """{"fixes":[{"paidOutMetres":0,"eastMetres":0,"northMetres":0,"depthMetres":0.01},{"paidOutMetres":0,"eastMetres":99999,"northMetres":-99999,"depthMetres":50,"groundMetres":9000}]}""")]
    [InlineData("sonde-route", """{"fixes":[{"paidOutMetres":5,"eastMetres":0,"northMetres":0,"depthMetres":1},{"paidOutMetres":5,"eastMetres":0,"northMetres":0,"depthMetres":1},{"paidOutMetres":5,"eastMetres":3,"northMetres":0,"depthMetres":1},{"paidOutMetres":5,"eastMetres":0,"northMetres":3,"depthMetres":9},{"paidOutMetres":5,"eastMetres":0,"northMetres":0,"depthMetres":1}],"positionSigmaMetres":0.005,"depthSigmaMetres":0.002}""")]
    [InlineData("fault", """{"frameWidthMetres":5,"readings":[{"alongMetres":-1e5,"level":1e9},{"alongMetres":1e5,"level":-1e9},{"alongMetres":0,"level":1e-9},{"alongMetres":0,"level":0},{"alongMetres":0,"level":3}],"referenceLevel":1e-6,"sheathOhms":0}""")]
    [InlineData("fault", """{"frameWidthMetres":0.1,"readings":[{"alongMetres":0,"level":5e-324},{"alongMetres":1,"level":0},{"alongMetres":2,"level":0},{"alongMetres":3,"level":0},{"alongMetres":4,"level":0}],"referenceLevel":60,"sheathOhms":1e12}""")]
    [InlineData("sonde-row", """{"readings":[{"alongMetres":0,"heightMetres":0,"along":1e-9},{"alongMetres":1,"heightMetres":5,"along":1e9},{"alongMetres":2,"heightMetres":0,"along":0},{"alongMetres":3,"heightMetres":0,"along":0},{"alongMetres":4,"heightMetres":0,"along":0,"up":1e9}]}""")]
    [InlineData("sonde-row", """{"readings":[{"alongMetres":0,"heightMetres":0,"along":5},{"alongMetres":1,"heightMetres":0,"along":5},{"alongMetres":2,"heightMetres":0,"along":5},{"alongMetres":3,"heightMetres":0,"along":5},{"alongMetres":1e5,"heightMetres":0,"along":5}]}""")]
    [InlineData("wire-fault", """{"lengthMetres":1,"ohmsPerKilometre":0.01,"loopOhms":1e12,"nanofaradsNear":0,"nanofaradsFar":0}""")]
    [InlineData("sonde", """{"frontNullMetres":1e5,"rearNullMetres":99999.8,"strongestMetres":99999.9,"heightMetres":0}""")]
    public async Task Odd_entries_are_answered(string what, string body)
    {
        var response = await host.Device().PostTextAsync(Bench + what, body);

        Assert.Contains(response.StatusCode, new[] { HttpStatusCode.OK, HttpStatusCode.BadRequest });
        Assert.DoesNotContain("NaN", await response.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.DoesNotContain("Infinity", await response.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }
}
