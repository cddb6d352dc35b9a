using System.Globalization;

namespace GentleMole.Core.Measures;

/// <summary>Plain numbers as people type them: <c>48</c>, <c>48 mA</c>, <c>0,5</c>.</summary>
public static class NumberText
{
    /// <summary>Reads a number, with or without its unit behind it.</summary>
    /// <param name="unit">The unit that the field is in, e.g. <c>mA</c>; other units are refused.</param>
    public static Result<double> Parse(string? text, string unit, string field, double minimum, double maximum)
    {
        var plain = (text ?? "").Trim().Replace('−', '-');
        if (unit.Length > 0 && plain.EndsWith(unit, StringComparison.OrdinalIgnoreCase))
        {
            plain = plain[..^unit.Length].TrimEnd();
        }

        var sort = unit.Length == 0 ? "number" : $"number in {unit}";
        if (!double.TryParse(
                plain.Replace(',', '.'),
                NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign,
                CultureInfo.InvariantCulture,
                out var value) || !double.IsFinite(value))
        {
            return new FieldError(field, plain.Length == 0 ? $"Type a {sort}." : $"“{(plain.Length > 24 ? plain[..24] + "…" : plain)}” is not a {sort}.");
        }

        return value < minimum || value > maximum
            ? new FieldError(field, $"{value.ToString("0.######", CultureInfo.InvariantCulture)} is out of range; it must be from {minimum.ToString(CultureInfo.InvariantCulture)} to {maximum.ToString(CultureInfo.InvariantCulture)}{(unit.Length == 0 ? "" : " " + unit)}.")
            : value;
    }
}
