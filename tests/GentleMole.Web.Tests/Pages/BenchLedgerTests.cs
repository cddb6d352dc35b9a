using System.Net;
using AngleSharp.Html.Dom;

namespace GentleMole.Web.Tests.Pages;

/// <summary>Where a current goes, on the bench.</summary>
public class BenchLedgerTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/bench/ledger";
    private readonly HttpClient _locator = host.Browser("jem");

    private async Task<IHtmlDocument> ToldAsync(string handler, params (string, string)[] typed)
    {
        var (response, page) = await _locator.SendAsync(Path, handler, typed);
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        return page;
    }

    private static string Say(IHtmlDocument page) => page.QuerySelector(".verdict-say")!.TextContent.Replace('\u00a0', ' ');

    [Fact]
    public async Task The_example_has_a_bond_a_bad_reading_and_a_tee_that_balances()
    {
        var told = await ToldAsync("Judge", ("stations", Bench.LedgerPage.ExampleStations), ("tees", Bench.LedgerPage.ExampleTees), ("sent", "50"), ("noise", "5"));

        Assert.Matches(@"^1[45](\.\d)? mA are gone between 54.0\d* m and 59.0\d* m\.$", Say(told));
        Assert.Contains("39.0", told.QuerySelector(".verdict-why")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("a bond or an earth", string.Concat(told.QuerySelectorAll(".who-row").Select(r => r.TextContent)), StringComparison.Ordinal);
        Assert.Contains("balances", told.QuerySelector("table")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Nothing_missing_is_said_so()
    {
        var told = await ToldAsync("Judge", ("stations", "2 20.1\n8 19.6\n15 20.4\n21 19.9\n28 20.2\n33 19.8\n40 20.3\n46 20"));
        Assert.StartsWith("The current stays", Say(told), StringComparison.Ordinal);
        Assert.NotNull(told.QuerySelector(".verdict-sound"));
    }

    [Theory]
    [InlineData("stations", "", "stations")]
    [InlineData("stations", "1 20", "stations")]
    [InlineData("stations", "1 20\n1 21\n1 22", "stations")]
    [InlineData("stations", "1 20\n2 0\n3 20", "stations")]
    [InlineData("stations", "1 20\n2 1e300\n3 20", "stations")]
    [InlineData("stations", "1 20\n2 5e-324\n3 20", "stations")]
    [InlineData("stations", "1 20\nnorth 3\n3 20", "stations")]
    [InlineData("stations", "1 20 1 1 1\n2 20\n3 20", "stations")]
    [InlineData("tees", "5", "tees")]
    [InlineData("tees", "5 -1", "tees")]
    [InlineData("sent", "0", "sent")]
    [InlineData("noise", "1e-10", "noise")]
    public async Task What_cannot_be_is_said_at_its_field_and_stays(string field, string typed, string at)
    {
        (string, string)[] good = [("stations", "1 20\n5 21\n9 20"), ("tees", ""), ("sent", "50"), ("noise", "5")];
        var page = await ToldAsync("", [.. good.Where(g => g.Item1 != field), (field, typed)]);

        Assert.True(page.Complaint(at)!.Length > 10);
        var entry = page.QuerySelector("#f-" + field)!;
        Assert.Equal(typed, field is "stations" or "tees" ? entry.TextContent.ReplaceLineEndings("\n") : entry.GetAttribute("value"));
    }
}
