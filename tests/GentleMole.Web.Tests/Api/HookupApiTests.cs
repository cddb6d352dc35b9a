using System.Net;
using System.Text.Json.Nodes;

namespace GentleMole.Web.Tests.Api;

/// <summary>Networks as a stranger would send them: odd ones are solved, impossible ones are told at their path.</summary>
[Collection("works all processors")]
public class HookupApiTests(MoleHost host) : IClassFixture<MoleHost>
{
    private static JsonObject Plain() => JsonNode.Parse("""
        {"soil":{"resistivityOhmMetres":80},"frequencyHertz":8000,
         "lines":[{"id":"t","points":[[0,0,0.9],[60,0,0.9]],"conductor":{"material":"copper","outsideMillimetres":2,"coating":"polyethylene"},
                   "start":{"kind":"open"},"end":{"kind":"earthed","ohms":25}},
                  {"id":"n","points":[[0,1.5,0.8],[60,1.5,0.8]],"conductor":{"material":"steel","outsideMillimetres":60,"wallMillimetres":4,"coating":"bare"}}],
         "source":{"method":"direct","line":"t","chainageMetres":0,
                   "stake":{"position":[0,-8],"lengthMetres":0.4,"radiusMetres":0.008,"ohms":null},"setMilliamps":50,"maxVolts":60,"maxWatts":5}}
        """)!.AsObject();

    private async Task<HttpResponseMessage> SendAsync(JsonObject body) => await host.Device().PostTextAsync("/api/v1/bench/hookup", body.ToJsonString());

    internal static void Put(JsonObject body, string path, string json)
    {
        var steps = path.Split('.');
        JsonNode at = body;
        foreach (var step in steps[..^1])
        {
            at = int.TryParse(step, out var index) ? at[index]! : at[step]!;
        }

        var value = JsonNode.Parse(json);
        if (int.TryParse(steps[^1], out var last))
        {
            at[last] = value;
        }
        else
        {
            at[steps[^1]] = value;
        }
    }

    [Theory]
    [InlineData("soil", "null", "soil.resistivityOhmMetres")]
    [InlineData("soil.resistivityOhmMetres", "0", "soil.resistivityOhmMetres")]
    [InlineData("frequencyHertz", "0", "frequencyHertz")]
    [InlineData("frequencyHertz", "-5", "frequencyHertz")]
    [InlineData("lines", "[]", "lines")]
    [InlineData("lines.0.points", "[[0,0,1]]", "lines[0].points")]
    [InlineData("lines.0.points", "[[3,3,1],[3,3,1],[3,3,1]]", "lines[0].points")]
    [InlineData("lines.0.points.1", "[60,0,0]", "lines[0].points[1]")]
    [InlineData("lines.0.points.1", "[60,0,-0.9]", "lines[0].points[1]")]
    [InlineData("lines.0.points.1", "[60,0]", "lines[0].points[1]")]
    [InlineData("lines.1.id", "\"t\"", "lines[1].id")]
    [InlineData("lines.0.conductor.material", "\"gold\"", "lines[0].conductor.material")]
    [InlineData("lines.0.conductor.coating", "\"jam\"", "lines[0].conductor.coating")]
    [InlineData("lines.0.conductor.coating", "{\"ohmSquareMetres\":-1,\"thicknessMillimetres\":1,\"permittivity\":2}", "lines[0].conductor.coating.ohmSquareMetres")]
    [InlineData("lines.0.conductor", "null", "lines[0].conductor")]
    [InlineData("lines.0.end.kind", "\"loose\"", "lines[0].end.kind")]
    [InlineData("lines.0.end.ohms", "-1", "lines[0].end.ohms")]
    [InlineData("source.line", "\"x\"", "source.line")]
    [InlineData("source.chainageMetres", "60.5", "source.chainageMetres")]
    [InlineData("source.method", "\"hope\"", "source.method")]
    [InlineData("source.stake", "null", "source.stake")]
    [InlineData("source.stake.lengthMetres", "0", "source.stake.lengthMetres")]
    [InlineData("source.stake.radiusMetres", "0", "source.stake.radiusMetres")]
    [InlineData("source", "null", "source")]
    [InlineData("bonds", "[{\"from\":{\"line\":\"t\",\"chainageMetres\":60},\"to\":{\"line\":\"q\",\"chainageMetres\":60},\"ohms\":1}]", "bonds[0].to.line")]
    [InlineData("bonds", "[{\"from\":{\"line\":\"t\",\"chainageMetres\":90},\"to\":{\"line\":\"n\",\"chainageMetres\":60},\"ohms\":1}]", "bonds[0].from.chainageMetres")]
    [InlineData("joints", "[{\"line\":\"t\",\"chainageMetres\":-1,\"ohms\":null}]", "joints[0].chainageMetres")]
    [InlineData("joints", "[{\"line\":\"t\",\"chainageMetres\":1,\"ohms\":-1}]", "joints[0].ohms")]
    [InlineData("lines.0.conductor.outsideMillimetres", "1e9", "lines[0].conductor.outsideMillimetres")]
    [InlineData("source.stake.ohms", "-1", "source.stake.ohms")]
    public async Task What_cannot_be_is_told_at_its_path(string path, string json, string field)
    {
        var body = Plain();
        Put(body, path, json);

        Assert.Contains(field, await (await SendAsync(body)).ComplaintsAsync());
    }

    [Theory]
    [InlineData("bonds", "[{\"from\":{\"line\":\"t\",\"chainageMetres\":60},\"to\":{\"line\":\"n\",\"chainageMetres\":60},\"ohms\":1e-9}]")]
    [InlineData("bonds", "[{\"from\":{\"line\":\"t\",\"chainageMetres\":10},\"to\":{\"line\":\"n\",\"chainageMetres\":10},\"ohms\":0},{\"from\":{\"line\":\"t\",\"chainageMetres\":10},\"to\":{\"line\":\"n\",\"chainageMetres\":10},\"ohms\":0}]")]
    [InlineData("bonds", "[{\"from\":{\"line\":\"t\",\"chainageMetres\":10},\"to\":{\"line\":\"t\",\"chainageMetres\":10},\"ohms\":0}]")]
    [InlineData("lines.1.points", "[[0,0,0.9],[60,0,0.9]]")]
    [InlineData("lines.1.points", "[[30,-20,0.9],[30,20,0.9]]")]
    [InlineData("lines.1.points", "[[0,0,0.9],[60,0,0.9],[0,0,0.9]]")]
    [InlineData("lines.1.points", "[[500,500,3],[500,500,3],[500.02,500,3]]")]
    [InlineData("joints", "[{\"line\":\"t\",\"chainageMetres\":0,\"ohms\":null},{\"line\":\"t\",\"chainageMetres\":30,\"ohms\":0},{\"line\":\"t\",\"chainageMetres\":60,\"ohms\":null}]")]
    [InlineData("lines.0.end", "{\"kind\":\"earthed\",\"ohms\":0}")]
    [InlineData("source.stake.position", "[0,0]")]
    [InlineData("source.stake.ohms", "0")]
    [InlineData("source", "{\"method\":\"induction\",\"position\":[30,0],\"heightMetres\":0,\"azimuthDegrees\":0,\"momentAmpereSquareMetres\":8}")]
    [InlineData("source", "{\"method\":\"clamp\",\"line\":\"t\",\"chainageMetres\":0,\"volts\":1}")]
    [InlineData("source.chainageMetres", "60")]
    [InlineData("frequencyHertz", "500000")]
    [InlineData("frequencyHertz", "50")]
    public async Task An_odd_network_is_solved_to_finite_numbers(string path, string json)
    {
        var body = Plain();
        Put(body, path, json);

        var response = await SendAsync(body);

        Assert.True(response.StatusCode == HttpStatusCode.OK, await response.Content.ReadAsStringAsync());
        var answer = await response.JsonAsync();
        foreach (var station in answer.GetProperty("lines").EnumerateArray().SelectMany(l => l.GetProperty("stations").EnumerateArray()))
        {
            Assert.True(double.IsFinite(station.GetProperty("currentMilliamps").GetDouble()) && double.IsFinite(station.GetProperty("phaseDegrees").GetDouble()));
        }
    }

    [Fact]
    public async Task Nothing_that_is_sent_breaks_it()
    {
        var random = new Random(20);
        string[] paths =
        [
            "soil.resistivityOhmMetres", "frequencyHertz", "lines.0.points", "lines.1.points.0", "lines.0.conductor.outsideMillimetres", "lines.1.conductor.wallMillimetres",
            "lines.0.end.ohms", "source.chainageMetres", "source.stake.lengthMetres", "source.stake.radiusMetres", "source.stake.ohms", "source.setMilliamps", "source.maxVolts",
            "source.maxWatts", "lines.0.series", "lines.0.shunt", "mutual", "bonds", "joints", "source", "lines",
        ];
        string[] values =
        [
            "null", "0", "-1", "1e-9", "1e9", "1e300", "\"x\"", "[]", "{}", "true", "false", "[[0,0,1e-6],[1e-3,0,1e-6]]", "[[0,0,50],[0,0.02,50]]", "[1,2,3]",
            "{\"ohmsPerKilometre\":0,\"millihenriesPerKilometre\":1e-9}", "{\"millisiemensPerKilometre\":0,\"microfaradsPerKilometre\":0}", "0.3", "12345",
        ];
        for (var i = 0; i < 250; i++)
        {
            var body = Plain();
            for (var k = random.Next(1, 4); k > 0; k--)
            {
                try
                {
                    Put(body, paths[random.Next(paths.Length)], values[random.Next(values.Length)]);
                }
                catch (Exception error) when (error is InvalidOperationException or ArgumentException or NullReferenceException)
                {
                    // An earlier change took away what this one would have changed.
                }
            }

            var response = await SendAsync(body);
            var text = await response.Content.ReadAsStringAsync();
            Assert.True((int)response.StatusCode is 200 or 400, $"{(int)response.StatusCode} for {body.ToJsonString()}");
            Assert.DoesNotContain("NaN", text, StringComparison.Ordinal);
            Assert.DoesNotContain("System.", text, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task The_plan_of_a_line_is_the_same_here_as_on_its_page()
    {
        var plan = await (await host.Device().GetAsync(new Uri("/api/v1/jobs/1/lines/2/hookups", UriKind.Relative))).JsonAsync();
        var best = plan.GetProperty("hookups")[0];
        Assert.Equal("direct", best.GetProperty("method").GetString());
        Assert.Equal("valve 3", best.GetProperty("connectedTo").GetString());
        Assert.True(best.GetProperty("adequate").GetBoolean());
        Assert.Equal("sound", best.GetProperty("verdict").GetString());
        var grounds = best.GetProperty("grounds").EnumerateArray().ToList();
        Assert.Equal(["as-supposed", "wet-soil", "dry-soil", "good-earths", "poor-earths", "far-end-open"], grounds.Select(g => g.GetProperty("ground").GetString()));
        Assert.Equal(best.GetProperty("adequateGrounds").GetInt32(), grounds.Count(g => g.GetProperty("lacks").GetArrayLength() == 0));
        var page = (await host.Browser("jem").PageAsync("/jobs/1/hookup/plan?line=2")).Page;
        Assert.Contains(Web.Words.LineWords.Frequency(best.GetProperty("frequencyHertz").GetDouble()), page.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await host.Device().GetAsync(new Uri("/api/v1/jobs/1/lines/77/hookups", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task Wires_and_function_checks_can_be_asked_too()
    {
        var wires = await host.Device().PostTextAsync("/api/v1/bench/wires", """{"wires":[{"wire":"blue","sentMilliamps":40,"heardMilliamps":3},{"wire":"red","volts":9,"sentMilliamps":38,"heardMilliamps":30}]}""");
        Assert.Equal("red", (await wires.JsonAsync()).GetProperty("likely").GetString());
        Assert.Contains("wires", await (await host.Device().PostTextAsync("/api/v1/bench/wires", "{}")).ComplaintsAsync());
        Assert.Contains("wires[0].volts", await (await host.Device().PostTextAsync("/api/v1/bench/wires", """{"wires":[{"volts":-1}]}""")).ComplaintsAsync());
        var check = await host.Device().PostTextAsync("/api/v1/bench/function-check", """{"knownDepthMetres":1,"readMetres":[1.1,1.1,1.1]}""");
        Assert.False((await check.JsonAsync()).GetProperty("passed").GetBoolean());
        Assert.Contains("readMetres", await (await host.Device().PostTextAsync("/api/v1/bench/function-check", """{"knownDepthMetres":1,"readMetres":[1]}""")).ComplaintsAsync());
    }

    [Fact]
    public async Task It_wants_a_token() =>
        Assert.Equal(HttpStatusCode.Unauthorized, (await host.Device(null).PostTextAsync("/api/v1/bench/hookup", "{}")).StatusCode);
}
