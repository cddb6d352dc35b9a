using CsCheck;
using GentleMole.Core.Notices;
using NodaTime;

namespace GentleMole.Core.Tests.Notices;

public class NoticeClockTests
{
    private static readonly WorkingCalendar Calendar = new(
        [new(new LocalDate(2026, 12, 25), "Christmas Day"), new(new LocalDate(2026, 12, 28), "Day after"), new(new LocalDate(2027, 1, 1), "New Year")]);

    [Theory]
    [InlineData("2026-11-23T09:30", "2026-11-26", "2026-11-25")] // Monday: Tuesday and Wednesday are the two days
    [InlineData("2026-11-23T17:00", "2026-11-26", "2026-11-25")] // on the hour still counts
    [InlineData("2026-11-23T17:01", "2026-11-27", "2026-11-26")] // a minute later counts from Tuesday
    [InlineData("2026-11-27T10:00", "2026-12-02", "2026-12-01")] // Friday: the weekend does not count
    [InlineData("2026-11-28T10:00", "2026-12-03", "2026-12-02")] // Saturday counts from Monday
    [InlineData("2026-12-23T10:00", "2026-12-30", "2026-12-29")] // over two holidays and a weekend
    [InlineData("2026-12-30T10:00", "2027-01-05", "2027-01-04")] // over the end of the year
    public void Two_full_working_days_lie_between_call_and_dig(string received, string mayStart, string due)
    {
        var times = NoticeClock.Count(
            NodaTime.Text.LocalDateTimePattern.CreateWithInvariantCulture("yyyy-MM-dd'T'HH:mm").Parse(received).Value, null, null, NoticeRules.Default, Calendar);

        Assert.Equal(mayStart, times.DigMayStart.ToString("yyyy-MM-dd", null));
        Assert.Equal(due, times.AnswerDue.ToString("yyyy-MM-dd", null));
    }

    [Fact]
    public void A_dig_planned_too_early_is_seen_and_one_in_time_is_not()
    {
        var call = new LocalDateTime(2026, 11, 23, 9, 30);
        bool TooEarly(int day) => NoticeClock.Count(call, new LocalDate(2026, 11, day), null, NoticeRules.Default, Calendar).PlannedTooEarly;

        Assert.True(TooEarly(25));
        Assert.False(TooEarly(26));
    }

    [Fact]
    public void Marks_run_out_after_their_days()
    {
        var times = NoticeClock.Count(new LocalDateTime(2026, 11, 23, 9, 30), null, new LocalDate(2026, 11, 25), NoticeRules.Default, Calendar);

        Assert.Equal(new LocalDate(2026, 12, 9), times.MarksExpire);
    }

    [Fact]
    public void The_working_days_between_are_as_many_as_asked_for() =>
        Gen.Select(Gen.Int[0, 1500], Gen.Int[0, 20]).Sample((offset, days) =>
        {
            var from = Calendar.FirstWorkingDayFrom(new LocalDate(2026, 1, 1).PlusDays(offset));
            var to = Calendar.AddWorkingDays(from, days);
            var counted = Enumerable.Range(1, Period.DaysBetween(from, to)).Count(i => Calendar.IsWorkingDay(from.PlusDays(i)));
            Assert.True(Calendar.IsWorkingDay(to));
            Assert.Equal(days, counted);
        });

    [Fact]
    public void A_job_is_at_the_first_stage_with_something_left_to_do()
    {
        Assert.Equal(JobStage.Notice, new JobProgress(false, 0, 0, 0, 0, false).Current);
        Assert.Equal(JobStage.Hookup, new JobProgress(true, 2, 0, 2, 2, false).Current);
        Assert.Equal(JobStage.Trace, new JobProgress(true, 2, 1, 1, 2, false).Current);
        Assert.Equal(JobStage.Marks, new JobProgress(true, 2, 1, 0, 1, false).Current);
        Assert.Equal(JobStage.Handover, new JobProgress(true, 2, 1, 0, 0, false).Current);
        Assert.Equal("handed over", new JobProgress(true, 2, 1, 0, 0, true).State);
    }
}
