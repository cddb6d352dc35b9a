using GentleMole.Store;
using Microsoft.Extensions.Diagnostics.HealthChecks;

namespace GentleMole.Web.Setup;

/// <summary>Ready means that the store answers a real query.</summary>
internal sealed class StoreHealth(StoreFile file) : IHealthCheck
{
    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default) =>
        await file.AnswersAsync(cancellationToken) ? HealthCheckResult.Healthy() : HealthCheckResult.Unhealthy("The store holds no firm.");
}
