using System.Net;
using AngleSharp.Html.Dom;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Tests.Stages;

/// <summary>The secret link for the one who digs: what it shows, what it does not open, and how loudly it says that it holds no more.</summary>
public class DigTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _stranger = host.Browser(null);

    private async Task<string> LinkAsync(int job = 3, string whom = "team 2")
    {
        var (answer, page) = await host.Browser("jem").SendAsync($"/jobs/{job}/handover", "Link", ("whom", whom));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.NotNull(page.QuerySelector("[role=img][aria-label='The link as a code to scan']"));
        return new Uri(page.QuerySelector("[data-token]")!.TextContent).AbsolutePath;
    }

    private static string Text(IHtmlDocument page) => page.QuerySelector("main")!.TextContent.Replace('\u00a0', ' ');

    private Task<int> LinkIdAsync(int job) => host.StoreAsync(db => db.DiggerLinks.Where(l => l.JobId == job && l.RevokedAt == null).OrderByDescending(l => l.Id).Select(l => l.Id).FirstAsync());

    [Fact]
    public async Task It_shows_what_lies_under_the_dig_how_deep_how_sure_how_long_and_whom_to_call_to_somebody_without_an_account()
    {
        var link = await LinkAsync();
        var answer = await _stranger.GetAsync(new Uri(link, UriKind.Relative));
        Assert.Equal("no-referrer", answer.Headers.GetValues("Referrer-Policy").Single());
        Assert.Contains("no-store", answer.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
        var (_, page) = await _stranger.PageAsync(link);
        var sheet = await host.SheetAsync(3);
        var said = Text(page);
        Assert.Contains("Holds until", page.QuerySelector(".verdict")!.TextContent, StringComparison.Ordinal);
        Assert.Single(page.QuerySelectorAll(".dig-line"));
        Assert.Contains("0.97 m (±0.25 m) to its centre", said, StringComparison.Ordinal);
        Assert.Contains("doubtful, level B", said, StringComparison.Ordinal);
        Assert.Contains("No machine within 0.50 m", said, StringComparison.Ordinal);
        Assert.Contains("555 0140", said, StringComparison.Ordinal);
        Assert.Contains("555 0133", said, StringComparison.Ordinal);
        Assert.All(sheet.Lines, l => Assert.Contains(l.Line.Owner, said, StringComparison.Ordinal));
        Assert.NotNull(page.QuerySelector(".dig-drawing polyline"));

        // Feet for whoever reads feet.
        Assert.Contains("3'2\"", Text((await _stranger.PageAsync(link + "?units=feet")).Page), StringComparison.Ordinal);
    }

    [Fact]
    public async Task It_leads_nowhere_and_opens_nothing_else()
    {
        var link = await LinkAsync();
        var (_, page) = await _stranger.PageAsync(link);
        Assert.All(page.QuerySelectorAll("a[href], form"), a => Assert.StartsWith("?units=", a.GetAttribute("href"), StringComparison.Ordinal));
        Assert.Empty(page.QuerySelectorAll("iframe, form, script:not([src])"));
        Assert.EndsWith("/js/dig.js", page.QuerySelectorAll("script").Single().GetAttribute("src"), StringComparison.Ordinal);
        Assert.DoesNotContain("/jobs/", page.DocumentElement.OuterHtml, StringComparison.Ordinal);

        var secret = link[(link.LastIndexOf('/') + 1)..];
        foreach (var path in new[] { "/jobs", "/jobs/3", "/jobs/3/handover", "/jobs/3/handover/sheet", "/jobs/3/files/geojson", "/jobs/3/log", "/jobs/3/live", "/firm" })
        {
            Assert.Equal(HttpStatusCode.Redirect, (await _stranger.GetAsync(new Uri(path, UriKind.Relative))).StatusCode);
        }

        foreach (var path in new[] { "/api/v1/jobs", "/api/v1/jobs/3", "/api/v1/jobs/3/export/pdf", "/api/v1/jobs/3/export/geojson" })
        {
            Assert.Equal(HttpStatusCode.Unauthorized, (await host.Device(secret).GetAsync(new Uri(path, UriKind.Relative))).StatusCode);
        }

        Assert.Equal(HttpStatusCode.NotFound, (await _stranger.GetAsync(new Uri($"/calendar/{secret}.ics", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await _stranger.PageAsync($"/reset/{secret}")).Status);
        Assert.Contains("holds no more", (await _stranger.PageAsync($"/reset/{secret}")).Page.Body!.TextContent, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("mole_000000000000000000000000000000000000000000000000")]
    [InlineData("demo-field-token")]
    [InlineData("3")]
    [InlineData("' OR 1=1 --")]
    public async Task A_guess_opens_nothing(string key) =>
        Assert.Equal(HttpStatusCode.NotFound, (await _stranger.GetAsync(new Uri("/dig/" + key, UriKind.Relative))).StatusCode);

    [Fact]
    public async Task A_very_long_guess_opens_nothing() =>
        Assert.Equal(HttpStatusCode.NotFound, (await _stranger.GetAsync(new Uri("/dig/" + new string('a', 4000), UriKind.Relative))).StatusCode);

    [Fact]
    public async Task Taken_back_or_replaced_it_says_so_loudly_and_nothing_of_the_job()
    {
        var link = await LinkAsync(4, "first");
        var id = await LinkIdAsync(4);
        await host.Browser("jem").SendAsync("/jobs/4/handover", "Unlink", ("link", id.ToString(System.Globalization.CultureInfo.InvariantCulture)));
        var (status, page) = await _stranger.PageAsync(link);
        Assert.Equal(HttpStatusCode.Gone, status);
        Assert.Contains("Do not dig by it", page.QuerySelector("[role=alert]")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("taken back", Text(page), StringComparison.Ordinal);
        Assert.DoesNotContain("Tannery", page.DocumentElement.OuterHtml, StringComparison.Ordinal);

        var next = await LinkAsync(4, "second");
        Assert.Contains("It was replaced", Text((await _stranger.PageAsync(link)).Page), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await _stranger.PageAsync(next)).Status);

        // A sheet that has not gone out is nothing to dig by.
        Assert.Contains("Not handed over yet. Do not dig by this.", (await _stranger.PageAsync(next)).Page.QuerySelector("[role=alert]")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Expired_or_changed_since_it_says_so_before_anything_else()
    {
        var link = await LinkAsync(3, "to expire");
        var jem = host.Browser("jem");
        await jem.SendAsync("/jobs/3/handover", "", ("changeWhy", "goes out anew"));
        Assert.Contains("Holds until", (await _stranger.PageAsync(link)).Page.QuerySelector(".verdict")!.TextContent, StringComparison.Ordinal);

        var (answer, page) = await jem.SendAsync("/jobs/3/marks?line=10", "", ("answer", "NotFound"), ("why", "a new plan of the owner shows one, not found"), ("changeWhy", "new plan came"));
        Assert.True(answer.StatusCode == HttpStatusCode.Redirect, page.Body?.TextContent);
        var (_, changed) = await _stranger.PageAsync(link);
        Assert.Contains("Changed since it was handed over", changed.QuerySelector(".verdict")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("NOT FOUND, it may be in the dig", Text(changed), StringComparison.Ordinal);

        await host.StoreAsync(async db =>
        {
            foreach (var line in await db.Lines.AsTracking().Where(l => l.JobId == 3 && l.AnsweredAt != null).ToListAsync())
            {
                line.AnsweredAt -= Duration.FromDays(90);
            }

            return await db.SaveChangesAsync();
        });
        var (_, expired) = await _stranger.PageAsync(link);
        var first = expired.QuerySelector("[role=alert]")!.TextContent;
        Assert.Contains("Expired on", first, StringComparison.Ordinal);
        Assert.Contains("Do not dig by this", first, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Who_may_not_change_a_job_makes_no_link_and_nobody_without_a_name_for_it()
    {
        var before = await host.StoreAsync(db => db.DiggerLinks.CountAsync());
        await host.Browser("quill").SendAsync("/jobs/3/handover", "Link", ("whom", "me"));
        Assert.Null((await host.Browser("quill").PageAsync("/jobs/3/handover")).Page.QuerySelector("#f-whom"));
        var (_, page) = await host.Browser("jem").SendAsync("/jobs/3/handover", "Link", ("whom", " "));
        Assert.NotNull(page.Complaint("whom"));
        var (_, tooLong) = await host.Browser("jem").SendAsync("/jobs/3/handover", "Link", ("whom", new string('x', 101)));
        Assert.NotNull(tooLong.Complaint("whom"));
        Assert.Equal(before, await host.StoreAsync(db => db.DiggerLinks.CountAsync()));

        // Nobody takes back a link by the page of another job.
        await LinkAsync(1, "of one");
        var id = await LinkIdAsync(1);
        await host.Browser("jem").SendAsync("/jobs/3/handover", "Unlink", ("link", id.ToString(System.Globalization.CultureInfo.InvariantCulture)));
        Assert.Equal(id, await LinkIdAsync(1));
    }

    [Fact]
    public async Task The_log_says_who_made_one_and_not_its_secret()
    {
        var link = await LinkAsync(1, "for the log");
        var hash = await host.StoreAsync(db => db.DiggerLinks.Where(l => l.ForWhom == "for the log").Select(l => l.SecretHash).SingleAsync());
        var entry = await host.StoreAsync(db => db.Log.AsNoTracking().Where(e => e.JobId == 1 && e.Subject.StartsWith(nameof(DiggerLink))).OrderByDescending(e => e.Id).FirstAsync());
        Assert.Equal("Jem Trewin", entry.Who);
        Assert.Contains("for the log", entry.After, StringComparison.Ordinal);
        Assert.DoesNotContain(hash, entry.After, StringComparison.Ordinal);
        Assert.DoesNotContain(link[^20..], entry.After, StringComparison.Ordinal);
    }
}
