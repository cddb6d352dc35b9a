using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Store.Model;
using GentleMole.Store;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Sheets;

/// <summary>One job as the board shows it.</summary>
internal sealed record ListedJob(
    int Id,
    string Name,
    string Where,
    string Digger,
    JobProgress Progress,
    DateTime? ReceivedAt,
    DateOnly? DigPlanned,
    DateTime? LastMarked,
    int UndecidedDots,
    int Escalated,
    int NotFound,
    bool OriginProvisional)
{
    /// <summary>The clocks of this job, or null before the call is dated.</summary>
    public NoticeTimes? Times(NoticeRules rules, WorkingCalendar calendar) => ReceivedAt is { } received
        ? NoticeClock.Count(
            LocalDateTime.FromDateTime(received),
            DigPlanned is { } planned ? LocalDate.FromDateOnly(planned) : null,
            LastMarked is { } marked ? LocalDate.FromDateTime(marked) : null,
            rules,
            calendar)
        : null;
}

/// <summary>Jobs with what is counted on their sheets, in one query.</summary>
internal static class JobList
{
    public static async Task<IReadOnlyList<ListedJob>> LoadAsync(MoleDb db, CancellationToken cancellation, int? only = null)
    {
        var rows = await db.Jobs.AsNoTracking()
            .Where(j => only == null || j.Id == only)
            .OrderByDescending(j => j.Id)
            .Select(j => new
            {
                j.Id,
                j.Name,
                j.Where,
                j.Digger,
                j.ReceivedAt,
                j.DigPlanned,
                j.DigCorners,
                j.HandedOverAt,
                j.OriginProvisional,
                Lines = j.Lines.Count,
                Hookups = j.Hookups.Count,
                Unanswered = j.Lines.Count(l => l.Answer == LineAnswer.Pending),
                Untraced = j.Lines.Count(l => l.Answer == LineAnswer.Pending
                    && j.Readings.Count(r => r.LineId == l.Id && r.State == DotState.Accepted) < 2),
                Undecided = j.Readings.Count(r => r.State == DotState.Taken),
                Escalated = j.Lines.Count(l => l.Answer == LineAnswer.Escalated),
                NotFound = j.Lines.Count(l => l.Answer == LineAnswer.NotFound),
                LastMarked = j.Lines.Where(l => l.Answer == LineAnswer.Marked).Max(l => l.AnsweredAt),
            })
            .ToListAsync(cancellation);
        return [.. rows.Select(j => new ListedJob(
            j.Id,
            j.Name,
            j.Where,
            j.Digger,
            new JobProgress(
                j.DigCorners.Count >= 3 && j.ReceivedAt is not null && j.Lines > 0,
                j.Lines,
                j.Hookups,
                j.Untraced,
                j.Unanswered,
                j.HandedOverAt is not null),
            j.ReceivedAt,
            j.DigPlanned,
            j.LastMarked,
            j.Undecided,
            j.Escalated,
            j.NotFound,
            j.OriginProvisional))];
    }
}
