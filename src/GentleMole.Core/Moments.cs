using NodaTime;

namespace GentleMole.Core;

/// <summary>Moments where the framework's clock meets ours.</summary>
public static class Moments
{
    /// <summary>Nothing that is written down here happened, or will happen, before this year; an earlier one is a slip or a clock gone wrong.</summary>
    public const int EarliestYear = 1990;

    /// <summary>Nor after this one.</summary>
    public const int LatestYear = 2200;

    /// <summary>Whether anything here can be of that day, whoever says it: a form, a device, a notice centre, a clock.</summary>
    public static bool IsOfTheseTimes(this LocalDate day) => day.Year is >= EarliestYear and <= LatestYear;

    /// <summary>Whether anything here can be of that moment.</summary>
    public static bool IsOfTheseTimes(this Instant moment) => moment.InUtc().Date.IsOfTheseTimes();

    /// <summary>This moment, by the clock at hand.</summary>
    public static Instant Now(this TimeProvider clock) => Instant.FromDateTimeOffset(clock.GetUtcNow());

    /// <summary>Steps of 100 ns since the first of January of the year 1: what seals and blocks of evidence hold of a moment.</summary>
    public static long Ticks(this Instant moment) => moment.ToUnixTimeTicks() + DateTime.UnixEpoch.Ticks;

    /// <summary>The moment of so many steps of 100 ns since the first of January of the year 1.</summary>
    /// <exception cref="ArgumentOutOfRangeException">No calendar has that moment.</exception>
    public static Instant OfTicks(long ticks) => Instant.FromUnixTimeTicks(ticks - DateTime.UnixEpoch.Ticks);
}
