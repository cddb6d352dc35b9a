using NodaTime;

namespace GentleMole.Core;

/// <summary>Moments where the framework's clock meets ours.</summary>
public static class Moments
{
    /// <summary>This moment, by the clock at hand.</summary>
    public static Instant Now(this TimeProvider clock) => Instant.FromDateTimeOffset(clock.GetUtcNow());

    /// <summary>Steps of 100 ns since the first of January of the year 1: what seals and blocks of evidence hold of a moment.</summary>
    public static long Ticks(this Instant moment) => moment.ToUnixTimeTicks() + DateTime.UnixEpoch.Ticks;

    /// <summary>The moment of so many steps of 100 ns since the first of January of the year 1.</summary>
    /// <exception cref="ArgumentOutOfRangeException">No calendar has that moment.</exception>
    public static Instant OfTicks(long ticks) => Instant.FromUnixTimeTicks(ticks - DateTime.UnixEpoch.Ticks);
}
