using System.Net;
using GentleMole.Web.Trust;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Trust;

/// <summary>What computes waits in a queue of its own: two at once for one who asks, the latest few of the rest, and pages go on beside it.</summary>
public sealed class QueueTests : IAsyncLifetime, IDisposable
{
    private readonly SemaphoreSlim _finish = new(0);
    private readonly List<string> _done = [];
    private WebApplication _app = null!;
    private HttpClient _client = null!;
    private int _running;
    private int _mostAtOnce;

    public async Task InitializeAsync()
    {
        var builder = WebApplication.CreateBuilder();
        builder.WebHost.UseTestServer();
        builder.Services.AddRateLimits(builder.Configuration);
        _app = builder.Build();
        _app.UseRateLimiter();
        _app.MapGet("/page", async (HttpContext http) =>
        {
            if (!http.Request.Query.ContainsKey("handler"))
            {
                return "page";
            }

            lock (_done)
            {
                _mostAtOnce = Math.Max(_mostAtOnce, ++_running);
            }

            try
            {
                await _finish.WaitAsync(http.RequestAborted);
            }
            finally
            {
                lock (_done)
                {
                    _running--;
                    _done.Add(http.Request.Query["n"].ToString());
                }
            }

            return "judged";
        });
        await _app.StartAsync();
        _client = _app.GetTestClient();
    }

    public async Task DisposeAsync()
    {
        _client.Dispose();
        await _app.DisposeAsync();
    }

    public void Dispose() => _finish.Dispose();

    private Task<HttpResponseMessage> AskAsync(int n, CancellationToken cancellation = default) =>
        _client.GetAsync(new Uri($"/page?handler=Judge&n={n}", UriKind.Relative), cancellation);

    private async Task<List<Task<HttpResponseMessage>>> AskManyAsync(int count)
    {
        var asked = new List<Task<HttpResponseMessage>>();
        for (var i = 0; i < count; i++)
        {
            asked.Add(AskAsync(i));
            await Task.Delay(15);
        }

        return asked;
    }

    [Fact]
    public async Task Two_are_reckoned_at_once_eight_wait_and_the_oldest_of_more_are_told_to_ask_again()
    {
        var asked = await AskManyAsync(13);
        var early = asked.Where(a => a.IsCompleted).Select(a => a.Result).ToList();

        Assert.Equal(3, early.Count);
        Assert.All(early, e => Assert.Equal((HttpStatusCode.TooManyRequests, 1.0), (e.StatusCode, e.Headers.RetryAfter!.Delta!.Value.TotalSeconds)));
        Assert.Equal([2, 3, 4], asked.Select((a, i) => (a, i)).Where(p => p.a.IsCompleted).Select(p => p.i));
        Assert.Equal("page", await _client.GetStringAsync(new Uri("/page", UriKind.Relative)));

        _finish.Release(20);
        var all = await Task.WhenAll(asked);
        Assert.Equal(10, all.Count(a => a.IsSuccessStatusCode));
        Assert.Equal(2, _mostAtOnce);
    }

    [Fact]
    public async Task The_latest_question_is_answered_before_those_that_waited_longer()
    {
        var asked = await AskManyAsync(6);
        for (var i = 0; i < 6; i++)
        {
            _finish.Release();
            await Task.Delay(60);
        }

        await Task.WhenAll(asked);
        Assert.Equal(["5", "4", "3", "2"], _done.Skip(1).Where(n => n is not ("0" or "1")));
    }

    [Fact]
    public async Task Whoever_gives_up_leaves_the_queue()
    {
        using var patience = new CancellationTokenSource();
        var held = await AskManyAsync(2);
        var waiting = Enumerable.Range(10, 8).Select(n => AskAsync(n, patience.Token)).ToList();
        await Task.Delay(100);
        await patience.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => Task.WhenAll(waiting));
        await Task.Delay(100);

        var after = await AskManyAsync(8);
        Assert.DoesNotContain(after, a => a.IsCompleted);
        _finish.Release(20);
        Assert.All(await Task.WhenAll(held.Concat(after)), a => Assert.Equal(HttpStatusCode.OK, a.StatusCode));
    }
}
