using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Web.Api;

/// <summary>Collects what is wrong with a request, so that it is all said at once.</summary>
internal sealed class Checks
{
    public List<FieldError> Errors { get; } = [];

    public void Add(string field, string sentence) => Errors.Add(new FieldError(field, sentence));

    /// <summary>A number that must be there, in a range; the unit is in the field's name.</summary>
    public double Number(double? value, string field, double low = double.NegativeInfinity, double high = double.PositiveInfinity)
    {
        if (value is not { } number)
        {
            Add(field, "It is missing; it must be a number.");
            return double.NaN;
        }

        return Range(number, field, low, high);
    }

    public double Number(double? value, string field, Bounds bounds) => Number(value, field, bounds.Least, bounds.Most);

    public double? Optional(double? value, string field, Bounds bounds) => Optional(value, field, bounds.Least, bounds.Most);

    /// <summary>A number that may be missing.</summary>
    public double? Optional(double? value, string field, double low, double high) =>
        value is { } number ? Range(number, field, low, high) : null;

    /// <summary>One word of a closed list.</summary>
    public string Word(string? value, string field, params string[] words)
    {
        if (value is not null && words.Contains(value, StringComparer.Ordinal))
        {
            return value;
        }

        Add(field, (value is null ? "It is missing; it" : "This word is not known here; it") + " must be one of: " + string.Join(", ", words) + ".");
        return "";
    }

    /// <summary>A list that is read entry by entry; what is wrong with it is said at its path.</summary>
    public List<T> Each<TBody, T>(IReadOnlyList<TBody?>? bodies, string field, int most, bool isNeeded, Func<TBody, string, T> read)
        where TBody : class
    {
        if (bodies is null && isNeeded)
        {
            Add(field, "It is missing; it must be a list.");
        }

        if (bodies?.Count > most)
        {
            Add(field, $"There are {bodies.Count} entries; {most} is the most.");
            return [];
        }

        var made = new List<T>();
        foreach (var (body, i) in (bodies ?? []).Select((b, i) => (b, i)))
        {
            if (body is null)
            {
                Add($"{field}[{i}]", "It must be an object.");
                continue;
            }

            made.Add(read(body, $"{field}[{i}]"));
        }

        return made;
    }

    /// <summary>A place as [east, north].</summary>
    public SitePoint Place(List<double?>? place, string field)
    {
        if (place is [{ } east, { } north] && double.IsFinite(east) && double.IsFinite(north))
        {
            return new SitePoint(east, north);
        }

        Add(field, "It must be two numbers, [east, north], in metres.");
        return default;
    }

    private double Range(double number, string field, double low, double high)
    {
        if (!double.IsFinite(number))
        {
            Add(field, "It must be a finite number.");
        }
        else if (number < low || number > high)
        {
            Add(field, $"It is {Show(number)}; it must be {RangeText(low, high)}.");
        }

        return number;
    }

    private static string RangeText(double low, double high) =>
        double.IsInfinity(high) ? $"at least {Show(low)}" : double.IsInfinity(low) ? $"at most {Show(high)}" : $"from {Show(low)} to {Show(high)}";

    private static string Show(double number) => number.ToString("G6", CultureInfo.InvariantCulture);

    /// <summary>An id that the device has made.</summary>
    public Guid Id(string? text, string field)
    {
        if (!Guid.TryParse(text, out var id))
        {
            Add(field, text is null ? "It is missing; it must be a UUID made by the device." : "It must be a UUID, like 6f9619ff-8b86-4d01-b42d-00cf4fc964ff.");
        }

        return id;
    }

    private const DateTimeStyles Utc = DateTimeStyles.AdjustToUniversal | DateTimeStyles.AssumeUniversal;

    /// <summary>How nearly every device writes a moment; reading that by itself is several times as fast as finding out how it is written.</summary>
    private const string Usual = "yyyy-MM-dd'T'HH:mm:ss.FFFFFFF'Z'";

    /// <summary>A moment with its zone.</summary>
    public Instant Moment(string? text, string field)
    {
        if (DateTime.TryParseExact(text, Usual, CultureInfo.InvariantCulture, Utc, out var usual) && Instant.FromDateTimeUtc(usual) is var quick && quick.IsOfTheseTimes())
        {
            return quick;
        }

        var zoned = text is not null && (text.EndsWith('Z') || (text.Length > 6 && text[^6] is '+' or '-' && text[^3] == ':'));
        if (zoned && DateTime.TryParse(text, CultureInfo.InvariantCulture, Utc, out var read) && Instant.FromDateTimeUtc(read) is var moment && moment.IsOfTheseTimes())
        {
            return moment;
        }

        Add(field, (text is null ? "It is missing; it" : "It") + " must be a date and time with its zone, like 2026-11-23T09:30:00Z.");
        return default;
    }

    /// <summary>Text that must be there.</summary>
    public string Text(string? text, string field, int most)
    {
        var trimmed = text?.Trim() ?? "";
        if (trimmed.Length == 0 || trimmed.Length > most)
        {
            Add(field, text is null ? $"It is missing; it must be text of 1 to {most} characters." : $"It has {trimmed.Length} characters; it must have 1 to {most}.");
        }

        return trimmed;
    }
}
