using System.Collections.Concurrent;
using GentleMole.Core;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Words;

/// <summary>The moment, in the place's own time.</summary>
internal sealed class PlaceClock(TimeProvider time)
{
    public Instant Moment => time.Now();

    public LocalDateTime Now(string zone) => Local(Moment, zone);

    /// <summary>A stored moment in local time; an unknown zone is read as UTC.</summary>
    public static LocalDateTime Local(Instant moment, string zone) =>
        moment.InZone(Zone(zone)).LocalDateTime;

    /// <summary>The zone of that name; UTC when there is none.</summary>
    public static DateTimeZone Zone(string zone) => DateTimeZoneProviders.Tzdb.GetZoneOrNull(zone) ?? DateTimeZone.Utc;
}
