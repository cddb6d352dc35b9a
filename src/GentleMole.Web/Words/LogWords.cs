using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Web.Words;

/// <summary>Log entries in words.</summary>
internal static partial class LogWords
{
    private static readonly Dictionary<string, string> Things = new()
    {
        ["Job"] = "the notice",
        ["SoughtLine"] = "a utility",
        ["Hookup"] = "a hookup",
        ["Reading"] = "a dot",
        ["SiteFeature"] = "a feature",
        ["Photo"] = "a photo",
        ["RecordRequest"] = "a request for plans",
        ["RecordSheet"] = "an owner's sheet",
        ["RecordLine"] = "a record line",
        ["CautionAck"] = "a caution",
        ["Settlement"] = "a question of record and site",
        ["LineModel"] = "a supposed line",
        ["LineTie"] = "a bond or joint",
        ["Instrument"] = "an instrument",
        ["InstrumentCheck"] = "a function check",
        ["GuideNote"] = "a note of the guide",
        ["GuideEntry"] = "a page of the guide",
        ["Visit"] = "a visit",
        ["FirmSettings"] = "the rules of the firm",
        ["HolidayRow"] = "a holiday",
        ["OwnerRow"] = "an owner",
        ["MoleUser"] = "a person",
        ["TokenRow"] = "a token",
        ["SampleBlock"] = "readings of an instrument",
        ["PutAside"] = "a notice put aside",
    };

    [GeneratedRegex("(?<=[a-z])(?=[A-Z])")]
    private static partial Regex Humps();

    /// <summary>One value that changed.</summary>
    internal sealed record Difference(string Name, string Before, string After);

    /// <summary>Who did what to what, and when.</summary>
    public static string Say(LogEntry entry, string zone) =>
        $"{entry.Who} {Verb(entry)} {Thing(entry.Subject)}, {When(entry.At, zone)}: "
        + string.Join("; ", Differences(entry).Take(10).Select(d => d.Before.Length > 0 ? $"{d.Name} {d.Before} → {d.After}" : $"{d.Name} {d.After}"));

    public static string Verb(LogEntry entry) => entry.What == "added" && entry.Subject.StartsWith("CautionAck", StringComparison.Ordinal) ? "acknowledged" : entry.What;

    public static string Thing(string subject)
    {
        var parts = subject.Split(':', 2);
        var thing = Things.GetValueOrDefault(parts[0], parts[0]);
        return parts[1].StartsWith('×') ? $"{parts[1][1..]} {thing.Split(' ', 2)[1]}s" : thing;
    }

    public static string When(Instant utc, string zone) =>
        PlaceClock.Local(utc, zone).ToString("d MMM uuuu HH:mm:ss", CultureInfo.InvariantCulture);

    public static IReadOnlyList<Difference> Differences(LogEntry entry)
    {
        var (before, after) = (Values(entry.Before), Values(entry.After));
        if (entry.Subject.StartsWith("SampleBlock:", StringComparison.Ordinal))
        {
            return Batch(entry);
        }

        return [.. before.Keys.Union(after.Keys)
            .Where(name => name is not ("Id" or "JobId"))
            .Select(name => new Difference(Name(name), before.GetValueOrDefault(name, ""), after.GetValueOrDefault(name, "")))];
    }

    /// <summary>How many came, which dots were made of them, and the seal of the evidence.</summary>
    private static IReadOnlyList<Difference> Batch(LogEntry entry)
    {
        using var document = JsonDocument.Parse(entry.After);
        var root = document.RootElement;
        var dots = root.GetProperty("Dots").EnumerateArray().Select(d => $"{d.GetProperty("From")}–{d.GetProperty("To")}").ToList();
        var seals = root.GetProperty("Blocks").EnumerateArray().Select(b => b.GetProperty("Sha256").GetString()![..16] + "…");
        return
        [
            new Difference("readings", "", root.GetProperty("Samples").ToString()),
            new Difference("dots to decide", "", dots.Count > 0 ? string.Join(", ", dots) : "none: what they name is not on the notice"),
            new Difference("seal of the evidence", "", string.Join(", ", seals)),
        ];
    }

    private static string Name(string property) => Humps().Replace(property, " ").ToLowerInvariant();

    private static Dictionary<string, string> Values(string json)
    {
        if (json.Length == 0)
        {
            return [];
        }

        using var document = JsonDocument.Parse(json);
        return document.RootElement.ValueKind == JsonValueKind.Array
            ? new() { ["together"] = document.RootElement.GetArrayLength().ToString(CultureInfo.InvariantCulture) + " entries" }
            : document.RootElement.EnumerateObject().ToDictionary(p => p.Name, p => Short(p.Value.ToString()));
    }

    private static string Short(string text) => text.Length > 120 ? text[..119] + "…" : text;
}
