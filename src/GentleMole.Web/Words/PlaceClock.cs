using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Words;

/// <summary>The moment, in the place's own time.</summary>
internal sealed class PlaceClock(TimeProvider time)
{
    public DateTime UtcNow => time.GetUtcNow().UtcDateTime;

    public LocalDateTime Now(string zone) => Local(UtcNow, zone);

    /// <summary>A stored moment in local time; an unknown zone is read as UTC.</summary>
    public static LocalDateTime Local(DateTime utc, string zone) => Instant
        .FromDateTimeUtc(DateTime.SpecifyKind(utc, DateTimeKind.Utc))
        .InZone(DateTimeZoneProviders.Tzdb.GetZoneOrNull(zone) ?? DateTimeZone.Utc)
        .LocalDateTime;
}
