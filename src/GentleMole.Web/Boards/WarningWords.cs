using GentleMole.Core.Notices;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Boards;

/// <summary>What is wrong with a job, in short phrases for the board; worst first.</summary>
internal static class WarningWords
{
    public static IReadOnlyList<string> Of(ListedJob job, LocalDate today)
    {
        var said = new List<string>();
        if (job.Times is { } t && !job.Progress.HandedOver)
        {
            if (t.PlannedTooEarly)
            {
                said.Add($"dig planned before {ClockWords.Day(t.DigMayStart)}, when it may start");
            }

            if (t.AnswerDue < today && job.Progress.LinesUnanswered > 0)
            {
                said.Add("answer overdue");
            }
        }

        foreach (var past in job.Deadlines.Where(d => d.DaysAway < 0))
        {
            if (past.Kind == DeadlineKind.MarksExpire)
            {
                said.Add($"marks ran out {ClockWords.Day(past.Date)}");
            }
            else if (past.Kind == DeadlineKind.RecordsExpire && !job.Progress.HandedOver)
            {
                said.Add($"plans of {past.Owner} ran out {ClockWords.Day(past.Date)}");
            }
        }

        if (job.UndecidedDots > 0)
        {
            said.Add($"{job.UndecidedDots} dot{(job.UndecidedDots == 1 ? "" : "s")} undecided");
        }

        if (job.Escalated > 0)
        {
            said.Add($"{job.Escalated} escalated");
        }

        if (job.NotFound > 0)
        {
            said.Add($"{job.NotFound} not found");
        }

        if (job.Clocks.Received is null)
        {
            said.Add("no call date");
        }

        return said;
    }
}
