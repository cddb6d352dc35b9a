using System.Net;
using Microsoft.AspNetCore.Hosting;

namespace GentleMole.Web.Tests.Trust;

/// <summary>With doors that may be tried three times a minute, and pages asked for sixty times, ten of them at once.</summary>
public sealed class HastyHost : MoleHost
{
    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        base.ConfigureWebHost(builder);
        builder.UseSetting("Doors:TriesPerMinute", "3");
        builder.UseSetting("Pages:RequestsPerMinute", "60");
    }
}

public class HasteTests(HastyHost host) : IClassFixture<HastyHost>
{
    [Fact]
    public async Task Whoever_tries_the_door_too_often_waits()
    {
        var browser = host.Browser(null);
        HttpResponseMessage? last = null;
        for (var i = 0; i < 5; i++)
        {
            (last, _) = await browser.SendAsync("/sign-in", "", ("name", "jem"), ("password", "guess"));
        }

        Assert.Equal(HttpStatusCode.TooManyRequests, last!.StatusCode);
        Assert.NotNull(last.Headers.RetryAfter);
        Assert.Contains("Too many tries", await last.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await browser.PageAsync("/sign-in")).Status);
    }

    [Fact]
    public async Task A_session_that_asks_faster_than_a_person_waits_as_long_as_it_is_told_and_can_always_leave()
    {
        var browser = host.Browser("quill");
        var token = (await browser.PageAsync("/jobs")).Page.Token();
        HttpResponseMessage? last = null;
        for (var i = 0; i < 14; i++)
        {
            last = await browser.GetAsync(new Uri("/jobs", UriKind.Relative));
        }

        Assert.Equal(HttpStatusCode.TooManyRequests, last!.StatusCode);
        var wait = last.Headers.RetryAfter!.Delta!.Value;
        Assert.InRange(wait.TotalSeconds, 1, 2);
        await Task.Delay(wait + TimeSpan.FromMilliseconds(300));
        Assert.Equal(HttpStatusCode.OK, (await browser.GetAsync(new Uri("/jobs", UriKind.Relative))).StatusCode);

        for (var i = 0; i < 14; i++)
        {
            last = await browser.GetAsync(new Uri("/jobs", UriKind.Relative));
        }

        Assert.Equal(HttpStatusCode.TooManyRequests, last.StatusCode);
        Assert.Equal("text/plain", last.Content.Headers.ContentType!.MediaType);
        using var going = new HttpRequestMessage(HttpMethod.Get, "/jobs");
        going.Headers.Accept.ParseAdd("text/html");
        using var told = await browser.SendAsync(going);
        Assert.Equal(HttpStatusCode.TooManyRequests, told.StatusCode);
        Assert.NotNull(told.Headers.RetryAfter);
        Assert.Matches("Wait (1 second|2 seconds), then reload this page.", await told.Content.ReadAsStringAsync());
        using var form = new FormUrlEncodedContent(new Dictionary<string, string> { ["__RequestVerificationToken"] = token });
        Assert.Equal(HttpStatusCode.Redirect, (await browser.PostAsync(new Uri("/sign-out", UriKind.Relative), form)).StatusCode);
    }

    [Fact]
    public async Task Answers_are_compressed_and_what_ships_is_kept_under_its_hash()
    {
        var browser = host.Browser("jem");
        using var asked = new HttpRequestMessage(HttpMethod.Get, "/jobs");
        asked.Headers.AcceptEncoding.ParseAdd("gzip");
        var packed = await browser.SendAsync(asked);
        Assert.Equal("gzip", Assert.Single(packed.Content.Headers.ContentEncoding));

        var style = (await browser.PageAsync("/jobs")).Page.QuerySelector("link[rel=stylesheet]")!.GetAttribute("href")!;
        Assert.Matches("^/v/[0-9a-f]{16}/lib/bootstrap/bootstrap.min.css$", style);
        var kept = await browser.GetAsync(new Uri(style, UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, kept.StatusCode);
        Assert.Contains("immutable", kept.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
        var older = await browser.GetAsync(new Uri("/v/0000000000000000/css/tokens.css", UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, older.StatusCode);
        Assert.True(older.Headers.CacheControl!.NoCache);
    }
}
