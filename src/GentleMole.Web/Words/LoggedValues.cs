using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;

namespace GentleMole.Web.Words;

/// <summary>Values of the log as a person reads them: places as two figures, rows by their entries, of long lists only what is other.</summary>
internal static partial class LoggedValues
{
    private const int MostListed = 3;
    private const int MostCharacters = 120;

    [GeneratedRegex("(?<=[a-z])(?=[A-Z])")]
    private static partial Regex Humps();

    /// <summary>The name of a value: <c>DigCorners</c> is "dig corners".</summary>
    public static string Name(string property) => Humps().Replace(property, " ").ToLowerInvariant();

    /// <summary>What a value was and what it is; empty where there was or is none.</summary>
    public static (string Before, string After) Say(JsonElement? before, JsonElement? after)
    {
        if (before is not { ValueKind: JsonValueKind.Array } was || after is not { ValueKind: JsonValueKind.Array } now)
        {
            return (One(before), One(after));
        }

        var (old, young) = (Entries(was), Entries(now));
        var (gone, come) = (Without(old, young), Without(young, old));
        return gone.Count + come.Count > 0
            ? (List(gone, old.Count), List(come, young.Count))
            : (List(old, old.Count), "the same in another order");
    }

    private static string One(JsonElement? value) => value switch
    {
        null => "",
        { ValueKind: JsonValueKind.Array } list => List(Entries(list), list.GetArrayLength()),
        { } single => Short(Entry(single)),
    };

    private static List<string> Entries(JsonElement list) => [.. list.EnumerateArray().Select(Entry)];

    private static string Entry(JsonElement value) => value.ValueKind switch
    {
        JsonValueKind.Array => string.Join(", ", value.EnumerateArray().Select(Entry)),
        JsonValueKind.Object => string.Join(", ", value.EnumerateObject().Where(p => p.Value.ValueKind != JsonValueKind.Null).Select(p => $"{Name(p.Name)} {Entry(p.Value)}")),
        JsonValueKind.Number => Math.Abs(value.GetDouble()) is >= 1e-6 and < 1e12 or 0 ? value.GetDouble().ToString("0.######", CultureInfo.InvariantCulture) : value.GetRawText(),
        JsonValueKind.True => "yes",
        JsonValueKind.False => "no",
        JsonValueKind.Undefined or JsonValueKind.Null or JsonValueKind.String => value.ToString(),
    };

    /// <summary>Entries of one list that the other has not, each as often as it has more of it.</summary>
    private static List<string> Without(List<string> list, List<string> other)
    {
        var left = other.GroupBy(e => e).ToDictionary(g => g.Key, g => g.Count());
        return [.. list.Where(e => !left.TryGetValue(e, out var count) || (left[e] = count - 1) < 0)];
    }

    /// <param name="all">How many the whole list has.</param>
    private static string List(List<string> entries, int all) => entries.Count == 0 ? all == 0 ? "none" : $"{all} in all"
        : Short(string.Join(" · ", entries.Take(MostListed))) + (entries.Count > MostListed || entries.Count < all ? $" ({all} in all)" : "");

    private static string Short(string text) => text.Length > MostCharacters ? text[..(MostCharacters - 1)] + "…" : text;
}
