using System.Globalization;
using System.Text.Json;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Web.Words;

/// <summary>Log entries in words.</summary>
internal static class LogWords
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
        ["Sweep"] = "a sweep",
        ["SweptPass"] = "a pass",
        ["SweptResponse"] = "a response",
        ["ControlWire"] = "a control wire",
        ["FoundLine"] = "a line found",
        ["SondePush"] = "a push",
        ["PushedFix"] = "a stop of a push",
        ["CameraFind"] = "what the camera saw",
        ["FaultSearch"] = "a search for a fault",
        ["FrameLevel"] = "a reading of the frame",
        ["MeasuredWire"] = "a wire measured",
        ["RadarRecord"] = "a radar recording",
        ["RadarPart"] = "traces of a radar",
        ["WalkedProfile"] = "a radar profile",
        ["RadarPick"] = "a response in a radar profile",
        ["RadarGrid"] = "a grid of radar lines",
        ["FoundBody"] = "a body in the ground",
        ["UncoveredLine"] = "a dug-up place",
        ["RadarCalibration"] = "a calibration of the radar",
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
        ["DiggerLink"] = "a link for the one who digs",
        ["MadeYard"] = "a practice yard",
        ["SetYard"] = "a yard set to practise",
        ["HandedSheet"] = "a sheet handed over",
        ["PlaceCustom"] = "a place",
        ["JobGrant"] = "a job given to a reader",
        ["IdentityUserToken`1"] = "a key of a second factor",
        ["SampleBlock"] = "readings of an instrument",
        ["PutAside"] = "a notice put aside",
    };

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
        if (entry.Subject.StartsWith("SampleBlock:", StringComparison.Ordinal))
        {
            return Batch(entry);
        }

        using var before = JsonDocument.Parse(entry.Before.Length > 0 ? entry.Before : "{}");
        using var after = JsonDocument.Parse(entry.After.Length > 0 ? entry.After : "{}");
        var (was, now) = (Values(before), Values(after));
        return [.. was.Keys.Union(now.Keys)
            .Where(name => name is not ("Id" or "JobId"))
            .Select(name =>
            {
                var (old, young) = LoggedValues.Say(was.TryGetValue(name, out var o) ? o : null, now.TryGetValue(name, out var y) ? y : null);
                return new Difference(LoggedValues.Name(name), old, young);
            })];
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

    /// <summary>Values by their names; of things stored together there is only the number of them.</summary>
    private static Dictionary<string, JsonElement> Values(JsonDocument document) => document.RootElement.ValueKind == JsonValueKind.Array
        ? new() { ["together"] = JsonSerializer.SerializeToElement(document.RootElement.GetArrayLength().ToString(CultureInfo.InvariantCulture) + " entries") }
        : document.RootElement.EnumerateObject().ToDictionary(p => p.Name, p => p.Value);
}
