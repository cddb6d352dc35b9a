using System.Globalization;
using System.Text.RegularExpressions;

namespace GentleMole.Exchange.Drawings;

/// <summary>The little of well-known text that must be understood before the library reads it.</summary>
internal static partial class Wkt
{
    [GeneratedRegex("DATUM\\[\\s*\"(?<name>[^\"]+)\"", RegexOptions.IgnoreCase)]
    private static partial Regex DatumName();

    [GeneratedRegex("TOWGS84\\[(?<shift>[^\\]]*)\\]", RegexOptions.IgnoreCase)]
    private static partial Regex OwnShift();

    [GeneratedRegex("(?:AUTHORITY\\[\\s*\"EPSG\"\\s*,\\s*\"?|ID\\[\\s*\"EPSG\"\\s*,\\s*)(?<code>\\d+)\"?\\s*\\]\\s*\\]\\s*$", RegexOptions.IgnoreCase)]
    private static partial Regex OwnCode();

    [GeneratedRegex("SPHEROID\\[[^\\[\\]]*(?:\\[[^\\]]*\\][^\\[\\]]*)*\\]", RegexOptions.IgnoreCase)]
    private static partial Regex Spheroid();

    /// <summary>Longest definition that is read.</summary>
    public const int Most = 8000;

    /// <summary>Deepest brackets; the standard needs six.</summary>
    private const int Deepest = 12;

    /// <summary>
    /// True for a definition as the standard writes it (OGC 01-009): words, texts in quotes and numbers, with what belongs to a
    /// word in brackets behind it. The library that reads it goes round for ever on some of what is not.
    /// </summary>
    public static bool IsWellFormed(string wkt)
    {
        var at = 0;
        return wkt.Length <= Most && Node(wkt, ref at, 0) && Skip(wkt, ref at) == wkt.Length;
    }

    private static bool Node(string wkt, ref int at, int depth)
    {
        var start = Skip(wkt, ref at);
        while (at < wkt.Length && (char.IsAsciiLetterOrDigit(wkt[at]) || wkt[at] == '_'))
        {
            at++;
        }

        if (at == start || !char.IsAsciiLetter(wkt[start]) || depth > Deepest)
        {
            return false;
        }

        Skip(wkt, ref at);
        if (at == wkt.Length || wkt[at] != '[')
        {
            // A word alone, like the direction of an axis; the whole is more than that.
            return depth > 0;
        }

        do
        {
            at++;
            if (!Item(wkt, ref at, depth + 1))
            {
                return false;
            }

            Skip(wkt, ref at);
        }
        while (at < wkt.Length && wkt[at] == ',');
        return at < wkt.Length && wkt[at++] == ']';
    }

    private static bool Item(string wkt, ref int at, int depth)
    {
        Skip(wkt, ref at);
        if (at == wkt.Length)
        {
            return false;
        }

        if (wkt[at] == '"')
        {
            var end = wkt.IndexOf('"', at + 1);
            at = end + 1;
            return end > 0;
        }

        if (char.IsAsciiLetter(wkt[at]))
        {
            return Node(wkt, ref at, depth);
        }

        var start = at;
        while (at < wkt.Length && (char.IsAsciiDigit(wkt[at]) || wkt[at] is '+' or '-' or '.' or 'e' or 'E'))
        {
            at++;
        }

        return double.TryParse(wkt.AsSpan(start, at - start), NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number);
    }

    private static int Skip(string wkt, ref int at)
    {
        while (at < wkt.Length && char.IsWhiteSpace(wkt[at]))
        {
            at++;
        }

        return at;
    }

    /// <summary>EPSG number of the whole definition, where it says one.</summary>
    public static int? CodeOf(string wkt) => OwnCode().Match(wkt) is { Success: true } found && int.TryParse(found.Groups["code"].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture, out var code) ? code : null;

    public static string? DatumOf(string wkt) => DatumName().Match(wkt) is { Success: true } found ? found.Groups["name"].Value : null;

    /// <summary>True when the definition carries a shift of its own that is one.</summary>
    public static bool HasShift(string wkt) => OwnShift().Match(wkt) is { Success: true } found && found.Groups["shift"].ValueSpan.IndexOfAnyInRange('1', '9') >= 0;

    public static string WithShift(string wkt, IReadOnlyList<double> shift)
    {
        var text = ",TOWGS84[" + string.Join(',', shift.Select(s => s.ToString("R", CultureInfo.InvariantCulture))) + "]";
        return Spheroid().Replace(OwnShift().Replace(wkt, "").Replace(",,", ",", StringComparison.Ordinal), match => match.Value + text, 1);
    }

    /// <summary>A name as it is compared: without the mark that some writers put before it, small letters and digits alone.</summary>
    public static string PlainName(string name) =>
        new([.. (name.StartsWith("D_", StringComparison.Ordinal) ? name[2..] : name).ToLowerInvariant().Where(c => char.IsAsciiLetterOrDigit(c) || c == '+')]);
}
