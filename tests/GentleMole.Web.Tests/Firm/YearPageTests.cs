using System.Net;
using GentleMole.Exchange.Tests;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Firm;

/// <summary>A year of the firm, out of what is stored and logged.</summary>
public class YearPageTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _lead = host.Browser("orla");

    private static int Now => SystemClock.Instance.GetCurrentInstant().InUtc().Year;

    private async Task<List<Dictionary<string, string>>> RowsAsync()
    {
        var answer = await _lead.GetAsync(new Uri($"/year/{Now}.csv", UriKind.Relative));
        Assert.Equal("text/csv", answer.Content.Headers.ContentType!.MediaType);
        var file = Path.Combine(Path.GetTempPath(), Path.GetRandomFileName() + ".csv");
        await File.WriteAllBytesAsync(file, await answer.Content.ReadAsByteArrayAsync());
        var (code, said) = ForeignProgram.Try("/usr/bin/python3", "-c", "import csv,sys,json;print(json.dumps(list(csv.DictReader(open(sys.argv[1],encoding='utf-8')))))", file);
        File.Delete(file);
        Assert.True(code == 0, said);
        return System.Text.Json.JsonSerializer.Deserialize<List<Dictionary<string, string>>>(said)!;
    }

    [Fact]
    public async Task Answers_sheets_holes_and_hits_are_in_page_and_csv_the_day_they_happen()
    {
        var jem = host.Browser("jem");
        await MoleHost.AcceptCautionsAsync(jem, 1);
        var before = (await RowsAsync()).Single(r => r["job"] == "1");
        var line = (await host.SheetAsync(1)).Lines.First(l => l.Line.Answer == Core.Marking.LineAnswer.Pending).Line;
        await jem.SendAsync($"/jobs/1/marks?line={line.Id}", "", ("answer", "NotFound"), ("why", "no connection"));
        await jem.SendAsync("/jobs/3/handover", "", ("changeWhy", "goes out"));
        await jem.SendAsync("/jobs/1/exposures", "", ("what", line.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)), ("where", "10 10"), ("cover", "0.5"), ("damaged", "yes"));

        var rows = await RowsAsync();
        var after = rows.Single(r => r["job"] == "1");
        Assert.Equal(1, int.Parse(after["not_found"]) - int.Parse(before["not_found"]));
        Assert.Equal(1, int.Parse(after["hit"]) - int.Parse(before["hit"]));
        var sheet = await host.SheetAsync(3);
        var handed = rows.Single(r => r["job"] == "3");
        Assert.Equal(("1", Math.Round(sheet.Lines.Sum(l => l.Traced.Run?.Length ?? 0), 1)), (handed["sheets"], double.Parse(handed["marked_m"], System.Globalization.CultureInfo.InvariantCulture)));

        var (_, page) = await _lead.PageAsync("/year");
        Assert.Contains("1 line was hit.", page.QuerySelector(".verdict-say")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(2, page.QuerySelectorAll("svg.year-picture").Length);
        Assert.Contains("hit", page.QuerySelector("svg.year-picture [data-layer=answers]")!.InnerHtml, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_answer_counts_by_its_first_day_and_what_is_answered_again_is_not_late()
    {
        var jem = host.Browser("jem");
        var id = (await host.SheetAsync(3)).Lines.Single(l => l.Line.Kind == Core.Lines.UtilityKind.Gas).Line.Id;
        var before = (await RowsAsync()).Single(r => r["job"] == "3");
        Assert.Equal("3", before["answers_in_time"]);
        await jem.SendAsync($"/jobs/3/marks?line={id}", "", ("answer", "Pending"), ("changeWhy", "to be looked at again"));
        await jem.SendAsync($"/jobs/3/marks?line={id}", "", ("answer", "Clear"), ("why", "looked again"), ("changeWhy", "looked again"));
        Assert.Equal("0", (await RowsAsync()).Single(r => r["job"] == "3")["answers_overdue"]);
    }

    [Theory]
    [InlineData("/year?of=1999", HttpStatusCode.NotFound)]
    [InlineData("/year?of=soon", HttpStatusCode.NotFound)]
    [InlineData("/year?of=99999999999", HttpStatusCode.NotFound)]
    [InlineData("/year?of=2001", HttpStatusCode.OK)]
    [InlineData("/year/1999.csv", HttpStatusCode.NotFound)]
    [InlineData("/year/2001.csv", HttpStatusCode.OK)]
    public async Task Years_that_nobody_means_are_none(string path, HttpStatusCode status) => Assert.Equal(status, (await _lead.GetAsync(new Uri(path, UriKind.Relative))).StatusCode);
}
