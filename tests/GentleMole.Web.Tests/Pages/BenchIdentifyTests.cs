using System.Net;
using AngleSharp.Html.Dom;

namespace GentleMole.Web.Tests.Pages;

/// <summary>Which line is under a dot, on the bench: streets of ours of which the truth is known.</summary>
[Collection("works all processors")]
public class BenchIdentifyTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Path = "/bench/identify";
    private readonly HttpClient _locator = host.Browser("jem");

    private async Task<IHtmlDocument> ToldAsync(string example, params (string Name, string Value)[] over)
    {
        var (_, shown) = await _locator.PageAsync($"{Path}?example={example}");
        var typed = shown.QuerySelectorAll("main form input[name],main form select[name]").Where(f => !f.GetAttribute("name")!.StartsWith("__", StringComparison.Ordinal))
            .ToDictionary(f => f.GetAttribute("name")!, f => f is IHtmlSelectElement s ? s.Value ?? "" : f.GetAttribute("value") ?? "");
        foreach (var (name, value) in over)
        {
            typed[name] = value;
        }

        var (response, page) = await _locator.SendAsync($"{Path}?example={example}", "", [.. typed.Select(t => (t.Key, t.Value))]);
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        return page;
    }

    private static string Say(IHtmlDocument page) => page.QuerySelector(".verdict-say")!.TextContent.Replace('\u00a0', ' ');

    [Theory]
    [InlineData("wanted", "This is the gas.", "sound")]
    [InlineData("bonded", "the lamp cable, not the gas.", "reject")]
    [InlineData("stranger", "a line that nobody drew, not the gas.", "reject")]
    public async Task The_hidden_line_is_named(string example, string said, string verdict)
    {
        var page = await ToldAsync(example);

        Assert.EndsWith(said, Say(page), StringComparison.Ordinal);
        Assert.NotNull(page.QuerySelector(".verdict-" + verdict));
        Assert.Contains("What lies there (simulated)", page.QuerySelector("#identified")!.TextContent, StringComparison.Ordinal);
        Assert.NotEmpty(page.QuerySelectorAll("#identified svg .curve-peak"));
        Assert.NotEmpty(page.QuerySelectorAll("#identified tbody tr"));
    }

    [Fact]
    public async Task A_second_reading_turns_the_sentence()
    {
        // The same place with nearly all of the current on it, running away: that is the gas, well beside its plan.
        var page = await ToldAsync("wanted", ("place", "0.6 m"), ("current", "6"), ("way", "Against"), ("depth", "0.6 m"));
        Assert.DoesNotContain("This is the gas.", Say(page), StringComparison.Ordinal);
        var back = await ToldAsync("wanted", ("place", "0.2 m"));
        Assert.Equal("This is the gas.", Say(back));
    }

    [Theory]
    [InlineData("place", "")]
    [InlineData("place", "far")]
    [InlineData("place", "1e300 m")]
    [InlineData("depth", "deep")]
    [InlineData("depth", "-1 m")]
    [InlineData("silent", "1e10 m")]
    [InlineData("current", "none")]
    [InlineData("current", "1e-10")]
    [InlineData("level", "-3")]
    [InlineData("turned", "1000")]
    [InlineData("sideways", "-1")]
    [InlineData("sent", "1e300")]
    [InlineData("volts", "5e-324")]
    [InlineData("way", "up")]
    public async Task What_cannot_be_read_is_told_at_its_field_and_stays_typed(string field, string typed)
    {
        var page = await ToldAsync("wanted", (field, typed));

        Assert.NotNull(page.QuerySelector($"#f-{field}-error"));
        Assert.Equal("This cannot be judged yet.", Say(page));
        Assert.True(field == "way" || ((IHtmlInputElement)page.QuerySelector($"#f-{field}")!).Value == typed);
    }
}
