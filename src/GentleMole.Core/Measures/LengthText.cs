using System.Globalization;
using System.Text.RegularExpressions;

namespace GentleMole.Core.Measures;

/// <summary>
/// Lengths as people say them. Text goes in (<c>1.57</c>, <c>1.57 m</c>, <c>430mm</c>, <c>5'2"</c>, <c>5ft2</c>,
/// <c>62in</c>), metres come out; stored values are metres always.
/// </summary>
public static partial class LengthText
{
    /// <summary>A foot in metres, exactly.</summary>
    public const double MetresPerFoot = 0.3048;

    /// <summary>An inch in metres, exactly.</summary>
    public const double MetresPerInch = 0.0254;

    private const string Number = @"(?:\d+(?:[.,]\d+)?|[.,]\d+)";

    [GeneratedRegex(@"^(?<n>" + Number + @")\s*(?<unit>m|metres?|meters?|cm|mm|km)?$", RegexOptions.IgnoreCase)]
    private static partial Regex Metric();

    private const string Inches = @"(?:(?<inches>" + Number + @")(?:\s+(?<fraction>\d+/\d+))?|(?<fraction>\d+/\d+))";

    [GeneratedRegex(@"^(?<feet>" + Number + @")\s*(?:ft\.?|feet|foot|')\s*-?\s*(?:" + Inches + @"\s*(?:in\.?|inch(?:es)?|"")?)?$", RegexOptions.IgnoreCase)]
    private static partial Regex FeetAndInches();

    [GeneratedRegex(@"^" + Inches + @"\s*(?:in\.?|inch(?:es)?|"")$", RegexOptions.IgnoreCase)]
    private static partial Regex InchesAlone();

    /// <summary>Reads a length.</summary>
    /// <param name="text">What the person typed.</param>
    /// <param name="system">What a bare number means: metres, or feet.</param>
    /// <param name="field">Name of the field, for the error.</param>
    /// <param name="minimumMetres">Least value that makes sense here.</param>
    /// <param name="maximumMetres">Greatest value that makes sense here.</param>
    /// <returns>Metres, or a sentence for the field. Empty text is an error here; ask before calling when it is allowed.</returns>
    public static Result<double> Parse(
        string? text, UnitSystem system, string field, double minimumMetres = 0, double maximumMetres = 100_000)
    {
        var examples = system == UnitSystem.Metres ? "like 1.57, 430mm or 5'2\"" : "like 5'2\", 62in or 1.57 m";
        if (string.IsNullOrWhiteSpace(text))
        {
            return new FieldError(field, $"Type a length, {examples}.");
        }

        var typed = text.Trim();
        var plain = Straighten(typed);
        var sign = 1.0;
        if (plain.Length > 0 && (plain[0] == '-' || plain[0] == '+'))
        {
            sign = plain[0] == '-' ? -1 : 1;
            plain = plain[1..].TrimStart();
        }

        var metres = Magnitude(plain, system, out var complaint);
        if (metres is null)
        {
            return new FieldError(field, complaint ?? $"“{Shorten(typed)}” is not a length. Type it {examples}.");
        }

        var value = sign * metres.Value;
        if (value < minimumMetres || value > maximumMetres)
        {
            return new FieldError(
                field,
                $"“{Shorten(typed)}” is {Format(value, system)}; here it must be from {Format(minimumMetres, system)} to {Format(maximumMetres, system)}.");
        }

        return value;
    }

    /// <summary>Writes a length: two decimals of a metre, or feet and inches to the nearest half inch.</summary>
    public static string Format(double metres, UnitSystem system)
    {
        if (!double.IsFinite(metres))
        {
            return "–";
        }

        if (system == UnitSystem.Metres)
        {
            var rounded = Math.Round(metres, 2, MidpointRounding.AwayFromZero);
            return (rounded == 0 ? 0 : rounded).ToString("0.00", CultureInfo.InvariantCulture) + " m";
        }

        var halves = (long)Math.Round(Math.Abs(metres) / MetresPerInch * 2, MidpointRounding.AwayFromZero);
        var minus = metres < 0 && halves > 0 ? "−" : "";
        var feet = halves / 24;
        var inches = halves % 24;
        var inchText = (inches / 2, inches % 2) switch
        {
            (0, 1) => "½",
            (var whole, 1) => $"{whole}½",
            (var whole, _) => $"{whole}",
        };
        return feet == 0 ? $"{minus}{inchText}\"" : $"{minus}{feet}'{inchText}\"";
    }

    /// <summary>Writes a length along the ground, where a centimetre more or less does not matter: 15.6 m, 51'2".</summary>
    public static string FormatRun(double metres, UnitSystem system) =>
        system == UnitSystem.Metres
            ? metres.ToString("0.0", CultureInfo.InvariantCulture) + " m"
            : Format(Math.Round(metres / MetresPerInch) * MetresPerInch, system);

    /// <summary>Text for an entry field, which reads back to the same half millimetre.</summary>
    public static string ForEntry(double? metres, UnitSystem system)
    {
        if (metres is not { } value || !double.IsFinite(value))
        {
            return "";
        }

        var plain = value.ToString("0.###", CultureInfo.InvariantCulture);
        return system == UnitSystem.Metres ? plain : plain + " m";
    }

    private static double? Magnitude(string plain, UnitSystem system, out string? complaint)
    {
        complaint = null;
        var metric = Metric().Match(plain);
        if (metric.Success)
        {
            var value = ToNumber(metric.Groups["n"].Value);
            return metric.Groups["unit"].Value.ToUpperInvariant() switch
            {
                "" => system == UnitSystem.Metres ? value : value * MetresPerFoot,
                "KM" => value * 1000,
                "CM" => value / 100,
                "MM" => value / 1000,
                _ => value,
            };
        }

        var imperial = FeetAndInches().Match(plain) is { Success: true } feetFirst ? feetFirst : InchesAlone().Match(plain);
        if (!imperial.Success)
        {
            return null;
        }

        var hasFeet = imperial.Groups["feet"].Success;
        var hasInches = imperial.Groups["inches"].Success || imperial.Groups["fraction"].Success;
        var feet = hasFeet ? ToNumber(imperial.Groups["feet"].Value) : 0;
        var inches = imperial.Groups["inches"].Success ? ToNumber(imperial.Groups["inches"].Value) : 0;
        if (imperial.Groups["fraction"].Success)
        {
            var parts = imperial.Groups["fraction"].Value.Split('/');
            var below = ToNumber(parts[1]);
            if (below == 0)
            {
                return null;
            }

            inches += ToNumber(parts[0]) / below;
        }

        if (hasFeet && inches >= 12)
        {
            complaint = $"“{Shorten(plain)}” has {inches:0.##} inches after the feet; there are only 12 in a foot. Type it like 5'2\".";
            return null;
        }

        if (hasFeet && hasInches && feet != Math.Floor(feet))
        {
            complaint = $"“{Shorten(plain)}” has part of a foot and inches too. Type it like 5'2\" or 5.2ft.";
            return null;
        }

        return (feet * MetresPerFoot) + (inches * MetresPerInch);
    }

    /// <summary>Phones and word processors bend quotes and dashes; straighten them first.</summary>
    private static string Straighten(string text)
    {
        var straight = text
            .Replace('’', '\'').Replace('‘', '\'').Replace('′', '\'').Replace('`', '\'')
            .Replace('”', '"').Replace('“', '"').Replace('″', '"')
            .Replace("''", "\"", StringComparison.Ordinal)
            .Replace('−', '-').Replace('–', '-')
            .Replace("½", " 1/2", StringComparison.Ordinal)
            .Replace("¼", " 1/4", StringComparison.Ordinal)
            .Replace("¾", " 3/4", StringComparison.Ordinal)
            .Replace('\u00a0', ' ');
        return straight.Trim();
    }

    private static double ToNumber(string digits) =>
        double.Parse(digits.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture);

    private static string Shorten(string text) => text.Length <= 24 ? text : text[..24] + "…";
}
