using GentleMole.Core;
using GentleMole.Store.Log;
using GentleMole.Store.Writing;

namespace GentleMole.Web.Setup;

/// <summary>Has the head of the log signed soon after it has grown, and once more at the end.</summary>
internal sealed class HeadWatch(HeadKeeper keeper, TimeProvider clock) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(2);

    public override async Task StopAsync(CancellationToken cancellationToken)
    {
        await base.StopAsync(cancellationToken);
        await SignAsync(cancellationToken);
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            await SignAsync(stoppingToken);
            await Task.Delay(Pause, stoppingToken);
        }
    }

    /// <summary>When the store or the disk is in trouble, the next turn signs all the same.</summary>
    private async Task SignAsync(CancellationToken cancellation)
    {
        try
        {
            await keeper.SignAsync(clock.Now(), cancellation);
        }
        catch (Exception error) when (error is IOException or UnauthorizedAccessException || StoreTrouble.Of(error) is not null)
        {
        }
    }
}
