using System.Net;
using GentleMole.Store;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Trust;

/// <summary>A store in trouble is told as 503 with when to come back, on pages and in the API, and is over by itself.</summary>
public class StoreTroubleTests(MoleHost host) : IClassFixture<MoleHost>
{
    private async Task<HttpStatusCode> ReadyAsync()
    {
        await Task.Delay(1100);
        return (await host.Device(null).GetAsync(new Uri("/health/ready", UriKind.Relative))).StatusCode;
    }

    [Fact]
    public async Task While_another_program_keeps_the_file_locked_everybody_is_told_and_then_it_goes_on()
    {
        var browser = host.Browser("bea");
        var (_, form) = await browser.PageAsync("/jobs/new");
        var fields = new Dictionary<string, string> { ["__RequestVerificationToken"] = form.Token(), ["name"] = "Typed while locked", ["once"] = Guid.NewGuid().ToString() };
        var reading = $"{{\"readings\":[{{\"id\":\"{Guid.NewGuid()}\",\"takenAt\":\"2026-11-23T09:30:00Z\",\"utility\":\"gas\",\"eastMetres\":1,\"northMetres\":2}}]}}";
        Assert.Equal(HttpStatusCode.OK, await ReadyAsync());

        await using (var other = new SqliteConnection($"Data Source={host.Services.GetRequiredService<StoreFile>().Path};Pooling=False"))
        {
            await other.OpenAsync();
            await using var locking = other.CreateCommand();
            locking.CommandText = "BEGIN IMMEDIATE";
            await locking.ExecuteNonQueryAsync();

            var api = await host.Device().PostTextAsync("/api/v1/jobs/1/readings", reading);
            var (page, shown) = await browser.PostFormAsync("/jobs/new", fields);

            Assert.Equal((HttpStatusCode.ServiceUnavailable, "application/problem+json"), (api.StatusCode, api.Content.Headers.ContentType!.MediaType));
            Assert.True(api.Headers.RetryAfter!.Delta > TimeSpan.Zero);
            Assert.Contains("locked", (await api.JsonAsync()).GetProperty("detail").GetString(), StringComparison.Ordinal);
            Assert.Equal(HttpStatusCode.ServiceUnavailable, page.StatusCode);
            Assert.True(page.Headers.RetryAfter!.Delta > TimeSpan.Zero);
            Assert.Contains("locked", shown.QuerySelector("main")!.TextContent, StringComparison.Ordinal);
            Assert.Equal(HttpStatusCode.ServiceUnavailable, await ReadyAsync());
            Assert.Equal(HttpStatusCode.OK, (await browser.PageAsync("/jobs")).Status);
            locking.CommandText = "ROLLBACK";
            await locking.ExecuteNonQueryAsync();
        }

        Assert.Equal(HttpStatusCode.OK, await ReadyAsync());
        Assert.Equal(1, (await (await host.Device().PostTextAsync("/api/v1/jobs/1/readings", reading)).JsonAsync()).GetProperty("accepted").GetInt32());
        Assert.Equal(HttpStatusCode.Redirect, (await browser.PostFormAsync("/jobs/new", fields)).Response.StatusCode);
    }

    [Theory]
    [InlineData("yesterday")]
    [InlineData("2026-13-45")]
    [InlineData("0001-01-01")]
    public void A_wrong_moment_for_the_clock_is_told_before_anything_starts(string now)
    {
        var told = Assert.Throws<IOException>(() => MoleApp.Build(["--Data", Path.Combine(host.DataDirectory, "clock"), "--Now", now]));
        Assert.Contains("--Now", told.Message, StringComparison.Ordinal);
    }
}
