using GentleMole.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Diagnostics.HealthChecks;

namespace GentleMole.Web.Setup;

/// <summary>Ready means that the store answers a real query.</summary>
internal sealed class StoreHealth(MoleDb db) : IHealthCheck
{
    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default) =>
        await db.Firms.AnyAsync(cancellationToken) ? HealthCheckResult.Healthy() : HealthCheckResult.Unhealthy("The store holds no firm.");
}
