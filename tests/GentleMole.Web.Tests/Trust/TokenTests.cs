using System.Net;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.Trust;

public class TokenTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string OneReading =
        "{\"readings\":[{\"id\":\"$\",\"takenAt\":\"2026-11-23T09:30:00Z\",\"utility\":\"gas\",\"eastMetres\":1,\"northMetres\":2}]}";

    private async Task<string> MakeAsync(string name, string scope, string job = "") =>
        (await host.Browser().SendAsync("/tokens", "", ("name", name), ("scope", scope), ("job", job))).Page.QuerySelector("[data-token]")!.TextContent;

    private Task<HttpResponseMessage> SendAsync(string token, int job) =>
        host.Device(token).PostTextAsync($"/api/v1/jobs/{job}/readings", OneReading.Replace("$", Guid.NewGuid().ToString(), StringComparison.Ordinal));

    [Fact]
    public async Task A_token_may_do_what_it_was_made_for_and_no_more()
    {
        var (read, readings, full) = (await MakeAsync("map", "Read"), await MakeAsync("rover", "Readings"), await MakeAsync("script", "Full"));

        foreach (var token in new[] { read, readings, full })
        {
            Assert.Equal(HttpStatusCode.OK, (await host.Device(token).GetAsync(new Uri("/api/v1/jobs", UriKind.Relative))).StatusCode);
        }

        Assert.Equal(HttpStatusCode.Forbidden, (await SendAsync(read, 2)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await SendAsync(readings, 2)).StatusCode);
        Assert.Equal(HttpStatusCode.Forbidden, (await host.Device(readings).PostTextAsync("/api/v1/jobs", "{\"name\":\"x\"}")).StatusCode);
        var made = await host.Device(full).PostTextAsync("/api/v1/jobs", "{\"name\":\"By script\"}");
        Assert.Equal(HttpStatusCode.Created, made.StatusCode);
        Assert.Equal("token script", await host.StoreAsync(async db => (await db.Log.OrderByDescending(e => e.Id).FirstAsync(e => e.Subject.StartsWith("Job:"))).Who));
    }

    [Fact]
    public async Task A_token_for_one_job_sees_no_other()
    {
        var device = host.Device(await MakeAsync("one job", "Readings", "2"));

        Assert.Equal(2, (await (await device.GetAsync(new Uri("/api/v1/jobs", UriKind.Relative))).JsonAsync())[0].GetProperty("id").GetInt32());
        Assert.Equal(HttpStatusCode.NotFound, (await device.GetAsync(new Uri("/api/v1/jobs/1", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await device.GetAsync(new Uri("/api/v1/jobs/1/export/csv", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await device.PostTextAsync("/api/v1/jobs/1/readings", "{\"readings\":[]}")).StatusCode);
    }

    [Fact]
    public async Task It_is_kept_as_a_hash_shown_once_and_shut_at_once_when_revoked()
    {
        var token = await MakeAsync("lost phone", "Full");
        var row = await host.StoreAsync(db => db.ApiTokens.SingleAsync(t => t.Name == "lost phone"));
        var (_, later) = await host.Browser().PageAsync("/tokens");

        Assert.DoesNotContain(token, row.TokenHash, StringComparison.Ordinal);
        Assert.DoesNotContain(token, later.Body!.InnerHtml, StringComparison.Ordinal);
        Assert.DoesNotContain(await host.StoreAsync(db => db.Log.ToListAsync()), e => e.After.Contains(row.TokenHash, StringComparison.Ordinal));

        await host.Browser().SendAsync("/tokens", "Revoke", ("token", row.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)));
        Assert.Equal(HttpStatusCode.Unauthorized, (await host.Device(token).GetAsync(new Uri("/api/v1/jobs", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task A_calendar_token_opens_its_feed_alone()
    {
        var address = await MakeAsync("office wall", "Calendar");
        var path = new Uri(address).AbsolutePath;
        var stranger = host.Browser(null);

        var feed = await stranger.GetAsync(new Uri(path, UriKind.Relative));
        Assert.Equal("text/calendar", feed.Content.Headers.ContentType!.MediaType);
        var text = await feed.Content.ReadAsStringAsync();
        Assert.Contains("Lido car park charging bays", text, StringComparison.Ordinal);
        Assert.Contains("On site: ", text, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Unauthorized, (await host.Device(Path.GetFileNameWithoutExtension(path)).GetAsync(new Uri("/api/v1/jobs", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await stranger.GetAsync(new Uri("/calendar/mole_guess.ics", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await stranger.GetAsync(new Uri("/calendar/demo-field-token.ics", UriKind.Relative))).StatusCode);
    }

    [Theory]
    [InlineData("/api")]
    [InlineData("/api/other")]
    [InlineData("/api/v2/jobs")]
    [InlineData("/API/v1/nothing-here")]
    public async Task Everything_under_api_is_behind_the_one_door(string path)
    {
        var address = new Uri(path, UriKind.Relative);
        foreach (var stranger in new[] { host.Browser(null), host.Browser("orla"), host.Device("mole_guess") })
        {
            var refused = await stranger.GetAsync(address);
            Assert.Equal(HttpStatusCode.Unauthorized, refused.StatusCode);
            Assert.Equal("Bearer", refused.Headers.WwwAuthenticate.ToString());
            Assert.Equal("application/problem+json", refused.Content.Headers.ContentType!.MediaType);
        }

        var nothing = await host.Device().GetAsync(address);
        Assert.Equal(HttpStatusCode.NotFound, nothing.StatusCode);
        Assert.Equal("application/problem+json", nothing.Content.Headers.ContentType!.MediaType);
    }

    [Fact]
    public async Task A_scope_that_does_not_reach_is_told_as_a_problem()
    {
        var refused = await SendAsync(await MakeAsync("looks only", "Read"), 2);

        Assert.Equal("application/problem+json", refused.Content.Headers.ContentType!.MediaType);
        Assert.Contains("does not reach", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_token_needs_a_name_and_a_job_that_exists()
    {
        var (_, page) = await host.Browser().SendAsync("/tokens", "", ("scope", "Full"), ("job", "4711"));

        Assert.NotNull(page.Complaint("name"));
        Assert.Contains("4711", page.Complaint("job"), StringComparison.Ordinal);
    }
}
