using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Site;

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
}
