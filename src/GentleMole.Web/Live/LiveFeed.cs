using System.Diagnostics;
using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using System.Text.Json;
using GentleMole.Store.Model;
using GentleMole.Store;
using GentleMole.Web.Trust;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Live;

/// <summary>Server-sent events of a job (WHATWG HTML, 9.2): <c>strip</c> with what devices send, <c>sheet</c> when the sheet has changed, <c>still</c> in silence.</summary>
internal static class LiveFeed
{
    private static readonly TimeSpan AgainAfter = TimeSpan.FromSeconds(1.5);
    private static readonly TimeSpan LookAgainAfter = TimeSpan.FromSeconds(15);

    public static void MapLive(this WebApplication app) => app.MapGet("/jobs/{id:int}/live", AnswerAsync).ExcludeFromDescription();

    private static async Task<IResult> AnswerAsync(int id, HttpContext http, MoleDb db, LiveDesk desk, IHostApplicationLifetime lifetime)
    {
        if (!await db.Jobs.AnyAsync(j => j.Id == id, http.RequestAborted))
        {
            return Results.NotFound();
        }

        http.Response.Headers["X-Accel-Buffering"] = "no";
        var session = http.User.SignedIn()!;
        return TypedResults.ServerSentEvents(EventsAsync(id, desk, () => StillInAsync(http.RequestServices, session, id), lifetime.ApplicationStopping, http.RequestAborted));
    }

    /// <summary>A stream outlives the look at the door: it ends when its session has, or the job was taken from its reader.</summary>
    private static async Task<bool> StillInAsync(IServiceProvider services, SignedInPerson person, int job)
    {
        await using var scope = services.GetRequiredService<IServiceScopeFactory>().CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<MoleDb>();
        return await db.Sessions.AnyAsync(s => s.Id == person.SessionId && s.EndedAt == null)
            && await db.Users.AnyAsync(u => u.Id == person.Id && u.Active && u.Role == person.Role)
            && (person.Role != Role.Reader || await db.Grants.AnyAsync(g => g.PersonId == person.Id && g.JobId == job));
    }

    private static async IAsyncEnumerable<SseItem<string>> EventsAsync(int id, LiveDesk desk, Func<Task<bool>> stillIn, CancellationToken stopping, [EnumeratorCancellation] CancellationToken gone)
    {
        using var either = CancellationTokenSource.CreateLinkedTokenSource(stopping, gone);
        yield return new SseItem<string>("", "still") { ReconnectionInterval = AgainAfter };
        var looked = Stopwatch.GetTimestamp();
        await foreach (var news in Quietly(desk.WatchAsync(id, either.Token), either.Token))
        {
            if (Stopwatch.GetElapsedTime(looked) > LookAgainAfter)
            {
                looked = Stopwatch.GetTimestamp();
                if (!await stillIn())
                {
                    yield break;
                }
            }

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
