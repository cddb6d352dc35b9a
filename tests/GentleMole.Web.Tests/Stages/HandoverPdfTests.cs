using System.Net;
using System.Text.RegularExpressions;
using GentleMole.Exchange.Tests;
using GentleMole.Web.Words;

namespace GentleMole.Web.Tests.Stages;

/// <summary>The sheet for print, as an application that is not ours reads it.</summary>
public partial class HandoverPdfTests(MoleHost host) : IClassFixture<MoleHost>
{
    [GeneratedRegex(@"code ([0-9A-Z]{4}-[0-9A-Z]{4}-[0-9A-Z]{4})")]
    private static partial Regex CodeWords();

    private async Task<string> WordsAsync(string path)
    {
        var answer = await host.Device().GetAsync(new Uri(path, UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Equal("application/pdf", answer.Content.Headers.ContentType!.MediaType);
        return ForeignProgram.Words(await answer.Content.ReadAsByteArrayAsync()).Replace('\u00a0', ' ');
    }

    private static string CodeOf(string words) => CodeWords().Match(words).Groups[1].Value;

    [Fact]
    public async Task It_says_what_the_sheet_says_with_name_pages_and_the_code_that_the_job_shows()
    {
        var words = await WordsAsync("/api/v1/jobs/3/export/pdf");
        var flat = Regex.Replace(words, @"\s+", " ");
        var sheet = await host.SheetAsync(3);
        Assert.Contains(sheet.Job.Name, words, StringComparison.Ordinal);
        Assert.All(sheet.Lines, l => Assert.Contains(l.Line.Owner, words, StringComparison.Ordinal));
        Assert.Equal(sheet.Lines.Sum(l => l.Traced.Stretches.Count), Regex.Count(words, @"^\s*[rx]?\d+–[rx]?\d+ ", RegexOptions.Multiline));
        Assert.Contains("readings never replace exposing", flat, StringComparison.Ordinal);
        Assert.Contains("Depths are to the centre", flat, StringComparison.Ordinal);
        Assert.Matches("Conditions: Read .* with Wren. Ground grass|Conditions: Read .* with Wren. Ground paved", flat);
        Assert.Contains(sheet.Job.HandoverHead[..12], words, StringComparison.Ordinal);
        Assert.Contains("page 1 of", words, StringComparison.Ordinal);

        var (_, page) = await host.Browser("jem").PageAsync("/jobs/3/handover");
        Assert.Equal(page.QuerySelector("[data-code]")!.TextContent, CodeOf(words));
    }

    [Fact]
    public async Task Another_answer_gives_another_code()
    {
        var before = CodeOf(await WordsAsync("/api/v1/jobs/1/export/pdf"));
        Assert.Equal(before, CodeOf(await WordsAsync("/api/v1/jobs/1/export/pdf?paper=a3&way=lying")));
        await MoleHost.AcceptCautionsAsync(host.Browser("jem"), 1);
        var (answer, page) = await host.Browser("jem").SendAsync("/jobs/1/marks?line=3", "", ("answer", "NotFound"), ("why", "no connection could be made, clay duct"));
        Assert.True(answer.StatusCode == HttpStatusCode.Redirect, page.QuerySelector("main")?.TextContent);
        Assert.NotEqual(before, CodeOf(await WordsAsync("/api/v1/jobs/1/export/pdf")));
    }

    [Fact]
    public async Task What_does_not_fit_is_cut_into_sheets_with_a_key_plan_and_too_many_are_refused_where_they_were_chosen()
    {
        var words = await WordsAsync("/api/v1/jobs/1/export/pdf?scale=100");
        Assert.Contains("Key plan 1:500", words, StringComparison.Ordinal);
        var sheets = Regex.Matches(words, @"Sheet (\d+) of (\d+) · 1:100");
        Assert.True(sheets.Count > 1);
        Assert.Equal(Enumerable.Range(1, sheets.Count), sheets.Select(s => int.Parse(s.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture)));
        Assert.DoesNotContain("Key plan", await WordsAsync("/api/v1/jobs/1/export/pdf?scale=500"), StringComparison.Ordinal);

        // The same in feet, by the cookie of the person at the page.
        var browser = host.Browser("jem");
        browser.DefaultRequestHeaders.Add("Cookie", Person.UnitsCookie + "=feet");
        var feet = await browser.GetAsync(new Uri("/jobs/1/handover?handler=Pdf&paper=letter&way=lying", UriKind.Relative));
        Assert.Equal("application/pdf", feet.Content.Headers.ContentType!.MediaType);
        Assert.Contains("′", ForeignProgram.Words(await feet.Content.ReadAsByteArrayAsync()).Replace("'", "′", StringComparison.Ordinal), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_site_that_is_very_long_is_printed_at_a_smaller_scale_when_nobody_asked_for_one()
    {
        var (answer, page) = await host.Browser("jem").SendAsync("/jobs/5/notice", "Line", ("kind", "Water"), ("owner", "Far Water"), ("expected", "0 0\n9000 400"));
        Assert.True(answer.StatusCode == HttpStatusCode.Redirect, page.QuerySelector("main")?.TextContent);
        Assert.Matches(@"Sheet 1 of \d+ · 1:1000", await WordsAsync("/api/v1/jobs/5/export/pdf"));
        Assert.Equal(["scale"], await (await host.Device().GetAsync(new Uri("/api/v1/jobs/5/export/pdf?scale=250", UriKind.Relative))).ComplaintsAsync());
    }

    [Fact]
    public async Task What_is_no_paper_no_way_and_no_scale_is_told_at_its_field()
    {
        var answer = await host.Device().GetAsync(new Uri("/api/v1/jobs/1/export/pdf?paper=a9&way=hanging&scale=1e300", UriKind.Relative));
        Assert.Equal(["paper", "scale", "way"], (await answer.ComplaintsAsync()).Order());
        var (status, page) = await host.Browser("jem").PageAsync("/jobs/1/handover?handler=Pdf&scale=7");
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Contains("1:50, 1:100", page.QuerySelector("[role=alert]")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await host.Device().GetAsync(new Uri("/api/v1/jobs/99/export/pdf?paper=a9", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await host.Device(null).GetAsync(new Uri("/api/v1/jobs/1/export/pdf", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task Every_job_of_the_demo_can_be_printed()
    {
        foreach (var job in Enumerable.Range(1, 5))
        {
            Assert.Contains("How to check this sheet", await WordsAsync($"/api/v1/jobs/{job}/export/pdf"), StringComparison.Ordinal);
        }
    }
}
