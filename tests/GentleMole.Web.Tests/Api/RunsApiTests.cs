using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using GentleMole.Core.Practice;

namespace GentleMole.Web.Tests.Api;

/// <summary>Runs over HTTP: what joins up, what is alone, and what a stranger gets wrong.</summary>
public class RunsApiTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/api/v1/bench/radar/runs";

    private static object Target(double along, double cover = 0.8, string polarity = "reversed") =>
        new { alongMetres = along, coverMetres = cover, coverUncertaintyMetres = 0.04, velocityMetresPerNanosecond = 0.1, polarity, confidence = 0.9 };

    private static object Line(int i, params object[] targets) => new { id = $"line {i}", from = new[] { 0.6 * i, 0 }, to = new[] { 0.6 * i, 10 }, targets };

    private async Task<JsonElement> RunsAsync(params object[] lines)
    {
        var answer = await host.Device().PostAsJsonAsync(Path, new { lines });
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        return await answer.JsonAsync();
    }

    [Fact]
    public async Task A_pipe_is_a_run_and_a_stone_is_isolated()
    {
        var found = await RunsAsync([.. Enumerable.Range(0, 10).Select(i => Line(i, i == 4 ? [Target(8.1, 0.5), Target(3 + (0.05 * i))] : [Target(3 + (0.05 * i))]))]);
        var run = Assert.Single(found.GetProperty("runs").EnumerateArray());
        Assert.Equal("reversed", run.GetProperty("polarity").GetString());
        Assert.InRange(run.GetProperty("probability").GetDouble(), 0.9, 1);
        Assert.InRange(run.GetProperty("coverUncertaintyMetres").GetDouble(), 0.01, 0.06);
        Assert.Equal(10, run.GetProperty("points").GetArrayLength());
        Assert.Equal(10, run.GetProperty("crossingDegrees").GetArrayLength());
        var points = run.GetProperty("points").EnumerateArray().Select(p => p.EnumerateArray().Select(v => v.GetDouble()).ToArray()).ToList();
        Assert.All(points, p => Assert.True(p.Length == 3 && Math.Abs(p[1] - (3 + (p[0] / 12))) < 0.02 && Math.Abs(p[2] - 0.8) < 0.02));
        var targets = run.GetProperty("targets").EnumerateArray().Select(t => (t[0].GetString(), t[1].GetInt32())).ToList();
        Assert.Contains(("line 4", 1), targets);
        var alone = Assert.Single(found.GetProperty("isolated").EnumerateArray());
        Assert.Equal(("line 4", 0), (alone[0].GetString(), alone[1].GetInt32()));
    }

    [Fact]
    public async Task Made_up_grids_are_answered_as_the_core_answers_them()
    {
        var grid = MadeUpGrid.Make(new MadeUpGrid.Shape(Lines: 12), new Random(31));
        var found = await RunsAsync([.. grid.Lines.Select(l => new
        {
            id = l.Id, from = new[] { l.From.East, l.From.North }, to = new[] { l.To.East, l.To.North },
            targets = l.Targets.Select(t => new { alongMetres = t.AlongMetres, coverMetres = t.Cover.Value, coverUncertaintyMetres = t.Cover.HalfWidth, velocityMetresPerNanosecond = t.VelocityMetresPerNanosecond, polarity = t.IsNormal ? "normal" : "reversed", confidence = t.Confidence }),
        })]);
        var core = GentleMole.Core.Grids.RunSearch.Of(grid.Lines);
        Assert.Equal(core.Runs.Select(r => r.Points.Count), found.GetProperty("runs").EnumerateArray().Select(r => r.GetProperty("points").GetArrayLength()));
        Assert.Equal(core.Isolated.Count, found.GetProperty("isolated").GetArrayLength());
    }

    public static TheoryData<string, string> Wrong => new()
    {
        { "{}", "lines" },
        { """{"lines":[]}""", "lines" },
        { """{"lines":[null]}""", "lines[0]" },
        { """{"lines":[{"id":"a","from":[0,0],"to":[0,0],"targets":[]}]}""", "lines[0].to" },
        { """{"lines":[{"id":"a","from":[0],"to":[0,9],"targets":[]}]}""", "lines[0].from" },
        { """{"lines":[{"id":"a","from":[0,0],"to":[0,1e300],"targets":[]}]}""", "lines[0].to" },
        { """{"lines":[{"id":"a","from":[0,0],"to":[0,9],"targets":[]},{"id":"a","from":[1,0],"to":[1,9],"targets":[]}]}""", "lines[1].id" },
        { """{"lines":[{"from":[0,0],"to":[0,9],"targets":[]}]}""", "lines[0].id" },
        { """{"lines":[{"id":"a","from":[0,0],"to":[0,9]}]}""", "lines[0].targets" },
        { """{"lines":[{"id":"a","from":[0,0],"to":[0,9],"targets":[{"alongMetres":10,"coverMetres":1,"coverUncertaintyMetres":0.1,"velocityMetresPerNanosecond":0.1,"polarity":"normal","confidence":1}]}]}""", "lines[0].targets[0].alongMetres" },
        { """{"lines":[{"id":"a","from":[0,0],"to":[0,9],"targets":[{"alongMetres":1,"coverMetres":5e-324,"coverUncertaintyMetres":0.1,"velocityMetresPerNanosecond":0.1,"polarity":"normal","confidence":1}]}]}""", "lines[0].targets[0].coverMetres" },
        { """{"lines":[{"id":"a","from":[0,0],"to":[0,9],"targets":[{"alongMetres":1,"coverMetres":1,"coverUncertaintyMetres":-1,"velocityMetresPerNanosecond":0.1,"polarity":"normal","confidence":1}]}]}""", "lines[0].targets[0].coverUncertaintyMetres" },
        { """{"lines":[{"id":"a","from":[0,0],"to":[0,9],"targets":[{"alongMetres":1,"coverMetres":1,"coverUncertaintyMetres":0.1,"velocityMetresPerNanosecond":0.4,"polarity":"normal","confidence":1}]}]}""", "lines[0].targets[0].velocityMetresPerNanosecond" },
        { """{"lines":[{"id":"a","from":[0,0],"to":[0,9],"targets":[{"alongMetres":1,"coverMetres":1,"coverUncertaintyMetres":0.1,"velocityMetresPerNanosecond":0.1,"polarity":"up","confidence":1}]}]}""", "lines[0].targets[0].polarity" },
        { """{"lines":[{"id":"a","from":[0,0],"to":[0,9],"targets":[{"alongMetres":1,"coverMetres":1,"coverUncertaintyMetres":0.1,"velocityMetresPerNanosecond":0.1,"polarity":"normal","confidence":1.5}]}]}""", "lines[0].targets[0].confidence" },
    };

    [Theory]
    [MemberData(nameof(Wrong))]
    public async Task What_cannot_be_is_said_at_its_path(string body, string field)
    {
        var answer = await host.Device().PostTextAsync(Path, body);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Contains(field, (await answer.JsonAsync()).GetProperty("errors").EnumerateObject().Select(e => e.Name));
    }

    [Fact]
    public async Task The_most_that_may_be_asked_is_answered()
    {
        var random = new Random(8);
        var lines = Enumerable.Range(0, 80).Select(i => Line(i, [.. Enumerable.Range(0, 50).Select(_ => Target(10 * random.NextDouble(), 0.3 + random.NextDouble()))])).ToArray();
        Assert.Equal(4000, (await RunsAsync(lines)) is var found ? found.GetProperty("isolated").GetArrayLength() + found.GetProperty("runs").EnumerateArray().Sum(r => r.GetProperty("targets").GetArrayLength()) : 0);
    }
}
