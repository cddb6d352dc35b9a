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

    /// <summary>How deep its brackets go.</summary>
    public static int DepthOf(string wkt)
    {
        var (depth, deepest) = (0, 0);
        foreach (var c in wkt)
        {
            depth += c is '[' or '(' ? 1 : c is ']' or ')' ? -1 : 0;
            deepest = Math.Max(deepest, depth);
        }

        return deepest;
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
