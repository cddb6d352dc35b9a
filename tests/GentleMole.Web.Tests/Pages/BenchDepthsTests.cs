using System.Net;
using AngleSharp.Html.Dom;

namespace GentleMole.Web.Tests.Pages;

/// <summary>Depths by every way that was taken, on the bench.</summary>
public class BenchDepthsTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/bench/depths";
    private readonly HttpClient _locator = host.Browser("jem");

    private async Task<IHtmlDocument> ToldAsync(string handler, params (string, string)[] typed)
    {
        var (response, page) = await _locator.SendAsync(Path, handler, typed);
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        return page;
    }

    private static string Plain(AngleSharp.Dom.IElement? element) => element!.TextContent.Replace('\u00a0', ' ');

    [Fact]
    public async Task Ways_that_agree_make_one_depth_with_less_doubt_than_each()
    {
        var told = await ToldAsync("Judge", ("shown", "0.92"), ("turned", "0.9"), ("lift", "0.3"), ("lifted", "1.2"), ("tiltLeft", "0.93"), ("tiltRight", "0.88"), ("widthLeft", "0.48"), ("widthRight", "0.47"));
        Assert.NotNull(told.QuerySelector(".verdict-sound"));
        var rows = told.QuerySelectorAll(".depths tbody tr").Select(r => r.QuerySelectorAll("td").Select(Plain).ToList()).ToList();
        Assert.Equal(["Receiver", "Raised, less the lift", "Turned round", "45° null", "Width of the peak", "together"], rows.Select(r => r[0].Trim()));
        double Metres(string text) => double.Parse(text.Replace(" m", "", StringComparison.Ordinal), System.Globalization.CultureInfo.InvariantCulture);
        Assert.All(rows.SkipLast(1), r => Assert.True(Metres(rows[^1][2]) <= Metres(r[2])));
        Assert.InRange(Metres(rows[^1][1]), 0.88, 0.93);
        Assert.Contains("never a clearance to dig to", Plain(told.QuerySelector(".depths + p")), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Ways_that_differ_are_told_and_a_row_with_a_neighbour_decides()
    {
        var apart = await ToldAsync("Judge", ("shown", "0.6"), ("tiltLeft", "1.1"), ("tiltRight", "1.15"));
        Assert.Contains("do not agree", Plain(apart.QuerySelector(".verdict-say")), StringComparison.Ordinal);
        Assert.NotNull(apart.QuerySelector(".verdict-caution"));

        var row = Bench.RowExample.Of("back").Row;
        var told = await ToldAsync("Judge", ("shown", "0.6"), ("across", row));
        Assert.Contains("by the row", Plain(told.QuerySelector(".verdict-say")), StringComparison.Ordinal);
        Assert.StartsWith("0.8", Plain(told.QuerySelector(".verdict-say")), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("shown", "deep", "shown")]
    [InlineData("shown", "1e300", "shown")]
    [InlineData("shown", "1e-10", "shown")]
    [InlineData("tiltLeft", "0.9", "tiltRight")]
    [InlineData("widthRight", "0.5", "widthLeft")]
    [InlineData("across", "0 1, 0 2, 0 3, 0 4, 0 5", "across")]
    [InlineData("across", "-1 0, -0.5 0, 0 0, 0.5 0, 1 0", "across")]
    [InlineData("across", "north", "across")]
    public async Task What_cannot_be_is_said_at_its_field_and_stays(string field, string typed, string at)
    {
        var page = await ToldAsync("", (field, typed));
        Assert.True(page.Complaint(at)!.Length > 10);
        Assert.Equal(typed, field == "across" ? page.QuerySelector("#f-across")!.TextContent : page.QuerySelector("#f-" + field)!.GetAttribute("value"));
    }

    [Fact]
    public async Task Nothing_typed_is_no_answer_and_half_a_row_is_waited_for()
    {
        Assert.True((await ToldAsync("", ("shown", ""))).Complaint("shown")!.Length > 10);
        Assert.NotNull((await ToldAsync("Judge", ("shown", ""))).QuerySelector(".verdict"));
        Assert.Equal(2, (await ToldAsync("Judge", ("shown", "0.9"), ("across", "-1 17\n-0.8 2"))).QuerySelectorAll(".depths tbody tr").Length);
    }
}
