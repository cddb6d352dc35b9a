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
    private readonly ConcurrentDictionary<int, WalkingReceiver> _walks = new();

    /// <summary>True in the demo, where a device may be simulated.</summary>
    public bool IsOn => options.Demo;

    /// <summary>The latest walk of a job.</summary>
    public WalkProgress? Of(int jobId) => _walks.TryGetValue(jobId, out var walk) ? walk.Progress : null;

    /// <summary>Sends the simulated device on its way; false when one is walking here already.</summary>
    public bool Start(WalkOrder order)
    {
        if (Of(order.JobId) is { Ended: false } || !IsOn)
        {
            return false;
        }

        var http = clients.CreateClient(nameof(WalkDesk));
        (http.BaseAddress, http.Timeout) = (Address, TimeSpan.FromSeconds(20));
        http.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", Trust.Tokens.DemoToken);
        var walk = new WalkingReceiver(http, order);
        _walks[order.JobId] = walk;
        _ = RunAsync(walk, http);
        return true;
    }

    private Uri Address => new((server.Features.Get<IServerAddressesFeature>()?.Addresses.FirstOrDefault() ?? "http://127.0.0.1:5080")
        .Replace("0.0.0.0", "127.0.0.1", StringComparison.Ordinal).Replace("[::]", "127.0.0.1", StringComparison.Ordinal));

    private async Task RunAsync(WalkingReceiver walk, HttpClient http)
    {
        using (http)
        {
            await walk.WalkAsync(Pause, lifetime.ApplicationStopping);
        }
    }
}
