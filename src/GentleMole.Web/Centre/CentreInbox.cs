using System.Text.Json;
using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Core.Notices;
using GentleMole.Core.Site;
using GentleMole.Exchange.Centre;
using GentleMole.Store.Model;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Centre;

/// <summary>
/// Reads what a notice centre sends, one notice at a time, by the rules that hold for a notice typed by hand. What does not
/// hold to them is told apart and does not stand in the way of what follows.
/// </summary>
internal static class CentreInbox
{
    /// <summary>A number this far ahead of the last one is a mistake; going by it would pass over everything in between.</summary>
    public const long FarthestAhead = 1_000_000;

    /// <summary>The notices of an answer, in the order of their numbers; those without one come last.</summary>
    /// <exception cref="JsonException">It is no list at all.</exception>
    public static IReadOnlyList<ReceivedNotice> Read(string answer, long after, string zone, Instant now)
    {
        using var document = JsonDocument.Parse(answer, new JsonDocumentOptions { MaxDepth = 32 });
        return document.RootElement.ValueKind == JsonValueKind.Array
            ? [.. document.RootElement.EnumerateArray().Select(e => ReadOne(e, after, zone, now)).OrderBy(n => n.Sequence ?? long.MaxValue)]
            : throw new JsonException("The answer is no list of notices.");
    }

    private static ReceivedNotice ReadOne(JsonElement element, long after, string zone, Instant now)
    {
        var content = element.GetRawText();
        content = content.Length > PutAside.MostContent ? content[..PutAside.MostContent] + "…" : content;
        long? sequence = element.ValueKind == JsonValueKind.Object && element.TryGetProperty("sequence", out var n) && n.TryGetInt64Safely(out var read) && read > 0 && read <= after + FarthestAhead ? read : null;
        ReceivedNotice Refuse(string trouble, string number = "") => new(sequence, number, null, content, trouble);
        CentreNotice? notice;
        try
        {
            notice = element.Deserialize<CentreNotice>(CentreJson.Options);
        }
        catch (JsonException error)
        {
            return Refuse($"It cannot be read{(error.Path is { Length: > 2 } path ? " at " + path[2..] : "")}.");
        }

        if (notice is null)
        {
            return Refuse("It is empty.");
        }

        var number = notice.Number?.Trim() ?? "";
        if (number.Length is 0 or > CalledNotice.MostText)
        {
            return Refuse("It has no number.");
        }

        if (sequence is null)
        {
            return Refuse("Its place in the centre's list is missing, or far ahead of the last one.", number);
        }

        if (notice.Area?.Any(p => p is not { Length: 2 }) == true || notice.Utilities?.Any(u => u is null) == true)
        {
            return Refuse("A corner of its area is no pair of numbers, or a utility is empty.", number);
        }

        var called = new CalledNotice(
            notice.Name?.Trim(), Text(notice.Where), Text(notice.Digger), Text(notice.Contact), Text(notice.Purpose), Text(notice.Means),
            notice.DigDepthMetres, notice.Latitude, notice.Longitude,
            SiteRules.Joined((notice.Area ?? []).Select(p => new SitePoint(p[0], p[1]))),
            [.. (notice.Utilities ?? []).Select(u => u.Owner?.Trim())]);
        var wrong = called.Check();
        if (!notice.ReceivedAt.IsOfTheseTimes() || !notice.DigPlanned.IsOfTheseTimes())
        {
            wrong = [.. wrong, new FieldError(nameof(notice.ReceivedAt), "Its dates are not of these times.")];
        }

        return wrong.Count > 0
            ? Refuse(string.Join('\n', wrong.Select(e => $"{PlainName(e.Field)}: {e.Sentence}")), number)
            : new ReceivedNotice(sequence, number, JobOf(called, notice, number, zone, now), content, "");
    }

    private static string PlainName(string field) => field switch
    {
        nameof(CalledNotice.LatitudeDegrees) => "Latitude",
        nameof(CalledNotice.LongitudeDegrees) => "Longitude",
        nameof(CalledNotice.DigDepthMetres) => "Depth of the dig, metres",
        nameof(CentreNotice.ReceivedAt) => "Dates",
        nameof(CalledNotice.Corners) => "Area",
        nameof(CalledNotice.Owners) => "Utilities",
        _ => field,
    };

    private static string Text(string? text) => text?.Trim() ?? "";

    private static Job JobOf(CalledNotice called, CentreNotice notice, string number, string zone, Instant now)
    {
        var job = new Job
        {
            Name = called.Name!,
            NoticeNumber = number,
            Where = called.Where,
            Digger = called.Digger,
            Contact = called.Contact,
            Purpose = called.Purpose,
            Means = called.Means,
            DigDepthMetres = called.DigDepthMetres,
            ReceivedAt = PlaceClock.Local(notice.ReceivedAt, zone),
            DigPlanned = notice.DigPlanned,
            DigCorners = [.. called.Corners],
            OriginLatitude = called.LatitudeDegrees!.Value,
            OriginLongitude = called.LongitudeDegrees!.Value,
            CreatedAt = now,
        };
        job.Lines.AddRange((notice.Utilities ?? []).Select((u, i) => new SoughtLine { Kind = Utilities.FromWord(u.Kind ?? ""), Owner = called.Owners[i]! }));
        return job;
    }

    private static bool TryGetInt64Safely(this JsonElement element, out long value)
    {
        value = 0;
        return element.ValueKind == JsonValueKind.Number && element.TryGetInt64(out value);
    }
}
