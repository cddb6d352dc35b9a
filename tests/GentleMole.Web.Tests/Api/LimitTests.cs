using System.Net;
using GentleMole.Store.Model;
using GentleMole.Web.Trust;
using Microsoft.AspNetCore.Hosting;

namespace GentleMole.Web.Tests.Api;

/// <summary>Started empty, with a low limit.</summary>
public sealed class SlowHost : MoleHost
{
    protected override bool Demo => false;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        base.ConfigureWebHost(builder);
        builder.UseSetting("Api:RequestsPerMinute", "3");
    }
}

public class LimitTests(SlowHost slow, MoleHost demo) : IClassFixture<SlowHost>, IClassFixture<MoleHost>
{
    [Fact]
    public async Task A_token_over_its_rate_is_told_when_to_come_back()
    {
        var (text, hash) = Tokens.Make();
        await slow.StoreAsync(db =>
        {
            db.ApiTokens.Add(new TokenRow { Name = "rover", Scope = TokenScope.Read, TokenHash = hash });
            return db.SaveChangesAsync();
        });
        var device = slow.Device(text);
        HttpResponseMessage? last = null;
        for (var i = 0; i < 5; i++)
        {
            last = await device.GetAsync(new Uri("/api/v1/jobs", UriKind.Relative));
        }

        Assert.Equal(HttpStatusCode.TooManyRequests, last!.StatusCode);
        Assert.InRange(last.Headers.RetryAfter!.Delta!.Value.TotalSeconds, 1, 60);
        Assert.Equal("application/problem+json", last.Content.Headers.ContentType?.MediaType);
    }

    [Fact]
    public async Task The_demo_is_not_limited()
    {
        var answers = await Task.WhenAll(Enumerable.Range(0, 700).Select(_ => demo.Device().GetAsync(new Uri("/api/v1/nothing", UriKind.Relative))));

        Assert.All(answers, a => Assert.Equal(HttpStatusCode.NotFound, a.StatusCode));
    }
}
