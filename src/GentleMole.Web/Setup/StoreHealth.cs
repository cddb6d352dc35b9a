using GentleMole.Store.Writing;
using Microsoft.Extensions.Diagnostics.HealthChecks;

namespace GentleMole.Web.Setup;

/// <summary>
/// Ready means that the store answers a real query and takes a real write. Asked often it answers from its last look: the
/// door is open to everybody, and a write waits for the disk.
/// </summary>
internal sealed class StoreHealth(StorePulse pulse, TimeProvider clock) : IHealthCheck
{
    private static readonly TimeSpan Holds = TimeSpan.FromSeconds(1);
    private (DateTimeOffset At, HealthCheckResult Result) _last;

    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        if (clock.GetUtcNow() - _last.At is var age && (age < TimeSpan.Zero || age > Holds))
        {
            _last = (clock.GetUtcNow(), await LookAsync(cancellationToken));
        }

        return _last.Result;
    }

    private async Task<HealthCheckResult> LookAsync(CancellationToken cancellation)
    {
        try
        {
            await pulse.BeatAsync(cancellation);
            return HealthCheckResult.Healthy();
        }
        catch (Exception error) when (StoreTrouble.Of(error) is { } trouble)
        {
            return HealthCheckResult.Unhealthy(trouble.Sentence);
        }
    }
}
