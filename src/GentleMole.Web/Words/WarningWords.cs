using GentleMole.Web.Sheets;
using NodaTime;

namespace GentleMole.Web.Words;

/// <summary>What is wrong with a job, in short phrases for the board; worst first.</summary>
internal static class WarningWords
{
    public static IReadOnlyList<string> Of(ListedJob job, Store.Model.Firm firm, Core.Notices.WorkingCalendar calendar, LocalDate today)
    {
        var said = new List<string>();
        var times = job.Times(firm.Rules, calendar);
        if (times is { } t && !job.Progress.HandedOver)
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

        if (times?.MarksExpire is { } expire && expire < today)
        {
            said.Add($"marks ran out {ClockWords.Day(expire)}");
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

        if (job.ReceivedAt is null)
        {
            said.Add("no call date");
        }

        return said;
    }
}
