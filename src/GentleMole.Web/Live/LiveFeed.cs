using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using System.Text.Json;
using GentleMole.Store;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Live;

/// <summary>Server-sent events of a job (WHATWG HTML, 9.2): <c>strip</c> with what devices send, <c>sheet</c> when the sheet has changed, <c>still</c> in silence.</summary>
internal static class LiveFeed
{
    private static readonly TimeSpan AgainAfter = TimeSpan.FromSeconds(1.5);

    public static void MapLive(this WebApplication app) => app.MapGet("/jobs/{id:int}/live", AnswerAsync).ExcludeFromDescription();

    private static async Task<IResult> AnswerAsync(int id, HttpContext http, MoleDb db, LiveDesk desk, IHostApplicationLifetime lifetime)
    {
        if (!await db.Jobs.AnyAsync(j => j.Id == id, http.RequestAborted))
        {
            return Results.NotFound();
        }

        http.Response.Headers["X-Accel-Buffering"] = "no";
        return TypedResults.ServerSentEvents(EventsAsync(id, desk, lifetime.ApplicationStopping, http.RequestAborted));
    }

    private static async IAsyncEnumerable<SseItem<string>> EventsAsync(int id, LiveDesk desk, CancellationToken stopping, [EnumeratorCancellation] CancellationToken gone)
    {
        using var either = CancellationTokenSource.CreateLinkedTokenSource(stopping, gone);
        yield return new SseItem<string>("", "still") { ReconnectionInterval = AgainAfter };
        await foreach (var news in Quietly(desk.WatchAsync(id, either.Token), either.Token))
        {
            foreach (var strip in news.Strips)
            {
                yield return new SseItem<string>(JsonSerializer.Serialize(strip, JsonSerializerOptions.Web), "strip");
            }

            if (news.Sheet)
            {
                yield return new SseItem<string>("", "sheet");
            }

            if (news.IsNothing)
            {
                yield return new SseItem<string>("", "still");
            }
        }
    }

    /// <summary>Whoever goes away, or the application that stops, ends the watch; that is no error.</summary>
    private static async IAsyncEnumerable<LiveNews> Quietly(IAsyncEnumerable<LiveNews> watch, [EnumeratorCancellation] CancellationToken cancellation)
    {
        await using var each = watch.GetAsyncEnumerator(cancellation);
        while (true)
        {
            try
            {
                if (!await each.MoveNextAsync())
                {
                    yield break;
                }
            }
            catch (OperationCanceledException)
            {
                yield break;
            }

            yield return each.Current;
        }
    }
}
