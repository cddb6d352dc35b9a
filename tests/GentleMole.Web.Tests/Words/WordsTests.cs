using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using GentleMole.Core.Measures;
using GentleMole.Core.Notices;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Web.Stages;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Tests.Words;

public class WordsTests
{
    private static readonly Person Metric = new(UnitSystem.Metres, 876, 420, 876, 262);
    private static readonly Person Imperial = Metric with { Units = UnitSystem.FeetInches };

    /// <summary>A short row over two lines, which says what else should be read.</summary>
    private static readonly Lazy<PinpointResult> Unsettled = new(() => Pinpointing.Locate(
        [
            new(-0.75, 0.05, 6.4, 2.2), new(-0.5, 0.05, 7.5, 0.7), new(-0.25, 0.05, 7.8, 0.6), new(0, 0.05, 7.2, 3.0),
            new(0.25, 0.05, 6.2, 4.3), new(0.5, 0.05, 4.2, 5.0), new(0.75, 0.05, 2.4, 4.7),
        ],
        new ReadingNoise(0.02, 0.2), 0.5, 1, PinpointPrior.None).Value);

    private static DotJudgement Judged(DotFinding finding, NextStep next = NextStep.MarkIt) => new(
        Verdict.Caution, finding, next,
        [.. Enum.GetValues<SignKind>().Select(k => new Sign(k, 0.2, 0.1, 0.5, 1, SignOutcome.Disagrees))],
        new Estimate(-0.06, -0.2, 0.1), Estimate.Symmetric(0.8, 0.05), [], new SitePoint(0, 1), 0.2, true, Unsettled.Value);

    private static ShownVerdict Shown(DotJudgement judged, Person person) => new(judged, person, null, []);

    public static TheoryData<DotFinding> Findings() => [.. Enum.GetValues<DotFinding>()];

    [Theory]
    [MemberData(nameof(Findings))]
    public void Every_finding_has_a_sentence_to_act_on_and_a_reason(DotFinding finding)
    {
        foreach (var person in new[] { Metric, Imperial })
        {
            var say = VerdictWords.Headline(Shown(Judged(finding), person));
            Assert.InRange(say.Length, 10, 75);
            Assert.EndsWith(".", say, StringComparison.Ordinal);
            Assert.DoesNotContain("!", say, StringComparison.Ordinal);
            Assert.NotEmpty(VerdictWords.Why(Shown(Judged(finding), person)));
        }
    }

    [Fact]
    public void Every_next_step_but_marking_says_what_would_settle_it()
    {
        foreach (var next in Enum.GetValues<NextStep>())
        {
            Assert.Equal(next == NextStep.MarkIt, VerdictWords.Next(Shown(Judged(DotFinding.PeakNullApart, next), Metric)) is null);
        }
    }

    [Fact]
    public void Every_sign_is_a_row_with_what_was_read_and_what_was_expected()
    {
        var rows = Judged(DotFinding.SignsAgree).Signs.Select(s => VerdictWords.Row(s, Metric)).ToList();

        Assert.Equal(rows.Count, rows.Select(r => r.Name).Distinct().Count());
        Assert.All(rows, r => Assert.True(r.Read.Length > 0 && r.Expected.Length > 0));
    }

    [Fact]
    public void Lengths_in_sentences_are_in_the_units_of_the_person()
    {
        Assert.Contains("0.20 m", VerdictWords.Headline(Shown(Judged(DotFinding.PeakNullApart), Metric)), StringComparison.Ordinal);
        Assert.Contains("8\"", VerdictWords.Headline(Shown(Judged(DotFinding.PeakNullApart), Imperial)), StringComparison.Ordinal);
        Assert.Contains("left of your dot", VerdictWords.Why(Shown(Judged(DotFinding.PeakNullApart), Metric)), StringComparison.Ordinal);
    }

    [Fact]
    public void Every_reason_that_the_core_can_give_has_words()
    {
        var given = new List<Reason>();
        void Keep(Result<DepthResult> result) => given.AddRange(result.Value.Reasons);
        foreach (var second in new[] { 1.4, 1.36, 1.3 })
        {
            Keep(DepthMethods.Lift(new(1.1, new(0)), new(second, new(0.3))));
        }

        Keep(DepthMethods.Lift(new(1.1, new(0)), new(1.15, new(0.05))));
        Keep(DepthMethods.Tilt(1, 1, 45));
        Keep(DepthMethods.Tilt(0.6, 1.4, 45));
        foreach (var lower in new[] { 140.0, 112, 103 })
        {
            Keep(DepthMethods.Gradient(lower, 100, 0.4, new(0), FieldSource.Line));
        }

        Assert.True(given.Select(r => r.Code).Distinct().Count() >= 8);
        Assert.All(given, r => Assert.EndsWith(".", ReasonWords.Text(r), StringComparison.Ordinal));
    }

    [Fact]
    public void The_circuit_is_told_in_one_sentence_with_the_next_thing_to_try()
    {
        foreach (var state in Enum.GetValues<CircuitState>())
        {
            var result = new CircuitResult(state, state is CircuitState.Open ? double.PositiveInfinity : 5200);
            Assert.EndsWith(".", CircuitWords.Sentence(result, CircuitLimits.Usual), StringComparison.Ordinal);
            Assert.NotEmpty(CircuitWords.Next(result));
            Assert.DoesNotContain("∞", CircuitWords.Sentence(result, CircuitLimits.Usual), StringComparison.Ordinal);
        }

        Assert.Contains("5.2 kΩ", CircuitWords.Sentence(new CircuitResult(CircuitState.PoorEarth, 5200), CircuitLimits.Usual), StringComparison.Ordinal);
        Assert.Contains("630 Ω", CircuitWords.Sentence(new CircuitResult(CircuitState.Good, 630), CircuitLimits.Usual), StringComparison.Ordinal);
        Assert.Contains("up to 100\u00a0Ω is good", CircuitWords.Sentence(new CircuitResult(CircuitState.Weak, 148), CircuitLimits.Usual with { GoodOhms = 100 }), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(StakeFault.NotSquare, "40°")]
    [InlineData(StakeFault.AcrossAnotherLine, "Norrick Grid")]
    [InlineData(StakeFault.BesideAnotherLine, "Norrick Grid")]
    [InlineData(StakeFault.TooNear, "40.0 m")]
    public void Every_fault_of_a_stake_says_what_to_do(StakeFault fault, string part) =>
        Assert.Contains(part, CircuitWords.Sentence(new StakeFinding(fault, 40, "Norrick Grid"), Metric), StringComparison.Ordinal);

    [Theory]
    [InlineData(0, "today")]
    [InlineData(1, "tomorrow")]
    [InlineData(-1, "yesterday")]
    [InlineData(4, "in 4 days")]
    [InlineData(-4, "4 days ago")]
    public void Days_are_told_as_people_say_them(int days, string words) => Assert.Equal(words, ClockWords.Away(days));

    [Fact]
    public void What_is_overdue_comes_before_what_is_due()
    {
        var today = new LocalDate(2026, 11, 27);
        List<Deadline> deadlines =
        [
            new(DeadlineKind.AnswerDue, today.PlusDays(-2), -2), new(DeadlineKind.DigMayStart, today, 0), new(DeadlineKind.DigPlanned, today.PlusDays(1), 1),
        ];

        Assert.Equal(DeadlineKind.AnswerDue, ClockWords.Next(deadlines, new JobProgress(true, 0, 0, 2, 0, 2, 2, false))!.Kind);
        Assert.Equal(DeadlineKind.DigMayStart, ClockWords.Next(deadlines, new JobProgress(true, 0, 0, 2, 1, 0, 0, false))!.Kind);
        Assert.Null(ClockWords.Next(deadlines, new JobProgress(true, 0, 0, 2, 1, 0, 0, true)));
    }

    [Fact]
    public void Schools_and_verdicts_are_the_words_of_the_contract()
    {
        Assert.Equal(["peak", "between", "broadened", "corrected", "majority"], Enum.GetValues<MarkSchool>().Select(ReasonWords.School));
        Assert.Equal(["sound", "caution", "reject"], Enum.GetValues<Verdict>().Select(ReasonWords.Verdict));
    }
}
