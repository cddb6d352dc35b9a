using System.Collections.Concurrent;
using System.Net.Http.Headers;
using GentleMole.StandIns;
using GentleMole.Web.Setup;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;

namespace GentleMole.Web.Stages;

/// <summary>Walks of the simulated receiver, one a job at a time. Only the demo has them.</summary>
internal sealed class WalkDesk(MoleOptions options, IHttpClientFactory clients, IServer server, IHostApplicationLifetime lifetime)
{
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(350);

    /// <summary>Twenty samples at once, as a device sends them in a second; walked faster than a person does.</summary>
    private static readonly TimeSpan SweepPause = TimeSpan.FromMilliseconds(60);

    /// <summary>Twenty traces at once, a metre of the way.</summary>
    private static readonly TimeSpan CartPause = TimeSpan.FromMilliseconds(180);

    /// <summary>A whole grid, in the time that somebody waits.</summary>
    private static readonly TimeSpan RoundPause = TimeSpan.FromMilliseconds(25);
    private readonly ConcurrentDictionary<int, SimulatedDevice> _walks = new();

    /// <summary>True in the demo, where a device may be simulated.</summary>
    public bool IsOn => options.Demo;

    /// <summary>The latest walk of a job.</summary>
    public WalkProgress? Of(int jobId) => _walks.TryGetValue(jobId, out var walk) ? walk.Progress : null;

    /// <summary>Sends the simulated device on its way; false when one is walking here already.</summary>
    public bool Start(WalkOrder order) => Start(order.JobId, api => new WalkingReceiver(api, order), Pause);

    /// <summary>The same for a sweep.</summary>
    public bool Start(SweepOrderWalk order) => Start(order.JobId, api => new SweepingReceiver(api, order), SweepPause);

    /// <summary>The same for a sonde that is pushed.</summary>
    public bool Start(PushOrder order) => Start(order.JobId, api => new SondeReceiver(api, order), SweepPause);

    /// <summary>The same for a frame that is walked.</summary>
    public bool Start(FrameWalkOrder order) => Start(order.JobId, api => new WalkedFrame(api, order), SweepPause);

    /// <summary>The same for a radar cart that is pushed.</summary>
    public bool Start(CartOrder order) => Start(order.JobId, api => new RadarCart(api, order), CartPause);

    /// <summary>The same over several lines, one after the other.</summary>
    public bool Start(IReadOnlyList<CartOrder> orders) => Start(orders[0].JobId, api => new CartRound(api, orders), RoundPause);

    private bool Start(int jobId, Func<HttpClient, SimulatedDevice> device, TimeSpan pause)
    {
        if (Of(jobId) is { Ended: false } || !IsOn)
        {
            return false;
        }

        var http = clients.CreateClient(nameof(WalkDesk));
        (http.BaseAddress, http.Timeout) = (Address, TimeSpan.FromSeconds(20));
        http.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", Trust.Tokens.DemoToken);
        var walk = device(http);
        _walks[jobId] = walk;
        _ = RunAsync(walk, http, pause);
        return true;
    }

    private Uri Address => new((server.Features.Get<IServerAddressesFeature>()?.Addresses.FirstOrDefault() ?? "http://127.0.0.1:5080")
        .Replace("0.0.0.0", "127.0.0.1", StringComparison.Ordinal).Replace("[::]", "127.0.0.1", StringComparison.Ordinal));

    private async Task RunAsync(SimulatedDevice walk, HttpClient http, TimeSpan pause)
    {
        using (http)
        {
            await walk.WalkAsync(pause, lifetime.ApplicationStopping);
        }
    }
}
