using System.Net;
using System.Net.Sockets;
using System.Text;
using GentleMole.Web.Centre;
using GentleMole.Web.Setup;
using Microsoft.AspNetCore.Hosting;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Notices;

/// <summary>The demo with a notice centre of the test's own, which answers whatever it likes.</summary>
public sealed class StrangeCentreHost : MoleHost
{
    private readonly TcpListener _door = new(IPAddress.Loopback, 0);
    private readonly CancellationTokenSource _over = new();

    public StrangeCentreHost()
    {
        _door.Start();
        Port = ((IPEndPoint)_door.LocalEndpoint).Port;
        _ = ServeAsync();
    }

    public int Port { get; }

    /// <summary>What it answers, byte for byte, to the first line of what it is asked; null keeps silent.</summary>
    public Func<string, byte[]?> Answer { get; set; } = _ => Json("[]");

    public List<string> Asked { get; } = [];

    internal CentreLink Link => Services.GetRequiredService<CentreLink>();

    public static byte[] Json(string body) => Encoding.UTF8.GetBytes($"HTTP/1.1 200 OK\r\nContent-Type: application/json\r\nContent-Length: {Encoding.UTF8.GetByteCount(body)}\r\nConnection: close\r\n\r\n{body}");

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        base.ConfigureWebHost(builder);
        builder.UseSetting("Centre", $"http://127.0.0.1:{Port}/");
        builder.UseSetting("CentreKey", "a-key-of-ours");
    }

    protected override void Dispose(bool disposing)
    {
        _over.Cancel();
        _door.Stop();
        base.Dispose(disposing);
    }

    private async Task ServeAsync()
    {
        while (!_over.IsCancellationRequested)
        {
            try
            {
                var guest = await _door.AcceptTcpClientAsync(_over.Token);
                _ = TalkAsync(guest);
            }
            catch (Exception error) when (error is OperationCanceledException or SocketException or ObjectDisposedException)
            {
                return;
            }
        }
    }

    private async Task TalkAsync(TcpClient guest)
    {
        using var held = guest;
        var stream = guest.GetStream();
        var buffer = new byte[16_384];
        var read = await stream.ReadAsync(buffer, _over.Token);
        var asked = Encoding.ASCII.GetString(buffer, 0, read);
        lock (Asked)
        {
            Asked.Add(asked);
        }

        if (Answer(asked) is { } answer)
        {
            await stream.WriteAsync(answer, _over.Token);
        }
        else
        {
            await Task.Delay(Timeout.Infinite, _over.Token);
        }
    }
}

/// <summary>The notice centre is a stranger: where it sends us, how much and how long it talks is not for it to say.</summary>
public class CentreStrangerTests(StrangeCentreHost host) : IClassFixture<StrangeCentreHost>
{
    private static string Notice(long sequence, string more) =>
        $$"""{"sequence":{{sequence}},"number":"S-{{sequence}}","name":"n","receivedAt":"2026-11-25T09:00:00Z","digPlanned":"2026-11-28","digDepthMetres":1,"latitude":49.7,"longitude":-7.4{{more}}}""";

    private async Task TurnAsync(Func<string, byte[]?> answer)
    {
        // The demo's own answers to its centre are not what is asked about here.
        host.Answer = asked => asked.StartsWith("GET", StringComparison.Ordinal) ? answer(asked) : StrangeCentreHost.Json("{}");
        await host.Link.TurnAsync(CancellationToken.None);
    }

    [Fact]
    public async Task It_is_told_who_asks_and_not_followed_where_it_points()
    {
        using var elsewhere = new TcpListener(IPAddress.Loopback, 0);
        elsewhere.Start();
        await TurnAsync(_ => Encoding.ASCII.GetBytes($"HTTP/1.1 302 Found\r\nLocation: http://127.0.0.1:{((IPEndPoint)elsewhere.LocalEndpoint).Port}/notices\r\nContent-Length: 0\r\nConnection: close\r\n\r\n"));

        Assert.False(elsewhere.Pending());
        Assert.Equal("it answered 302", host.Link.Trouble);
        Assert.Contains("Authorization: Bearer a-key-of-ours", host.Asked[^1], StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_it_says_without_end_is_not_listened_to()
    {
        var endless = StrangeCentreHost.Json("[" + new string(' ', 60_000_000) + "]");
        var before = GC.GetTotalMemory(forceFullCollection: true);
        await TurnAsync(_ => endless);

        Assert.NotEqual("", host.Link.Trouble);
        Assert.InRange(GC.GetTotalMemory(forceFullCollection: true) - before, -500_000_000, 150_000_000);
    }

    [Fact]
    public async Task It_is_not_waited_for_longer_than_patience_lasts()
    {
        host.Link.Patience = TimeSpan.FromSeconds(1);
        try
        {
            await TurnAsync(_ => null).WaitAsync(TimeSpan.FromSeconds(20));
            Assert.Equal("it cannot be reached", host.Link.Trouble);
        }
        finally
        {
            host.Link.Patience = TimeSpan.FromSeconds(10);
        }
    }

    [Fact]
    public async Task What_breaks_the_rules_is_put_aside_whatever_rule_it_is_and_the_pages_go_on()
    {
        var from = await host.StoreAsync(async db => (await db.Firms.SingleAsync()).CentreCursor);
        var wrong = new[] { "\"latitude\":1e308", "\"longitude\":-1e308", "\"digDepthMetres\":1e300", $"\"where\":\"{new string('w', 100_000)}\"", "\"receivedAt\":\"0001-01-01T00:00:00Z\"", "\"area\":[[1e308,0],[0,1],[1,1]]", "\"digPlanned\":\"9999-12-31\"" };
        var list = "[" + string.Join(',', wrong.Select((w, i) => Notice(from + 1 + i, "," + w))) + "]";
        var jobs = await host.StoreAsync(db => db.Jobs.CountAsync());
        await TurnAsync(_ => StrangeCentreHost.Json(list));

        Assert.Equal("", host.Link.Trouble);
        Assert.Equal(jobs, await host.StoreAsync(db => db.Jobs.CountAsync()));
        Assert.Equal(wrong.Length, await host.StoreAsync(db => db.PutAside.CountAsync(p => p.Number.StartsWith("S-"))));
        var office = host.Browser("bea");
        foreach (var page in new[] { "/days", "/jobs", "/notices" })
        {
            Assert.Equal(HttpStatusCode.OK, (await office.PageAsync(page)).Status);
        }
    }

    [Theory]
    [InlineData("http://centre.example", "key", false)]
    [InlineData("https://centre.example", "", false)]
    [InlineData("https://centre.example", "key", true)]
    [InlineData("http://127.0.0.1:99", "", true)]
    [InlineData("ftp://127.0.0.1", "key", false)]
    public void Over_other_peoples_wires_it_is_talked_to_in_secret_and_with_a_key(string address, string key, bool isGood)
    {
        var options = new MoleOptions { Centre = address, CentreKey = key };

        Assert.Equal(isGood, Record.Exception(options.Check) is null);
    }
}
