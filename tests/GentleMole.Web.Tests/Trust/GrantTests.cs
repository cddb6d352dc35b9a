using System.Net;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Trust;

/// <summary>A reader sees the jobs that they were given, and nothing else.</summary>
public class GrantTests(MoleHost host) : IClassFixture<MoleHost>
{
    [Theory]
    [InlineData("/jobs/{0}/notice")]
    [InlineData("/jobs/{0}/records")]
    [InlineData("/jobs/{0}/trace")]
    [InlineData("/jobs/{0}/trace/wires")]
    [InlineData("/jobs/{0}/trace/sonde")]
    [InlineData("/jobs/{0}/radar")]
    [InlineData("/jobs/{0}/radar/collect?handler=File&profile=1")]
    [InlineData("/jobs/{0}/radar/calibrate")]
    [InlineData("/jobs/{0}/radar/grid")]
    [InlineData("/jobs/{0}/radar/runs")]
    [InlineData("/jobs/{0}/radar/bodies")]
    [InlineData("/jobs/{0}/radar/slices")]
    [InlineData("/jobs/{0}/radar/slices?handler=Slice&depth=0.7m")]
    [InlineData("/jobs/{0}/trace/fault")]
    [InlineData("/jobs/{0}/handover")]
    [InlineData("/jobs/{0}/exposures")]
    [InlineData("/jobs/{0}/conflicts")]
    [InlineData("/jobs/{0}/paint")]
    [InlineData("/jobs/{0}/paint/card")]
    [InlineData("/jobs/{0}/handover/sheet")]
    [InlineData("/jobs/{0}/handover/owner")]
    [InlineData("/jobs/{0}/outline")]
    [InlineData("/jobs/{0}/log")]
    [InlineData("/jobs/{0}/files/csv")]
    [InlineData("/jobs/{0}/files/gpkg")]
    public async Task Of_others_there_is_nothing_at_any_address(string path)
    {
        var reader = host.Browser("quill");
        async Task<HttpStatusCode> AskAsync(int job) => (await reader.GetAsync(new Uri(string.Format(System.Globalization.CultureInfo.InvariantCulture, path, job), UriKind.Relative))).StatusCode;

        // The owner's sheet is asked of a line; without one there is none.
        Assert.True(await AskAsync(1) is HttpStatusCode.OK || path.EndsWith("owner", StringComparison.Ordinal));
        Assert.Equal(HttpStatusCode.NotFound, await AskAsync(2));
        Assert.Equal(HttpStatusCode.NotFound, await AskAsync(999));
    }

    [Fact]
    public async Task Lists_streams_and_photos_hold_to_it_too()
    {
        var reader = host.Browser("quill");
        var list = (await reader.PageAsync("/jobs")).Page.QuerySelector("main")!.InnerHtml;
        Assert.Contains("/jobs/1", list, StringComparison.Ordinal);
        Assert.DoesNotContain("/jobs/2", list, StringComparison.Ordinal);
        Assert.DoesNotContain("/jobs/2", (await reader.PageAsync("/jobs?q=footbridge")).Page.QuerySelector("main")!.InnerHtml, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await reader.GetAsync(new Uri("/jobs/2/live", UriKind.Relative), HttpCompletionOption.ResponseHeadersRead)).StatusCode);
        var photo = await host.StoreAsync(db => db.Photos.AsNoTracking().FirstAsync());
        Assert.Equal(photo.JobId == 1 ? HttpStatusCode.OK : HttpStatusCode.NotFound, (await reader.GetAsync(new Uri($"/jobs/{photo.JobId}/photos/{photo.Id}", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await reader.GetAsync(new Uri($"/jobs/2/photos/{photo.Id}", UriKind.Relative))).StatusCode);
        foreach (var path in new[] { "/notices/calendar.ics", "/notices", "/days", "/owners", "/truth", "/places", "/year", "/year/2026.csv", "/log", "/firm", "/guide", "/instruments", "/backup/mole-2026-11-23-103000.zip" })
        {
            Assert.Equal(HttpStatusCode.Forbidden, (await reader.GetAsync(new Uri(path, UriKind.Relative))).StatusCode);
        }
    }

    [Fact]
    public async Task A_lead_gives_and_takes_and_both_are_in_the_log()
    {
        var lead = host.Browser("orla");
        var id = await host.StoreAsync(async db => (await db.Users.SingleAsync(u => u.UserName == "quill")).Id);
        async Task<AngleSharp.Html.Dom.IHtmlDocument> GiveAsync(string jobs) =>
            (await lead.SendAsync("/people?who=" + id, "", ("person", "R. Quill, who digs"), ("role", "Reader"), ("active", "yes"), ("given", jobs))).Page;
        var reader = host.Browser("quill");

        Assert.NotNull((await GiveAsync("1, 4711")).Complaint("given"));
        Assert.NotNull((await GiveAsync("one")).Complaint("given"));
        await GiveAsync("1 2; 3, 3");
        Assert.Equal(HttpStatusCode.OK, (await reader.PageAsync("/jobs/2/notice")).Status);
        await GiveAsync("1, 3");
        Assert.Equal(HttpStatusCode.NotFound, (await reader.PageAsync("/jobs/2/notice")).Status);
        var log = await host.StoreAsync(db => db.Log.AsNoTracking().Where(e => e.JobId == 2 && e.Subject.StartsWith("JobGrant:")).OrderBy(e => e.Id).ToListAsync());
        Assert.Equal(["added", "removed"], log.Select(e => e.What));
    }
}
