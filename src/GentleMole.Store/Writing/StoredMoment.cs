using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Store.Writing;

/// <summary>
/// Moments and days as the file holds them: text that sorts as time goes, of the shape that the mapper gives to the
/// framework's own types, so that a file from before reads the same. Finer than 100 ns is cut off.
/// </summary>
internal static class StoredMoment
{
    private static readonly InstantPattern Pattern = InstantPattern.CreateWithInvariantCulture("uuuu-MM-dd HH:mm:ss.FFFFFFF");

    public static string Text(Instant moment) => Pattern.Format(moment);

    /// <exception cref="UnparsableValueException">No moment is written there.</exception>
    public static Instant Of(string text) => Pattern.Parse(text).GetValueOrThrow();

    internal sealed class Moments() : ValueConverter<Instant, DateTime>(
        moment => moment.ToDateTimeUtc(), stored => Instant.FromDateTimeUtc(DateTime.SpecifyKind(stored, DateTimeKind.Utc)));

    internal sealed class Locals() : ValueConverter<LocalDateTime, DateTime>(local => local.ToDateTimeUnspecified(), stored => LocalDateTime.FromDateTime(stored));

    internal sealed class Days() : ValueConverter<LocalDate, DateOnly>(day => day.ToDateOnly(), stored => LocalDate.FromDateOnly(stored));

    internal sealed class Times() : ValueConverter<LocalTime, TimeOnly>(time => time.ToTimeOnly(), stored => LocalTime.FromTimeOnly(stored));
}
