using System.Net;
using System.Text.Json;

namespace GentleMole.Web.Tests.Api;

/// <summary>Worked cases, computed elsewhere, asked of the running application.</summary>
public class ReferenceTests(MoleHost host) : IClassFixture<MoleHost>
{
    public static TheoryData<string> Names() => [.. Cases().Select(c => c.GetProperty("name").GetString()!)];

    [Theory]
    [MemberData(nameof(Names))]
    public async Task A_worked_case_holds(string name)
    {
        var worked = Cases().Single(c => c.GetProperty("name").GetString() == name);

        var response = await host.Device().PostTextAsync("/api/v1" + worked.GetProperty("endpoint").GetString(), worked.GetProperty("request").GetRawText());

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Agree(
            await response.JsonAsync(), worked.GetProperty("expect"), "",
            worked.GetProperty("relativeTolerance").GetDouble(), worked.GetProperty("absoluteTolerance").GetDouble());
    }

    private static void Agree(JsonElement answer, JsonElement expected, string path, double relative, double absolute)
    {
        switch (expected.ValueKind)
        {
            case JsonValueKind.Object when expected.TryGetProperty("value", out var value):
                Agree(
                    answer, value, path,
                    expected.TryGetProperty("rtol", out var r) ? r.GetDouble() : relative,
                    expected.TryGetProperty("atol", out var a) ? a.GetDouble() : absolute);
                break;
            case JsonValueKind.Object when expected.TryGetProperty("min", out var min):
                Assert.InRange(answer.GetDouble(), min.GetDouble(), expected.GetProperty("max").GetDouble());
                break;
            case JsonValueKind.Object:
                foreach (var part in expected.EnumerateObject())
                {
                    Agree(answer.GetProperty(part.Name), part.Value, path + "." + part.Name, relative, absolute);
                }

                break;
            case JsonValueKind.Array:
                Assert.Equal(expected.GetArrayLength(), answer.GetArrayLength());
                for (var i = 0; i < expected.GetArrayLength(); i++)
                {
                    Agree(answer[i], expected[i], $"{path}[{i}]", relative, absolute);
                }

                break;
            case JsonValueKind.Number:
                var (got, want) = (answer.GetDouble(), expected.GetDouble());
                Assert.True(Math.Abs(got - want) <= absolute + (relative * Math.Abs(want)), $"{path}: {got} is not {want}");
                break;
            default:
                Assert.Equal(expected.ToString(), answer.ToString());
                break;
        }
    }

    private static List<JsonElement> Cases()
    {
        using var file = File.OpenRead(Path.Combine(AppContext.BaseDirectory, "reference", "em.json"));
        return [.. JsonDocument.Parse(file).RootElement.EnumerateArray()];
    }
}
