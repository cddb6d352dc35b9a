using CsCheck;
using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using GentleMole.Core.Year;
using NodaTime;

namespace GentleMole.Core.Tests.Year;

/// <summary>A year is counted once, each thing on its day; time goes where it went.</summary>
public class YearTests
{
    private static readonly LocalDate Today = new(2026, 11, 23);
    private static readonly Instant Nine = Instant.FromUtc(2026, 11, 23, 9, 0);

    private static YearJob Job(int id, LocalDate received, YearAnswer[]? answers = null, YearSheet[]? sheets = null, YearHole[]? holes = null, SpentTime[]? spent = null) =>
        new(id, $"job {id}", received, answers ?? [], sheets ?? [], holes ?? [], spent ?? []);

    [Theory]
    [InlineData("2026-11-20", "2026-11-20", AnswerTime.InTime)]
    [InlineData("2026-11-21", "2026-11-20", AnswerTime.Late)]
    [InlineData(null, "2026-11-22", AnswerTime.Overdue)]
    [InlineData(null, "2026-11-23", AnswerTime.Open)]
    [InlineData("2026-11-20", null, AnswerTime.Undated)]
    public void An_answer_is_in_time_by_its_first_day(string? first, string? due, AnswerTime time)
    {
        static LocalDate? Day(string? text) => text is null ? null : NodaTime.Text.LocalDatePattern.Iso.Parse(text).Value;
        Assert.Equal(time, new YearAnswer(first is null ? LineAnswer.Pending : LineAnswer.Marked, Day(first), Day(due)).On(Today));
    }

    [Fact]
    public void Months_add_up_to_the_year_and_jobs_too() =>
        Gen.Select(Gen.Int[0, 700], Gen.Int[-5, 5], Gen.Enum<LineAnswer>(), Gen.Int[0, 3]).Array[0, 30].Sample(all =>
        {
            var jobs = all.Select((a, i) =>
            {
                var day = new LocalDate(2025, 6, 1).PlusDays(a.Item1);
                return Job(i, day, [new YearAnswer(a.Item3, a.Item3 == LineAnswer.Pending ? null : day.PlusDays(3 + a.Item2), day.PlusDays(3))], [.. Enumerable.Range(0, a.Item4).Select(k => new YearSheet(day.PlusDays(k), 10, 2))], [new YearHole(day, a.Item4 == 1, a.Item4 == 2)], [new SpentTime(i, day, JobStage.Trace, Duration.FromMinutes(a.Item4))]);
            }).ToList();
            var account = YearAccount.Of(2026, jobs, Today);
            foreach (var parts in new[] { account.Months, [.. account.Jobs.Select(j => j.Figures)] })
            {
                Assert.Equal(account.Whole.Jobs, parts.Sum(m => m.Jobs));
                Assert.Equal(account.Whole.Answered, parts.Sum(m => m.Answered));
                Assert.Equal(account.Whole.Sheets, parts.Sum(m => m.Sheets));
                Assert.Equal((account.Whole.Holes, account.Whole.Hits, account.Whole.Unmarked), (parts.Sum(m => m.Holes), parts.Sum(m => m.Hits), parts.Sum(m => m.Unmarked)));
                Assert.Equal(account.Whole.Time, parts.Aggregate(Duration.Zero, (t, m) => t + m.Time));
                Assert.All(Enum.GetValues<AnswerTime>(), t => Assert.Equal(account.Whole.Of(t), parts.Sum(m => m.Of(t))));
            }
        });

    [Fact]
    public void Doubt_is_of_the_last_sheet_of_each_job_and_shares_have_their_intervals()
    {
        var day = new LocalDate(2026, 3, 2);
        var account = YearAccount.Of(2026, [
            Job(1, day, [new(LineAnswer.Marked, day, day), new(LineAnswer.Escalated, day.PlusDays(1), day), new(LineAnswer.Pending, null, day)], [new(day, 100, 100), new(day.PlusDays(9), 40, 10)], [new(day, true, true), new(day, false, false)]),
            Job(2, day, [new(LineAnswer.Clear, day, day)], [new(day, 60, 15)])], Today);
        var whole = account.Whole;
        Assert.Equal((0.25, 3, 2), (whole.Doubtful!.Value, whole.Sheets, whole.Jobs));
        Assert.Equal((2, 1, 1), (whole.Of(AnswerTime.InTime), whole.Of(AnswerTime.Late), whole.Of(AnswerTime.Overdue)));
        Assert.Equal(0.5, whole.InTime.Value, 9);
        Assert.True(whole.InTime.Low95 is > 0.05 and < 0.2 && whole.InTime.High95 is > 0.8 and < 0.95);
        Assert.Equal(1000.0 / 3, whole.HitsPerThousand.Value, 9);
        Assert.True(whole.HitsPerThousand.Low95 > 10 && whole.HitsPerThousand.High95 < 900);
        Assert.True(YearAccount.Of(2024, [Job(1, day)], Today) is { Jobs.Count: 0, Whole.IsEmpty: true, Whole.Doubtful: null });
        Assert.True(double.IsNaN(YearAccount.Of(2024, [], Today).Whole.InTime.Value));
    }

    [Fact]
    public void Time_goes_to_what_the_later_change_was_about_and_a_break_ends_it()
    {
        var book = new TimeSpentBook();
        void Note(string who, int minute, int? job, JobStage stage) => book.Note(who, Nine + Duration.FromMinutes(minute), Today, job is { } id ? (id, stage) : null);
        Note("a", 0, 1, JobStage.Walk);
        Note("a", 10, 1, JobStage.Trace);
        Note("b", 12, 2, JobStage.Radar);
        Note("a", 15, null, JobStage.Notice);
        Note("a", 20, 2, JobStage.Trace);
        Note("a", 51, 2, JobStage.Trace);
        Note("b", 42, 2, JobStage.Marks);
        Assert.Equal(
            [(1, JobStage.Trace, 10.0), (2, JobStage.Trace, 5.0), (2, JobStage.Marks, 30.0)],
            book.All.Select(s => (s.JobId, s.Stage, s.Time.TotalMinutes)));
    }

    [Fact]
    public void Nobody_works_longer_than_from_the_first_change_to_the_last() =>
        Gen.Int[0, 500].Array[2, 60].Sample(minutes =>
        {
            var book = new TimeSpentBook();
            foreach (var minute in minutes.Order())
            {
                book.Note("a", Nine + Duration.FromMinutes(minute), Today, (minute % 3, JobStage.Trace));
            }

            Assert.True(book.All.Aggregate(Duration.Zero, (t, s) => t + s.Time) <= Duration.FromMinutes(minutes.Max() - minutes.Min()));
        });
}
