using System.Net;
using AngleSharp.Html.Dom;

namespace GentleMole.Web.Tests.Pages;

/// <summary>Sonde, pipe, sheath and wire on the bench.</summary>
public class BenchSilentTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _locator = host.Browser("jem");

    private async Task<IHtmlDocument> ToldAsync(string path, string handler, params (string, string)[] typed)
    {
        var (response, page) = await _locator.SendAsync(path, handler, typed);
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        return page;
    }

    private static string Say(IHtmlDocument page) => page.QuerySelector(".verdict-say")!.TextContent.Replace('\u00a0', ' ');

    private static (string, string)[] Example(IReadOnlyDictionary<string, string> example) => [.. example.Select(e => (e.Key, e.Value))];

    [Fact]
    public async Task A_sonde_is_placed_by_each_of_three_ways()
    {
        var nulls = await ToldAsync("/bench/sonde", "Judge", Example(Bench.SondePage.Example));
        var row = await ToldAsync("/bench/sonde", "Judge", ("by", "row"), ("height", "0"), ("row", "6.5 4.1\n7 1.6\n7.4 22\n7.8 52\n8.1 63\n8.5 41\n9 4.5\n9.5 9.9\n10 8.4\n10."));
        var strength = await ToldAsync("/bench/sonde", "Judge", ("by", "strength"), ("height", "0"), ("place", "8.1"), ("level", "63"), ("lifted", "24"), ("liftedHeight", "0.45"));

        Assert.Matches(@"^1\.\d\d m deep ±0\.0\d m, at 8\.0\d m .*nose 1[0-4]° down|^1\.2\d? m deep ±0\.0\d m, at 7\.9\d m .*nose 1[0-4]° down", Say(nulls));
        Assert.Contains("deep", Say(row), StringComparison.Ordinal);
        Assert.Contains("1.1", Say(strength), StringComparison.Ordinal);
        Assert.NotNull(strength.QuerySelector(".verdict-caution"));
        Assert.All(new[] { nulls, row, strength }, page => Assert.Equal(2, page.QuerySelectorAll("svg.scene").Length));
    }

    [Fact]
    public async Task The_examples_of_pipe_sheath_and_wire_say_what_was_put_in()
    {
        var pipe = await ToldAsync("/bench/sonde-route", "Judge", ("fixes", Bench.SondeRoutePage.ExampleFixes), ("placeSigma", "0.1"), ("depthSigma", "0.03"), ("inside", "0.1"));
        var sheath = await ToldAsync("/bench/fault", "Judge", ("readings", Bench.FaultPage.ExampleReadings), ("frame", "0.6"), ("reference", "62"), ("ohms", "14k"));
        var wire = await ToldAsync("/bench/wire-fault", "Judge", Example(Bench.WireFaultPage.Example));

        Assert.Contains("Stop 4 is contradicted", Say(pipe), StringComparison.Ordinal);
        Assert.Contains("rises between stops 5 and 7", Say(pipe), StringComparison.Ordinal);
        Assert.Matches(@"^A major fault at 1(1\.9|2\.0)\d* m", Say(sheath));
        Assert.Contains("1 more beside it", Say(sheath), StringComparison.Ordinal);
        Assert.Contains("near half", Say(wire), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("/bench/sonde", "front", "", "front")]
    [InlineData("/bench/sonde", "front", "1e300", "front")]
    [InlineData("/bench/sonde", "strongest", "11", "strongest")]
    [InlineData("/bench/sonde", "shown", "5e-324", "shown")]
    [InlineData("/bench/sonde-route", "fixes", "", "fixes")]
    [InlineData("/bench/sonde-route", "fixes", "3 1 1", "fixes")]
    [InlineData("/bench/sonde-route", "fixes", "3 1 1 1\n4 1e300 1 1", "fixes")]
    [InlineData("/bench/sonde-route", "placeSigma", "1e-10", "placeSigma")]
    [InlineData("/bench/fault", "readings", "1 2\n3 4", "readings")]
    [InlineData("/bench/fault", "readings", "1 2\nnorth 4\n5 6\n7 8\n9 1", "readings")]
    [InlineData("/bench/fault", "frame", "", "frame")]
    [InlineData("/bench/fault", "ohms", "lots", "ohms")]
    [InlineData("/bench/wire-fault", "length", "", "length")]
    [InlineData("/bench/wire-fault", "loop", "-3", "loop")]
    [InlineData("/bench/wire-fault", "perKilometre", "0", "perKilometre")]
    public async Task What_cannot_be_is_said_at_its_field_and_stays(string path, string field, string typed, string at)
    {
        (string, string)[] good = path switch
        {
            "/bench/sonde" => Example(Bench.SondePage.Example),
            "/bench/sonde-route" => [("fixes", Bench.SondeRoutePage.ExampleFixes), ("placeSigma", "0.1"), ("depthSigma", "0.03")],
            "/bench/fault" => [("readings", Bench.FaultPage.ExampleReadings), ("frame", "0.6"), ("reference", "62"), ("ohms", "14k")],
            _ => Example(Bench.WireFaultPage.Example),
        };
        var page = await ToldAsync(path, "", [.. good.Where(g => g.Item1 != field), (field, typed)]);

        Assert.True(page.Complaint(at)!.Length > 10);
        var entry = page.QuerySelector("#f-" + field)!;
        Assert.Equal(typed, entry.LocalName == "textarea" ? entry.TextContent.ReplaceLineEndings("\n") : entry.GetAttribute("value"));
    }
}
