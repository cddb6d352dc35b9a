using System.Net.Http.Json;
using System.Text.Json;
using GentleMole.Exchange.Centre;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Words;
using GentleMole.Store.Writing;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Centre;

/// <summary>
/// One turn of talk with the notice centre: notices that are new come in, answers that wait go out. A notice and the mark
/// up to where notices were read are one save; an answer is kept until the centre has confirmed it, under an id that the
/// centre stores once. So nothing is lost, and nothing counts twice.
/// </summary>
internal sealed class CentreExchange(MoleDb db, PlaceClock clock, HttpClient http)
{
    private const int LongestWaitSeconds = 300;

    /// <summary>Notices taken in one turn; the others come with the next.</summary>
    private const int MostAtOnce = 200;

    /// <summary>Takes new notices; gives how many became jobs. What cannot be taken is put aside, and what follows goes on.</summary>
    /// <exception cref="JsonException">The answer is no list of notices.</exception>
    public async Task<int> TakeAsync(CancellationToken cancellation)
    {
        db.Change.Who = "notice centre";
        var firm = await db.Firms.SingleAsync(cancellation);
        var answer = await http.GetStringAsync($"notices?after={firm.CentreCursor}", cancellation);
        var taken = 0;
        foreach (var received in CentreInbox.Read(answer, firm.CentreCursor, firm.TimeZone, clock.Moment).Where(n => !(n.Sequence <= firm.CentreCursor)).Take(MostAtOnce).ToList())
        {
            if (received.Job is null)
            {
                await PutAsideAsync(received, cancellation);
            }
            else if (!await db.Jobs.AnyAsync(j => j.NoticeNumber == received.Number, cancellation))
            {
                db.Jobs.Add(received.Job);
                taken++;
            }

            try
            {
                firm.CentreCursor = received.Sequence ?? firm.CentreCursor;
                await db.SaveChangesAsync(cancellation);
            }
            catch (RuleBrokenException broken)
            {
                // The last rule caught what the first ones did not know of: it is put aside like any other.
                db.ChangeTracker.Clear();
                taken = received.Job is null ? taken : taken - 1;
                firm = await db.Firms.SingleAsync(cancellation);
                firm.CentreCursor = received.Sequence ?? firm.CentreCursor;
                await PutAsideAsync(received with { Number = "", Trouble = $"{broken.Errors[0].Field}: {broken.Errors[0].Sentence}" }, cancellation);
                await db.SaveChangesAsync(cancellation);
            }
        }

        return taken;
    }

    /// <summary>Once, however often it is sent again: without a number in the list it comes with every answer.</summary>
    private async Task PutAsideAsync(ReceivedNotice received, CancellationToken cancellation)
    {
        if (!await db.PutAside.AnyAsync(p => p.Content == received.Content, cancellation))
        {
            db.PutAside.Add(new PutAside { CameAt = clock.Moment, Number = received.Number, Content = received.Content, Trouble = received.Trouble });
        }
    }

    /// <summary>Sends answers that are due, in the order in which they were given; gives how many the centre confirmed.</summary>
    public async Task<int> SendAsync(CancellationToken cancellation)
    {
        var waiting = await db.CentreAnswers.Where(a => a.SentAt == null).OrderBy(a => a.MadeAt).ToListAsync(cancellation);
        var sent = 0;
        var head = await db.Log.OrderByDescending(e => e.Id).Select(e => e.Id + " " + e.Hash).FirstOrDefaultAsync(cancellation) ?? "";
        foreach (var answer in waiting.Where(a => a.NextTry <= clock.Moment))
        {
            try
            {
                var reply = new CentreReply(
                    answer.Id, answer.NoticeNumber, answer.Utility, answer.Owner, answer.Answer, answer.Note,
                    answer.MadeAt, head);
                using var response = await http.PostAsJsonAsync("answers", reply, CentreJson.Options, cancellation);
                response.EnsureSuccessStatusCode();
                (answer.SentAt, answer.Trouble) = (clock.Moment, "");
                sent++;
            }
            catch (Exception error) when (error is HttpRequestException or TaskCanceledException && !cancellation.IsCancellationRequested)
            {
                answer.Trouble = TroubleOf(error);
                answer.NextTry = clock.Moment + Duration.FromSeconds(Math.Min(LongestWaitSeconds, 2 * Math.Pow(2, Math.Min(answer.Attempts, 10))));
            }

            answer.Attempts++;
            await db.SaveChangesAsync(cancellation);
            if (answer.SentAt is null)
            {
                // The others would fare no better; they keep their order.
                break;
            }
        }

        return sent;
    }

    /// <summary>What went wrong, for a person.</summary>
    public static string TroubleOf(Exception error) =>
        error is JsonException ? "it answered something that cannot be read"
        : error is HttpRequestException { StatusCode: { } status } ? $"it answered {(int)status}" : "it cannot be reached";
}
