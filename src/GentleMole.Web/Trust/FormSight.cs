using System.Globalization;

namespace GentleMole.Web.Trust;

/// <summary>What somebody had seen of the store while typing in a form.</summary>
/// <param name="Shown">Last entry of the log when the form was first shown: what still stands in it as it did then was not typed.</param>
/// <param name="Seen">Last entry that was shown or told: what others changed after it is told before it is overwritten.</param>
internal sealed record FormSight(long Shown, long Seen)
{
    /// <summary>A form as it goes out: shown for the first time, or back with what was typed in it.</summary>
    /// <param name="refused">It was sent and comes back.</param>
    /// <param name="told">It comes back with what others changed meanwhile.</param>
    /// <param name="head">Last entry of the log now.</param>
    public static FormSight Of(HttpRequest request, bool refused, bool told, long head) =>
        refused && Sent(request) is { } sent ? sent with { Seen = told ? head : sent.Seen } : new FormSight(head, head);

    /// <summary>What the form that was sent carries; null where it carries nothing.</summary>
    public static FormSight? Sent(HttpRequest request) =>
        request.HasFormContentType && Number(request, "seen") is { } seen ? new FormSight(Number(request, "shown") ?? seen, seen) : null;

    private static long? Number(HttpRequest request, string name) =>
        long.TryParse(request.Form[name], NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;
}
