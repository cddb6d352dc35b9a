using System.Net.Http.Json;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.StandIns;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Sheets;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Centre;

/// <summary>
/// One turn of talk with the notice centre: notices that are new come in, answers that wait go out. A notice and the mark
/// up to where notices were read are one save; an answer is kept until the centre has confirmed it, under an id that the
/// centre stores once. So nothing is lost, and nothing counts twice.
/// </summary>
internal sealed class CentreExchange(MoleDb db, PlaceClock clock, HttpClient http)
{
    private const int LongestWaitSeconds = 300;

    /// <summary>Takes new notices; gives how many came.</summary>
    public async Task<int> TakeAsync(CancellationToken cancellation)
    {
        db.Change.Who = "notice centre";
        var firm = await db.Firms.SingleAsync(cancellation);
        var notices = await http.GetFromJsonAsync<List<CentreNotice>>($"notices?after={firm.CentreCursor}", cancellation) ?? [];
        foreach (var notice in notices.OrderBy(n => n.Sequence))
        {
            if (!await db.Jobs.AnyAsync(j => j.NoticeNumber == notice.Number, cancellation))
            {
                db.Jobs.Add(JobOf(notice, firm.TimeZone));
            }

            firm.CentreCursor = notice.Sequence;
            await db.SaveChangesAsync(cancellation);
        }

        return notices.Count;
    }

    /// <summary>Sends answers that are due, in the order in which they were given; gives how many the centre confirmed.</summary>
    public async Task<int> SendAsync(CancellationToken cancellation)
    {
        var waiting = await db.CentreAnswers.Where(a => a.SentAt == null).OrderBy(a => a.MadeAt).ToListAsync(cancellation);
        var sent = 0;
        foreach (var answer in waiting.Where(a => a.NextTry <= clock.UtcNow))
        {
            try
            {
                var reply = new CentreReply(
                    answer.Id, answer.NoticeNumber, answer.Utility, answer.Owner, answer.Answer, answer.Note,
                    new DateTimeOffset(DateTime.SpecifyKind(answer.MadeAt, DateTimeKind.Utc)));
                using var response = await http.PostAsJsonAsync("answers", reply, cancellation);
                response.EnsureSuccessStatusCode();
                (answer.SentAt, answer.Trouble) = (clock.UtcNow, "");
                sent++;
            }
            catch (Exception error) when (error is HttpRequestException or TaskCanceledException && !cancellation.IsCancellationRequested)
            {
                answer.Trouble = TroubleOf(error);
                answer.NextTry = clock.UtcNow.AddSeconds(Math.Min(LongestWaitSeconds, 2 * Math.Pow(2, Math.Min(answer.Attempts, 10))));
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
        error is HttpRequestException { StatusCode: { } status } ? $"it answered {(int)status}" : "it cannot be reached";

    private Job JobOf(CentreNotice notice, string zone)
    {
        var job = new Job
        {
            Name = notice.Name,
            NoticeNumber = notice.Number,
            Where = notice.Where,
            Digger = notice.Digger,
            Contact = notice.Contact,
            Purpose = notice.Purpose,
            Means = notice.Means,
            DigDepthMetres = notice.DigDepthMetres,
            ReceivedAt = PlaceClock.Local(notice.ReceivedAt.UtcDateTime, zone).ToDateTimeUnspecified(),
            DigPlanned = notice.DigPlanned,
            DigCorners = [.. notice.Area.Select(p => new SitePoint(p[0], p[1]))],
            OriginLatitude = notice.Latitude,
            OriginLongitude = notice.Longitude,
            CreatedAt = clock.UtcNow,
        };
        job.Lines.AddRange(notice.Utilities.Select(u => new SoughtLine { Kind = Utilities.FromWord(u.Kind), Owner = u.Owner }));
        return job;
    }
}
