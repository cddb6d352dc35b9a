using CsCheck;
using GentleMole.Core.Job;
using GentleMole.Core.Notices;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Core.Tests.Notices;

public class NoticeClockTests
{
    private static readonly DateTimeZone London = DateTimeZoneProviders.Tzdb["Europe/London"];

    private static readonly WorkingCalendar Calendar = new(
        [new(new LocalDate(2026, 12, 25), "Christmas Day"), new(new LocalDate(2026, 12, 28), "Day after"), new(new LocalDate(2027, 1, 1), "New Year")]);

    private static LocalDateTime At(string text) => LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm").Parse(text).Value;

    [Theory]
    [InlineData("2026-11-27T00:00", 24, "2026-11-28T00:00", "2026-11-27")] // all of Friday: ends with it, not on Monday
    [InlineData("2026-11-26T00:00", 48, "2026-11-28T00:00", "2026-11-27")]
    [InlineData("2026-11-26T12:00", 36, "2026-11-28T00:00", "2026-11-27")]
    [InlineData("2026-11-26T12:00", 37, "2026-11-30T01:00", "2026-11-30")]
    public void Hours_that_end_at_midnight_end_with_their_day(string from, int hours, string ends, string lastDay)
    {
        var rule = ValidityRule.Stored($"{hours} h");
        Assert.Equal(At(ends), rule.Ends(At(from), Calendar, London));
        Assert.Equal(lastDay, LocalDatePattern.Iso.Format(rule.LastDay(At(from), Calendar, London)));
    }

    private static NoticeRules Rules(string notice) => NoticeRules.Default with { Notice = ValidityRule.Stored(notice) };

    [Theory]
    [InlineData("2 wd", "2026-11-23T09:30", "2026-11-26T00:00", "2026-11-25")] // Monday: Tuesday and Wednesday are the two days
    [InlineData("2 wd", "2026-11-23T17:00", "2026-11-26T00:00", "2026-11-25")] // on the hour still counts
    [InlineData("2 wd", "2026-11-23T17:01", "2026-11-27T00:00", "2026-11-26")] // a minute later counts from Tuesday
    [InlineData("2 wd", "2026-11-27T10:00", "2026-12-02T00:00", "2026-12-01")] // Friday: the weekend does not count
    [InlineData("2 wd", "2026-11-28T10:00", "2026-12-03T00:00", "2026-12-02")] // Saturday counts from Monday
    [InlineData("2 wd", "2026-12-23T10:00", "2026-12-30T00:00", "2026-12-29")] // over two holidays and a weekend
    [InlineData("2 wd", "2026-12-30T10:00", "2027-01-05T00:00", "2027-01-04")] // over the end of the year
    [InlineData("48 h", "2026-11-23T09:30", "2026-11-25T09:30", "2026-11-25")] // two days to the minute
    [InlineData("48 h", "2026-11-26T15:00", "2026-11-30T15:00", "2026-11-30")] // Thursday: Friday, then Monday
    [InlineData("48 h", "2026-11-28T10:00", "2026-12-02T00:00", "2026-12-01")] // Saturday begins with Monday
    [InlineData("48 h", "2026-11-23T18:00", "2026-11-26T00:00", "2026-11-25")] // late: begins with Tuesday
    [InlineData("48 h", "2026-12-24T12:00", "2026-12-30T12:00", "2026-12-30")] // over Christmas
    [InlineData("48 h", "2026-12-31T12:00", "2027-01-05T12:00", "2027-01-05")] // over the year's end
    [InlineData("3 d", "2026-11-23T09:30", "2026-11-27T00:00", "2026-11-26")]
    [InlineData("3 d", "2026-11-25T09:30", "2026-12-01T00:00", "2026-11-30")] // ends on a Saturday: answered on Monday
    public void The_notice_is_counted(string rule, string received, string mayStart, string due)
    {
        var times = NoticeClock.Count(At(received), null, Rules(rule), Calendar, London);

        Assert.Equal(At(mayStart), times.DigMayStartAt);
        Assert.Equal(due, times.AnswerDue.ToString("uuuu-MM-dd", null));
    }

    [Theory]
    [InlineData("14 d", "2026-11-23T11:00", "2026-12-07")]
    [InlineData("30 d", "2026-12-10T00:00", "2027-01-09")] // over the year's end
    [InlineData("60 d", "2028-01-01T00:00", "2028-03-01")] // over a leap day
    [InlineData("2 wd", "2026-12-23T15:00", "2026-12-29")]
    [InlineData("48 h", "2026-11-26T15:00", "2026-11-30")]
    public void A_validity_holds_to_its_last_day(string rule, string from, string last) =>
        Assert.Equal(last, ValidityRule.Stored(rule).LastDay(At(from), Calendar, London).ToString("uuuu-MM-dd", null));

    [Theory]
    [InlineData("Africa/Cairo", "2026-04-23T12:00", "2026-04-27T13:00")] // that Friday has 23 hours: the lost one is made up for on Monday
    [InlineData("Africa/Cairo", "2026-10-28T12:00", "2026-10-30T11:00")] // that Thursday has 25
    [InlineData("Europe/London", "2026-03-27T12:00", "2026-03-31T12:00")] // clocks change on a Sunday that does not count
    [InlineData("UTC", "2026-04-23T12:00", "2026-04-27T12:00")]
    public void Hours_are_real_hours_when_clocks_change(string zone, string from, string ends) => Assert.Equal(
        At(ends), new ValidityRule(48, ValidityUnit.Hours).Ends(At(from), new WorkingCalendar([]), DateTimeZoneProviders.Tzdb[zone]));

    [Fact]
    public void A_rule_of_hours_counts_as_many_hours_as_it_says() =>
        Gen.Select(Gen.Int[0, 700], Gen.Int[0, 23], Gen.Int[1, 200]).Sample((day, hour, hours) =>
        {
            var from = new LocalDate(2026, 1, 1).PlusDays(day).At(new LocalTime(hour, 0));
            var end = new ValidityRule(hours, ValidityUnit.Hours).Ends(from, Calendar, DateTimeZone.Utc);
            var counted = Enumerable.Range(0, 24 * 60).Select(i => from.PlusHours(i)).TakeWhile(t => t < end)
                .Count(t => Calendar.IsWorkingDay(t.Date));
            Assert.Equal(hours, counted);
        });

    [Fact]
    public void A_dig_planned_too_early_is_seen_and_one_in_time_is_not()
    {
        bool TooEarly(int day) => NoticeClock.Count(
            At("2026-11-23T09:30"), new LocalDate(2026, 11, day), NoticeRules.Default, Calendar, London).PlannedTooEarly;

        Assert.True(TooEarly(25));
        Assert.False(TooEarly(26));
    }

    [Theory]
    [InlineData("2026-12-07", "2026-12-03")] // Monday: a call on Thursday lets digging go on on Tuesday
    [InlineData("2026-12-24", "2026-12-22")] // goes on on the 29th, after the holidays
    public void The_renewal_leaves_no_gap(string holds, string renew)
    {
        var until = LocalDatePattern.Iso.Parse(holds).Value;
        var by = NoticeClock.RenewBy(until, NoticeRules.Default, Calendar, London)!.Value;
        LocalDate MayStart(LocalDate call) => NoticeClock.Count(call.AtMidnight(), null, NoticeRules.Default, Calendar, London).DigMayStart;

        Assert.Equal(renew, by.ToString("uuuu-MM-dd", null));
        Assert.True(MayStart(by) <= Calendar.FirstWorkingDayFrom(until.PlusDays(1)));
        Assert.True(MayStart(Calendar.FirstWorkingDayFrom(by.PlusDays(1))) > Calendar.FirstWorkingDayFrom(until.PlusDays(1)));
    }

    [Fact]
    public void Every_clock_of_a_job_is_told_in_order_and_the_shortest_marks_count()
    {
        var clocks = new JobClocks(
            At("2026-11-23T09:30"),
            new LocalDate(2026, 11, 27),
            [new Dated("Gas", At("2026-11-25T10:00"), ValidityRule.Stored("5 wd")), new Dated("Water", At("2026-11-25T10:00"), ValidityRule.Stored("14 d"))],
            [new Dated("Gas", At("2026-11-24T00:00"), ValidityRule.Stored("14 d")), new Dated("Gas", At("2026-11-20T00:00"), ValidityRule.Stored("14 d"))]);

        var told = clocks.Deadlines(NoticeRules.Default, Calendar, London, new LocalDate(2026, 11, 24));

        Assert.Equal(
            [DeadlineKind.AnswerDue, DeadlineKind.DigMayStart, DeadlineKind.DigPlanned, DeadlineKind.RenewBy, DeadlineKind.MarksExpire, DeadlineKind.RecordsExpire],
            told.Select(d => d.Kind));
        Assert.Equal(("Gas", new LocalDate(2026, 12, 2), 8), (told[4].Owner, told[4].Date, told[4].DaysAway));
        Assert.Equal(new LocalDate(2026, 12, 4), told[5].Date);
    }

    [Theory]
    [InlineData("14 days", "14 d")]
    [InlineData("48H", "48 h")]
    [InlineData(" 2 working days ", "2 wd")]
    [InlineData("0 d", null)]
    [InlineData("two days", null)]
    [InlineData("99999 d", null)]
    [InlineData("", null)]
    public void A_rule_is_read_as_people_write_it(string typed, string? stored)
    {
        var rule = ValidityRule.Parse(typed, "valid");

        Assert.Equal(stored, rule.IsGood ? rule.Value.Text : null);
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
        static JobStage At(bool notice, int owners, int cautions, int hookups, int untraced, int unanswered) =>
            new JobProgress(notice, owners, cautions, 2, hookups, untraced, unanswered, false).Current;

        Assert.Equal(JobStage.Notice, At(false, 2, 2, 0, 2, 2));
        Assert.Equal(JobStage.Records, At(true, 1, 2, 0, 2, 2));
        Assert.Equal(JobStage.Walk, At(true, 0, 2, 0, 2, 2));
        Assert.Equal(JobStage.Hookup, At(true, 0, 0, 0, 2, 2));
        Assert.Equal(JobStage.Trace, At(true, 1, 0, 1, 1, 2));
        Assert.Equal(JobStage.Marks, At(true, 0, 0, 1, 0, 1));
        Assert.Equal(JobStage.Handover, At(true, 1, 3, 1, 0, 0));
        Assert.Equal("handed over", new JobProgress(true, 0, 0, 2, 1, 0, 0, true).State);
    }
}
