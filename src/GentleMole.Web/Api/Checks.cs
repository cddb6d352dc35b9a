using System.Globalization;
using GentleMole.Core;

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
