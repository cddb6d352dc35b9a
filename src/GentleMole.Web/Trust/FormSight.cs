using System.Globalization;
using GentleMole.Store.Log;

namespace GentleMole.Web.Trust;

/// <summary>What somebody had seen of the store while typing in a form.</summary>
/// <param name="Shown">Last entry of the log when the form was first shown.</param>
/// <param name="Seen">Last entry that was shown or told: what others changed after it is told before it is overwritten.</param>
/// <param name="Carried">Values that it still shows as they first were, though others have changed them; see <see cref="ChangeContext.Carried"/>.</param>
internal sealed record FormSight(long Shown, long Seen, IReadOnlyList<string> Carried)
{
    private const int MostCharacters = 10_000;

    /// <summary>Those values as the form carries them.</summary>
    public string CarriedText => string.Join(' ', Carried);

    /// <summary>A form as it goes out: shown for the first time, or back with what was typed in it.</summary>
    /// <param name="refused">It was sent and comes back.</param>
    /// <param name="told">It comes back because others changed the same meanwhile: what they changed and it only carried along; null when not for that.</param>
    /// <param name="head">Last entry of the log now.</param>
    public static FormSight Of(HttpRequest request, bool refused, IReadOnlyList<string>? told, long head) =>
        !refused || Sent(request) is not { } sent ? new FormSight(head, head, [])
            : told is null ? sent
            : sent with { Seen = head, Carried = told };

    /// <summary>What the form that was sent carries; null where it carries nothing.</summary>
    public static FormSight? Sent(HttpRequest request) => request.HasFormContentType && Number(request, "seen") is { } seen
        ? new FormSight(Number(request, "shown") ?? seen, seen, request.Form["carried"].ToString() is { Length: < MostCharacters } text ? text.Split(' ', StringSplitOptions.RemoveEmptyEntries) : [])
        : null;

    private static long? Number(HttpRequest request, string name) =>
        long.TryParse(request.Form[name], NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;
}
