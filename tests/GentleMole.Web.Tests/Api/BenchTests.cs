using System.Globalization;
using System.Net;

namespace GentleMole.Web.Tests.Api;

public class BenchTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string GoodNoise = "\"relativeNoise\":0.02,\"noiseFloor\":0.05,\"toleranceMetres\":0.45";

    /// <summary>A clean row over a line, without noise.</summary>
    private static string Row(double place, double depth, int count = 11) => string.Join(',', Enumerable.Range(0, count).Select(i =>
    {
        var offset = -1 + (2.0 * i / (count - 1));
        var (y, distance) = (offset - place, depth + 0.1);
        var r2 = (y * y) + (distance * distance);
        return string.Create(CultureInfo.InvariantCulture, $"{{\"offsetMetres\":{offset},\"heightMetres\":0.1,\"peak\":{40 * distance / r2},\"null\":{40 * Math.Abs(y) / r2}}}");
    }));

    [Fact]
    public async Task A_clean_row_is_pinpointed_with_current_marks_and_reasons()
    {
        var response = await host.Device().PostTextAsync(
            "/api/v1/bench/pinpoint", $"{{\"readings\":[{Row(0.2, 0.9)}],{GoodNoise},\"nanoteslaPerUnit\":1}}");

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        var answer = await response.JsonAsync();
        Assert.Equal("single", answer.GetProperty("model").GetString());
        Assert.Equal("sound", answer.GetProperty("verdict").GetString());
        Assert.Equal(0.2, answer.GetProperty("position").GetProperty("offsetMetres").GetDouble(), 3);
        Assert.Equal(0.9, answer.GetProperty("depth").GetProperty("metres").GetDouble(), 2);
        Assert.Equal(200, answer.GetProperty("currentMilliamps").GetDouble(), 0.5);
        Assert.Equal(["peak", "between", "broadened", "corrected"], answer.GetProperty("marks").EnumerateArray().Select(m => m.GetProperty("school").GetString()));
        Assert.All(answer.GetProperty("reasons").EnumerateArray(), r => Assert.NotEmpty(r.GetProperty("text").GetString()!));
        Assert.Equal(System.Text.Json.JsonValueKind.Null, answer.GetProperty("neighbour").ValueKind);
    }

    /// <summary>A row over a line at zero, 1.1 m deep, and another 1.5 m to the left: peak and null agree, 0.4 m beside the line.</summary>
    private static string Misled(string more = "")
    {
        var readings = string.Join(',', Enumerable.Range(-6, 13).Select(i =>
        {
            var x = 0.2 * i;
            var (r2, s2) = ((x * x) + (1.15 * 1.15), ((x + 1.5) * (x + 1.5)) + (0.75 * 0.75));
            var (h, v) = ((40 * 1.15 / r2) + (18 * 0.75 / s2), (40 * x / r2) + (18 * (x + 1.5) / s2));
            return string.Create(CultureInfo.InvariantCulture, $"{{\"offsetMetres\":{x},\"heightMetres\":0.05,\"peak\":{Math.Abs(h)},\"null\":{Math.Abs(v)}}}");
        }));
        return $"{{\"readings\":[{readings}],{GoodNoise},\"nanoteslaPerUnit\":1{more}}}";
    }

    [Fact]
    public async Task A_neighbour_that_moved_peak_and_null_alike_is_named_and_taken_out()
    {
        var answer = await (await host.Device().PostTextAsync("/api/v1/bench/pinpoint", Misled())).JsonAsync();

        Assert.Equal("pair", answer.GetProperty("model").GetString());
        Assert.InRange(answer.GetProperty("position").GetProperty("offsetMetres").GetDouble(), -0.05, 0.05);
        Assert.InRange(answer.GetProperty("peakOffsetMetres").GetDouble(), -0.6, -0.2);
        var neighbour = answer.GetProperty("neighbour");
        Assert.InRange(neighbour.GetProperty("offsetMetres").GetDouble(), -1.65, -1.35);
        Assert.InRange(neighbour.GetProperty("currentRatio").GetDouble(), 0.35, 0.55);
        Assert.Contains(answer.GetProperty("reasons").EnumerateArray(), r => r.GetProperty("code").GetString() == "two-lines");
    }

    [Theory]
    [InlineData("{}")]
    [InlineData("{\"offsetMetres\":0.1}")]
    [InlineData("{\"offsetMetres\":0,\"sigmaMetres\":0.3,\"depthMetres\":1,\"depthSigmaMetres\":0.2,\"neighbours\":[{\"offsetMetres\":-1.5,\"sigmaMetres\":0.2,\"depthMetres\":0.7,\"currentRatio\":0.4},{\"offsetMetres\":3},{},null]}")]
    [InlineData("null")]
    public async Task What_is_known_before_may_be_given_in_part(string prior)
    {
        var response = await host.Device().PostTextAsync("/api/v1/bench/pinpoint", Misled($",\"prior\":{prior}"));

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.InRange((await response.JsonAsync()).GetProperty("position").GetProperty("offsetMetres").GetDouble(), -0.05, 0.05);
    }

    [Theory]
    [InlineData("{\"offsetMetres\":1e300}", "prior.offsetMetres")]
    [InlineData("{\"offsetMetres\":0,\"sigmaMetres\":0}", "prior.sigmaMetres")]
    [InlineData("{\"depthMetres\":5e-324}", "prior.depthMetres")]
    [InlineData("{\"depthSigmaMetres\":-1}", "prior.depthSigmaMetres")]
    [InlineData("{\"neighbours\":[{\"offsetMetres\":1,\"sigmaMetres\":1e-10}]}", "prior.neighbours[0].sigmaMetres")]
    [InlineData("{\"neighbours\":[{\"offsetMetres\":1,\"depthMetres\":-1}]}", "prior.neighbours[0].depthMetres")]
    [InlineData("{\"neighbours\":[{\"offsetMetres\":1,\"currentRatio\":1e9}]}", "prior.neighbours[0].currentRatio")]
    public async Task What_cannot_be_known_before_is_told_at_its_field(string prior, string field)
    {
        var response = await host.Device().PostTextAsync("/api/v1/bench/pinpoint", Misled($",\"prior\":{prior}"));

        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Contains(field, await response.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("pinpoint", "{\"readings\":[],\"relativeNoise\":0.02,\"noiseFloor\":0.05,\"toleranceMetres\":0.45}", "readings")]
    [InlineData("pinpoint", "{}", "readings")]
    [InlineData("pinpoint", "{\"readings\":7}", "readings")]
    [InlineData("pinpoint", "{\"readings\":[null]}", "readings[0]")]
    [InlineData("pinpoint", "{\"readings\":[{\"offsetMetres\":\"a\"}]}", "readings[0].offsetMetres")]
    [InlineData("line-field", "{\"conductors\":[{\"offsetMetres\":0,\"depthMetres\":0,\"currentMilliamps\":1}],\"heightMetres\":0,\"offsetsMetres\":[0]}", "conductors[0].depthMetres")]
    [InlineData("line-field", "{\"conductors\":[{\"offsetMetres\":0,\"depthMetres\":1,\"currentMilliamps\":1e400}],\"heightMetres\":0,\"offsetsMetres\":[0]}", "conductors[0].currentMilliamps")]
    [InlineData("line-field", "{\"conductors\":[{\"offsetMetres\":0,\"depthMetres\":1,\"currentMilliamps\":1}],\"heightMetres\":-1,\"offsetsMetres\":[0]}", "heightMetres")]
    [InlineData("line-field", "{\"conductors\":[{\"offsetMetres\":0,\"depthMetres\":1,\"currentMilliamps\":1}],\"heightMetres\":0,\"offsetsMetres\":[0,null]}", "offsetsMetres[1]")]
    [InlineData("depth", "{\"method\":\"magic\"}", "method")]
    [InlineData("depth", "{\"method\":\"lift\",\"first\":{\"depthMetres\":1}}", "second")]
    [InlineData("depth", "{\"method\":\"lift\",\"first\":{\"depthMetres\":-1,\"heightMetres\":0},\"second\":{\"depthMetres\":1,\"heightMetres\":0.3}}", "first.depthMetres")]
    [InlineData("depth", "{\"method\":\"lift\",\"first\":{\"depthMetres\":1,\"heightMetres\":0},\"second\":{\"depthMetres\":1,\"heightMetres\":0}}", "second.heightMetres")]
    [InlineData("depth", "{\"method\":\"gradient\",\"lower\":2,\"upper\":1,\"separationMetres\":0.4,\"heightMetres\":5}", "source")]
    [InlineData("depth", "{\"method\":\"gradient\",\"lower\":2,\"upper\":1,\"separationMetres\":0.4,\"heightMetres\":5,\"source\":\"line\"}", "heightMetres")]
    [InlineData("pinpoint", "{\"readings\":[{\"offsetMetres\":0,\"heightMetres\":-1,\"peak\":1}],\"relativeNoise\":0.02,\"noiseFloor\":0.05,\"toleranceMetres\":0.45}", "readings[0].heightMetres")]
    [InlineData("pinpoint", "{\"readings\":[{\"offsetMetres\":0,\"heightMetres\":0,\"peak\":1}],\"relativeNoise\":2,\"noiseFloor\":-1,\"toleranceMetres\":0.45}", "noiseFloor")]
    [InlineData("pinpoint", "{\"readings\":[{\"offsetMetres\":0,\"heightMetres\":0,\"peak\":1}],\"relativeNoise\":2,\"noiseFloor\":1,\"toleranceMetres\":0.45}", "relativeNoise")]
    [InlineData("depth", "{\"method\":\"width\",\"fraction\":0.8,\"antenna\":\"round\",\"leftMetres\":1,\"rightMetres\":1,\"heightMetres\":0}", "antenna")]
    [InlineData("depth", "{\"method\":\"gradient\",\"lower\":1,\"upper\":2,\"separationMetres\":0.4,\"heightMetres\":0,\"source\":\"line\"}", "lower")]
    [InlineData("depth", "{\"method\":\"tilt\",\"leftMetres\":-1,\"rightMetres\":1,\"angleDegrees\":45}", "leftMetres")]
    [InlineData("depth", "{\"method\":\"tilt\",\"method\":\"lift\"}", "method")]
    [InlineData("depth", "[1]", "body")]
    [InlineData("depth", "null", "body")]
    [InlineData("depth", "", "body")]
    [InlineData("depth", "{\"method\":", "body")]
    [InlineData("depth", "{\"leftMetres\":NaN}", "body")]
    public async Task Bad_input_is_told_where_and_what(string tool, string body, string field)
    {
        var complaints = await (await host.Device().PostTextAsync("/api/v1/bench/" + tool, body)).ComplaintsAsync();

        Assert.Contains(field, complaints);
    }

    [Fact]
    public async Task Too_deep_nesting_and_too_many_entries_are_refused()
    {
        var nested = "{\"first\":" + string.Concat(Enumerable.Repeat("{\"first\":", 40)) + "1" + new string('}', 41);
        Assert.Contains("body", await (await host.Device().PostTextAsync("/api/v1/bench/depth", nested)).ComplaintsAsync());

        var many = "{\"conductors\":[" + string.Join(',', Enumerable.Repeat("{\"offsetMetres\":0,\"depthMetres\":1,\"currentMilliamps\":1}", 101))
            + "],\"heightMetres\":0,\"offsetsMetres\":[0]}";
        Assert.Contains("conductors", await (await host.Device().PostTextAsync("/api/v1/bench/line-field", many)).ComplaintsAsync());
    }

    [Theory]
    [InlineData("GET", "/api/v1/bench/depth", 405)]
    [InlineData("DELETE", "/api/v1/jobs", 405)]
    [InlineData("GET", "/api/v1/nothing", 404)]
    [InlineData("GET", "/api/v1/jobs/abc", 404)]
    [InlineData("GET", "/api/v1/jobs/99999999999999999999", 404)]
    [InlineData("GET", "/api/v1/jobs/4711", 404)]
    [InlineData("GET", "/api/v1/jobs/1/export/xls", 404)]
    public async Task Every_refusal_is_a_problem(string method, string path, int status)
    {
        var response = await host.Device().SendAsync(new HttpRequestMessage(new HttpMethod(method), new Uri(path, UriKind.Relative)));

        Assert.Equal(status, (int)response.StatusCode);
        Assert.Equal("application/problem+json", response.Content.Headers.ContentType?.MediaType);
        Assert.Equal(status, (await response.JsonAsync()).GetProperty("status").GetInt32());
    }

    [Fact]
    public async Task The_body_must_be_json_and_not_too_large()
    {
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, (await host.Device().PostTextAsync("/api/v1/bench/depth", "{}", "text/plain")).StatusCode);
        var large = "{\"method\":\"" + new string('x', 5_300_000) + "\"}";
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, (await host.Device().PostTextAsync("/api/v1/bench/depth", large)).StatusCode);
    }

    [Theory]
    [InlineData(null)]
    [InlineData("wrong")]
    [InlineData("")]
    public async Task Without_the_token_nothing_is_looked_at(string? token)
    {
        foreach (var path in new[] { "/api/v1/jobs", "/api/v1/jobs/abc", "/api/v1/nothing" })
        {
            var response = await host.Device(token is "" ? null : token).GetAsync(new Uri(path, UriKind.Relative));

            Assert.Equal(HttpStatusCode.Unauthorized, response.StatusCode);
            Assert.Equal("Bearer", response.Headers.WwwAuthenticate.ToString());
            Assert.Equal("application/problem+json", response.Content.Headers.ContentType?.MediaType);
        }
    }

    [Fact]
    public async Task The_description_names_every_address()
    {
        var description = await (await host.Device(null).GetAsync(new Uri("/openapi/v1.json", UriKind.Relative))).JsonAsync();

        Assert.StartsWith("3.1", description.GetProperty("openapi").GetString(), StringComparison.Ordinal);
        var paths = description.GetProperty("paths").EnumerateObject().Select(p => p.Name).ToList();
        foreach (var path in new[] { "/bench/line-field", "/bench/pinpoint", "/bench/depth", "/jobs", "/jobs/{id}", "/jobs/{id}/readings", "/jobs/{id}/export/{format}" })
        {
            Assert.Contains("/api/v1" + path, paths);
        }
    }
}
