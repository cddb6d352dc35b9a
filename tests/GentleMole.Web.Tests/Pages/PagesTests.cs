using System.Net;
using AngleSharp.Html.Parser;
using GentleMole.Core.Marking;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace GentleMole.Web.Tests.Pages;

public class PagesTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HtmlParser _parser = new();

    private HttpClient Browser() => host.Browser();

    private static Task<(HttpStatusCode Status, AngleSharp.Html.Dom.IHtmlDocument Page)> GetAsync(HttpClient client, string path) => client.PageAsync(path);

    private static Task<(HttpResponseMessage Response, AngleSharp.Html.Dom.IHtmlDocument Page)> SendAsync(
        HttpClient client, string path, string handler, params (string Name, string Value)[] typed) => client.SendAsync(path, handler, typed);

    [Theory]
    [InlineData("/jobs")]
    [InlineData("/jobs/new")]
    [InlineData("/jobs/1/notice")]
    [InlineData("/jobs/2/hookup")]
    [InlineData("/jobs/1/sweep")]
    [InlineData("/jobs/1/trace/wires")]
    [InlineData("/jobs/1/trace/sonde")]
    [InlineData("/jobs/1/radar")]
    [InlineData("/jobs/2/radar")]
    [InlineData("/jobs/1/radar/calibrate")]
    [InlineData("/jobs/2/radar/calibrate")]
    [InlineData("/jobs/1/radar/collect")]
    [InlineData("/jobs/1/radar/grid")]
    [InlineData("/jobs/4/radar/grid")]
    [InlineData("/jobs/2/radar/runs")]
    [InlineData("/jobs/4/radar/runs")]
    [InlineData("/jobs/2/radar/bodies")]
    [InlineData("/jobs/4/radar/bodies?body=1")]
    [InlineData("/jobs/5/radar/bodies?body=99")]
    [InlineData("/jobs/5/notice")]
    [InlineData("/jobs/5/handover")]
    [InlineData("/jobs/1/exposures")]
    [InlineData("/jobs/1/conflicts")]
    [InlineData("/jobs/1/paint")]
    [InlineData("/jobs/2/paint")]
    [InlineData("/jobs/5/paint")]
    [InlineData("/jobs/1/paint/card")]
    [InlineData("/jobs/2/paint/card")]
    [InlineData("/jobs/5/conflicts")]
    [InlineData("/jobs/5/exposures")]
    [InlineData("/jobs/3/exposures?line=6")]
    [InlineData("/jobs/5/handover/sheet")]
    [InlineData("/jobs/2/radar/slices")]
    [InlineData("/jobs/4/radar/slices?depth=0.7")]
    [InlineData("/jobs/4/radar/slices?depth=deep&thick=1e300&cut=nowhere")]
    [InlineData("/jobs/1/trace/fault")]
    [InlineData("/jobs/3/trace/fault")]
    [InlineData("/jobs/1/handover/owner?line=2")]
    [InlineData("/jobs/2/sweep")]
    [InlineData("/jobs/1/trace?line=1&cut=dig")]
    [InlineData("/jobs/3/marks")]
    [InlineData("/jobs/2/handover/sheet")]
    [InlineData("/bench/depth?way=tilt")]
    [InlineData("/bench/depths")]
    [InlineData("/bench/identify")]
    [InlineData("/bench/ledger")]
    [InlineData("/bench/sonde")]
    [InlineData("/bench/sonde-route")]
    [InlineData("/bench/radar/plan")]
    [InlineData("/bench/radar/wheel")]
    [InlineData("/bench/radar/hyperbola")]
    [InlineData("/bench/fault")]
    [InlineData("/bench/wire-fault")]
    [InlineData("/firm")]
    [InlineData("/jobs/1/records")]
    [InlineData("/jobs/1/walk")]
    [InlineData("/jobs/1/outline")]
    [InlineData("/jobs/1/log")]
    [InlineData("/notices")]
    [InlineData("/days")]
    [InlineData("/owners")]
    [InlineData("/truth")]
    [InlineData("/practice")]
    [InlineData("/practice/record")]
    [InlineData("/practice/certificate")]
    [InlineData("/practice/crew")]
    [InlineData("/practice/make")]
    [InlineData("/places")]
    [InlineData("/year")]
    [InlineData("/year?of=2031")]
    [InlineData("/people")]
    [InlineData("/account")]
    [InlineData("/security")]
    [InlineData("/confirm")]
    [InlineData("/tokens")]
    [InlineData("/log?check=true")]
    [InlineData("/backup")]
    public async Task Every_page_opens_with_its_headers_and_no_inline_script(string path)
    {
        var response = await Browser().GetAsync(new Uri(path, UriKind.Relative));
        var page = _parser.ParseDocument(await response.Content.ReadAsStringAsync());

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.Contains("script-src 'self'", response.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.Equal("nosniff", response.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.All(page.Scripts, s => Assert.True(s.GetAttribute("src")?.StartsWith('/') == true, $"{s.OuterHtml} in {s.ParentElement?.OuterHtml}"));
        Assert.DoesNotContain("http://", string.Concat(page.QuerySelectorAll("link,script,img").Select(e => e.OuterHtml)), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("/jobs/4711/trace")]
    [InlineData("/jobs/abc/trace")]
    [InlineData("/jobs/1/trace?line=abc")]
    [InlineData("/jobs/1/trace?dot=6f9619ff-8b86-4d01-b42d-00cf4fc964ff")]
    [InlineData("/jobs/1/files/exe")]
    [InlineData("/jobs/4711/files/csv")]
    [InlineData("/nowhere")]
    public async Task What_is_not_there_is_not_found(string path) =>
        Assert.Equal(HttpStatusCode.NotFound, (await GetAsync(Browser(), path)).Status);

    [Theory]
    [InlineData("/jobs/4711", HttpStatusCode.NotFound, "nothing at this address")]
    [InlineData("/nowhere", HttpStatusCode.NotFound, "nothing at this address")]
    public async Task What_cannot_be_served_says_so_on_a_page(string path, HttpStatusCode status, string words)
    {
        var (answered, page) = await GetAsync(Browser(), path);

        Assert.Equal(status, answered);
        Assert.Contains(words, page.QuerySelector("h1")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_form_without_its_token_gets_a_sentence_too()
    {
        var (response, page) = await Browser().PostFormAsync("/jobs/1/notice?handler=Facts", new() { ["name"] = "x" });

        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Contains("Nothing was changed", page.QuerySelector(".lead-in")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_form_without_its_antiforgery_token_changes_nothing()
    {
        var response = await Browser().PostAsync(
            new Uri("/jobs/1/handover", UriKind.Relative), new FormUrlEncodedContent([]));

        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
    }

    [Fact]
    public async Task A_wrong_notice_gets_its_sentences_keeps_what_was_typed_and_stores_nothing()
    {
        var (response, page) = await SendAsync(
            Browser(), "/jobs/2/notice", "Facts", ("name", "x"), ("digDepth", "very"), ("received", "soon"), ("planned", "31/12"));

        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.Contains("“very” is not a length", page.QuerySelector("#f-digDepth-error")!.TextContent, StringComparison.Ordinal);
        Assert.NotNull(page.QuerySelector("#f-received-error"));
        Assert.NotNull(page.QuerySelector("#f-planned-error"));
        Assert.Equal("very", page.QuerySelector("#f-digDepth")!.GetAttribute("value"));
        Assert.Equal("Boating lake footbridge piles", await host.StoreAsync(async db => (await db.Jobs.SingleAsync(j => j.Id == 2)).Name));
    }

    [Theory]
    [InlineData("0 0\n5 5", "at least 3")]
    [InlineData("0 0\n5 5\n0 5\n5 0", "crosses itself")]
    [InlineData("0 0\nfive 5\n0 5", "Line 2")]
    [InlineData("0 0 0\n5 5\n0 5", "Line 1")]
    public async Task A_bad_dig_area_is_told_why(string corners, string part)
    {
        var (_, page) = await SendAsync(Browser(), "/jobs/2/notice", "Dig", ("corners", corners));

        Assert.Contains(part, page.QuerySelector("#f-corners-error")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_direct_hookup_needs_its_connection_and_its_stake()
    {
        var path = "/jobs/2/hookup?line=" + await host.StoreAsync(async db => (await db.Lines.FirstAsync(l => l.JobId == 2)).Id);

        await MoleHost.AcceptCautionsAsync(Browser(), 2);
        var (_, page) = await SendAsync(Browser(), path, "", ("method", "Direct"), ("volts", "lots"));

        Assert.NotNull(page.QuerySelector("#f-volts-error"));
        var (_, second) = await SendAsync(Browser(), path, "", ("method", "Direct"), ("connectionEast", "3"), ("connectionNorth", "4"));
        Assert.NotNull(second.QuerySelector("#f-stakeEast-error"));
        Assert.Equal(0, await host.StoreAsync(db => db.Hookups.CountAsync(h => h.JobId == 2)));
    }

    [Fact]
    public async Task A_dot_sent_twice_is_stored_once()
    {
        var id = Guid.NewGuid().ToString();
        (string, string)[] dot = [("newId", id), ("east", "30"), ("north", "20"), ("depth", "0.6"), ("state", "Taken")];
        var line = await host.StoreAsync(async db => (await db.Lines.FirstAsync(l => l.JobId == 1 && l.Owner == "Norrick Grid")).Id);

        await SendAsync(Browser(), $"/jobs/1/trace?line={line}", "", dot);
        await SendAsync(Browser(), $"/jobs/1/trace?line={line}", "", dot);

        Assert.Equal(1, await host.StoreAsync(db => db.Readings.CountAsync(r => r.LineId == line)));
    }

    [Fact]
    public async Task Readings_that_came_before_their_utility_find_it_when_it_is_put_on_the_notice()
    {
        var device = host.Device();
        var job = (await (await device.PostTextAsync("/api/v1/jobs", "{\"name\":\"Early device\"}")).JsonAsync()).GetProperty("id").GetInt32();
        await device.PostTextAsync(
            $"/api/v1/jobs/{job}/readings",
            $"{{\"readings\":[{{\"id\":\"{Guid.NewGuid()}\",\"takenAt\":\"2026-11-23T09:30:00Z\",\"utility\":\"gas\",\"eastMetres\":1,\"northMetres\":2}}]}}");

        await SendAsync(Browser(), $"/jobs/{job}/notice", "Line", ("kind", "Gas"), ("owner", "Tamsin Gas"));

        var reading = await host.StoreAsync(db => db.Readings.SingleAsync(r => r.JobId == job));
        Assert.NotNull(reading.LineId);
        Assert.Equal(1, reading.Number);
    }

    [Fact]
    public async Task Not_found_needs_a_why_and_a_handover_needs_every_answer()
    {
        var line = await host.StoreAsync(async db => (await db.Lines.FirstAsync(l => l.JobId == 2)).Id);

        var (_, unexplained) = await SendAsync(Browser(), $"/jobs/2/marks?line={line}", "", ("answer", "NotFound"));
        var (_, unmarked) = await SendAsync(Browser(), $"/jobs/2/marks?line={line}", "", ("answer", "Marked"));
        var (_, early) = await SendAsync(Browser(), "/jobs/2/handover", "");

        Assert.NotNull(unexplained.QuerySelector("#f-why-error"));
        Assert.Contains("two accepted dots", unmarked.QuerySelector(".invalid-feedback")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("needs an answer", early.QuerySelector(".invalid-feedback")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(LineAnswer.Pending, await host.StoreAsync(async db => (await db.Lines.SingleAsync(l => l.Id == line)).Answer));
    }

    [Fact]
    public async Task A_holiday_put_in_moves_the_day_on_which_digging_may_start()
    {
        var before = (await GetAsync(Browser(), "/jobs/2/notice")).Page.QuerySelector(".verdict-why")!.TextContent;
        var call = await host.StoreAsync(async db => (await db.Jobs.SingleAsync(j => j.Id == 2)).ReceivedAt!.Value.Date);
        var holiday = Enumerable.Range(1, 7).Select(call.PlusDays).First(d => d.DayOfWeek is IsoDayOfWeek.Wednesday or IsoDayOfWeek.Tuesday or IsoDayOfWeek.Thursday);

        await SendAsync(Browser(), "/firm", "Holiday", ("date", holiday.ToString("yyyy-MM-dd", null)), ("holiday", "Mole Fair"));

        var page = (await GetAsync(Browser(), "/jobs/2/notice")).Page;
        Assert.NotEqual(before, page.QuerySelector(".verdict-why")!.TextContent);
        var (_, again) = await SendAsync(Browser(), "/firm", "Holiday", ("date", holiday.ToString("yyyy-MM-dd", null)), ("holiday", "Twice"));
        Assert.NotNull(again.QuerySelector("#f-date-error"));
    }

    [Fact]
    public async Task A_name_with_markup_is_shown_as_text()
    {
        var (response, _) = await SendAsync(Browser(), "/jobs/new", "", ("name", "<script>alert(1)</script> & \"co\""));
        var (_, page) = await GetAsync(Browser(), response.Headers.Location!.ToString());

        Assert.Contains("<script>alert(1)</script> & \"co\"", page.QuerySelector(".top-where")!.TextContent, StringComparison.Ordinal);
        Assert.All(page.Scripts, s => Assert.StartsWith("/v/", s.GetAttribute("src"), StringComparison.Ordinal));
    }
}
