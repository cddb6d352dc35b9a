using System.Collections;
using System.Collections.Concurrent;
using System.Globalization;
using System.Reflection;
using NodaTime;

namespace GentleMole.Core.Site;

/// <summary>
/// What any value that is kept must hold to, by whatever way it comes (form, API, import, notice centre, stand-in, restore):
/// the last rule, behind the rules of each thing. Whatever passes it can be drawn, written and reckoned with.
/// </summary>
public static class KeptValues
{
    /// <summary>Largest number of anything here: more ohms, hertz or metres than that are a mistake.</summary>
    public const double MostNumber = 1e15;

    /// <summary>Characters of a text, where nothing else is said.</summary>
    public const int MostText = 4000;

    /// <summary>Items of a list.</summary>
    public const int MostItems = 50_000;

    private static readonly ConcurrentDictionary<Type, PropertyInfo[]> PartsOf = new();

    /// <summary>What is wrong with a value; null when nothing is.</summary>
    /// <param name="name">Name of the property, which says what it is: a latitude is no number of metres.</param>
    /// <param name="value">The value, as the thing has it.</param>
    /// <param name="mostText">Characters that a text may have.</param>
    public static string? Wrong(string name, object? value, int mostText = MostText) => value switch
    {
        null or bool or byte[] or Guid or LocalTime => null,

        // A moment that nobody has said yet.
        LocalDate or LocalDateTime or Instant when value.Equals(Unsaid(value)) => null,
        double number => OfNumber(name, number),
        int or long => null,
        Enum word => Enum.IsDefined(word.GetType(), word) ? null : $"{word} is none of its words.",
        string text => text.Length > mostText ? $"It has {text.Length} characters; {mostText} is the most."
            : text.Contains('\0', StringComparison.Ordinal) ? "It holds a character that is none." : null,
        SitePoint place => SiteRules.IsPlace(place) ? null : SiteRules.Place(place, name).Errors[0].Sentence,
        LocalDate day => OfDay(day),
        LocalDateTime moment => OfDay(moment.Date),
        Instant moment => OfDay(moment.InUtc().Date),
        IEnumerable list => OfList(name, list, mostText),
        _ => PartsOf.GetOrAdd(value.GetType(), t => [.. t.GetProperties().Where(p => p.CanWrite && p.GetIndexParameters().Length == 0)])
            .Select(p => Wrong(p.Name, p.GetValue(value), mostText)).FirstOrDefault(w => w is not null),
    };

    private static object Unsaid(object moment) => moment switch
    {
        LocalDate => default(LocalDate),
        LocalDateTime => default(LocalDateTime),
        _ => default(Instant),
    };

    private static string? OfNumber(string name, double number)
    {
        var most = name.EndsWith("Latitude", StringComparison.Ordinal) || name.EndsWith("LatitudeDegrees", StringComparison.Ordinal) ? 90
            : name.EndsWith("Longitude", StringComparison.Ordinal) || name.EndsWith("LongitudeDegrees", StringComparison.Ordinal) ? 180
            : name is "East" or "North" or "EastMetres" or "NorthMetres" ? SiteRules.FarthestMetres
            : MostNumber;
        return Math.Abs(number) <= most ? null : string.Create(CultureInfo.InvariantCulture, $"It is {number:G6}; it must be from {-most} to {most}.");
    }

    private static string? OfDay(LocalDate day) => day.IsOfTheseTimes() ? null
        : string.Create(CultureInfo.InvariantCulture, $"It is of the year {day.Year}; it must be from {Moments.EarliestYear} to {Moments.LatestYear}.");

    private static string? OfList(string name, IEnumerable list, int mostText)
    {
        var count = 0;
        foreach (var item in list)
        {
            if (++count > MostItems)
            {
                return $"It has more than {MostItems} parts.";
            }

            if (Wrong(name, item, mostText) is { } wrong)
            {
                return wrong;
            }
        }

        return null;
    }
}
