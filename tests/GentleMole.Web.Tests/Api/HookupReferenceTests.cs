using System.Net;
using System.Numerics;
using System.Text.Json;

namespace GentleMole.Web.Tests.Api;

/// <summary>Worked cases of buried networks, computed elsewhere; the expected current is interpolated at our stations.</summary>
public class HookupReferenceTests(MoleHost host) : IClassFixture<MoleHost>
{
    public static TheoryData<string> Names() => [.. Cases().Select(c => c.GetProperty("name").GetString()!)];

    [Theory]
    [MemberData(nameof(Names))]
    public async Task A_worked_network_holds(string name)
    {
        var worked = Cases().Single(c => c.GetProperty("name").GetString() == name);
        var (relative, absolute) = (worked.GetProperty("relativeTolerance").GetDouble(), worked.GetProperty("absoluteTolerance").GetDouble());

        var response = await host.Device().PostTextAsync("/api/v1/bench/hookup", worked.GetProperty("request").GetRawText());

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        var answer = await response.JsonAsync();
        var expected = worked.GetProperty("expect");
        foreach (var figure in expected.GetProperty("source").EnumerateObject())
        {
            var got = answer.GetProperty("source").GetProperty(figure.Name);
            if (figure.Value.ValueKind == JsonValueKind.Number)
            {
                Assert.InRange(got.GetDouble() / figure.Value.GetDouble(), 1 - relative, 1 + relative);
            }
            else
            {
                Assert.Equal(figure.Value.GetString(), got.GetString());
            }
        }

        foreach (var line in expected.GetProperty("lines").EnumerateArray())
        {
            Agree(answer.GetProperty("lines").EnumerateArray().Single(l => l.GetProperty("id").GetString() == line.GetProperty("id").GetString()), line, relative, absolute);
        }
    }

    private static void Agree(JsonElement answer, JsonElement expected, double relative, double absolute)
    {
        var stations = Stations(expected);
        var jumps = expected.TryGetProperty("jumps", out var j) ? j.EnumerateArray().Select(x => x.GetDouble()).ToList() : [];
        var most = stations.Max(s => s.Amperes.Magnitude);
        var ours = Stations(answer);
        Assert.True(ours.Count >= 20);
        Assert.Equal(stations[0].At, ours[0].At, 6);
        Assert.Equal(stations[^1].At, ours[^1].At, 6);
        foreach (var (at, current) in ours.Where(o => jumps.TrueForAll(x => Math.Abs(x - o.At) > 2)))
        {
            var k = Math.Max(1, stations.FindIndex(s => s.At >= at - 1e-9));
            var part = (at - stations[k - 1].At) / (stations[k].At - stations[k - 1].At);
            var want = stations[k - 1].Amperes + ((stations[k].Amperes - stations[k - 1].Amperes) * part);
            Assert.True((current - want).Magnitude <= (relative * want.Magnitude) + (absolute * most), $"at {at} m: {current} is not {want}");
        }
    }

    private static List<(double At, Complex Amperes)> Stations(JsonElement line) =>
    [
        .. line.GetProperty("stations").EnumerateArray().Select(s => (
            s.GetProperty("chainageMetres").GetDouble(),
            Complex.FromPolarCoordinates(s.GetProperty("currentMilliamps").GetDouble(), s.GetProperty("phaseDegrees").GetDouble() * Math.PI / 180))),
    ];

    private static List<JsonElement> Cases()
    {
        using var file = File.OpenRead(Path.Combine(AppContext.BaseDirectory, "reference", "hookup.json"));
        return [.. JsonDocument.Parse(file).RootElement.EnumerateArray()];
    }
}
