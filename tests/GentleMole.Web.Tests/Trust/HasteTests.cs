using System.Net;
using Microsoft.AspNetCore.Hosting;

namespace GentleMole.Web.Tests.Trust;

/// <summary>With doors that may be tried three times a minute, and pages asked for eight times.</summary>
public sealed class HastyHost : MoleHost
{
    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        base.ConfigureWebHost(builder);
        builder.UseSetting("Doors:TriesPerMinute", "3");
        builder.UseSetting("Pages:RequestsPerMinute", "8");
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
    public async Task A_session_that_asks_faster_than_a_person_waits_too()
    {
        var browser = host.Browser("quill");
        var answers = new List<HttpStatusCode>();
        for (var i = 0; i < 10; i++)
        {
            answers.Add((await browser.PageAsync("/jobs")).Status);
        }

        Assert.Equal(HttpStatusCode.OK, answers[0]);
        Assert.Equal(HttpStatusCode.TooManyRequests, answers[^1]);
    }
}
