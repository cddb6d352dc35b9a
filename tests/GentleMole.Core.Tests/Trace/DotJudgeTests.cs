using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Trace;

public class DotJudgeTests
{
    private static readonly DotContext Context = new()
    {
        SentMilliamps = 50,
        Previous = new PreviousDot(new SitePoint(0, 20), new(0.8), 46),
        Connection = new SitePoint(0, 0),
        Stake = new SitePoint(-8, 0),
    };

    private static readonly DotObservation Clean = new()
    {
        Place = new SitePoint(0, 24),
        NullOffsetMetres = 0.02,
        Depth = new(0.82),
        CurrentMilliamps = 45,
        LiftMetres = 0.3,
        LiftedDepthMetres = 1.12,
        DirectionDegrees = 181,
        SidewaysPercent = 4,
        TurnedDepthMetres = 0.83,
        CurrentRunsAway = true,
    };

    [Fact]
    public void When_all_signs_agree_it_may_be_marked()
    {
        var judged = DotJudge.Judge(Clean, Context);

        Assert.Equal(Verdict.Sound, judged.Verdict);
        Assert.Equal(9, judged.Signs.Count);
        Assert.Equal(9, judged.Agreeing);
        Assert.All(judged.Marks, m => Assert.True(m.Mark.Chance > 0.95));
        Assert.InRange(judged.Depth!.Value.HalfWidth, 0.06, 0.12);
    }

    [Theory]
    [InlineData(20, DotFinding.CurrentElsewhere, Verdict.Reject)]
    [InlineData(36, DotFinding.CurrentOff, Verdict.Caution)]
    public void Far_less_current_is_a_neighbour_however_clean_the_field(double milliamps, DotFinding finding, Verdict verdict)
    {
        var judged = DotJudge.Judge(Clean with { CurrentMilliamps = milliamps }, Context);

        Assert.Equal(finding, judged.Finding);
        Assert.Equal(verdict, judged.Verdict);
    }

    [Fact]
    public void Peak_and_null_apart_put_the_line_beyond_the_peak_away_from_the_null()
    {
        var judged = DotJudge.Judge(Clean with { NullOffsetMetres = 0.21 }, Context);

        Assert.Equal(DotFinding.PeakNullApart, judged.Finding);
        Assert.True(judged.Position.Value < 0);
        Assert.True(judged.Position.HalfWidth > DotJudge.Judge(Clean, Context).Position.HalfWidth);
        double Chance(MarkSchool school) => judged.Marks.Single(m => m.Mark.School == school).Mark.Chance;
        Assert.True(Chance(MarkSchool.Corrected) >= Chance(MarkSchool.Between));
    }

    [Fact]
    public void Peak_and_null_further_apart_than_the_tolerance_stop_the_mark() =>
        Assert.Equal(Verdict.Reject, DotJudge.Judge(Clean with { NullOffsetMetres = -0.6 }, Context).Verdict);

    [Fact]
    public void Current_running_back_stops_the_mark() =>
        Assert.Equal(DotFinding.CurrentRunsBack, DotJudge.Judge(Clean with { CurrentRunsAway = false }, Context).Finding);

    [Fact]
    public void One_small_sign_alone_does_not_stop_a_mark_and_two_do()
    {
        var one = Clean with { LiftedDepthMetres = 1.32 };
        var two = one with { DirectionDegrees = 30 };

        Assert.Equal(Verdict.Sound, DotJudge.Judge(one, Context).Verdict);
        Assert.Equal(DotFinding.SeveralSmallSigns, DotJudge.Judge(two, Context).Finding);
    }

    [Fact]
    public void Too_few_signs_say_so_and_ask_for_the_next_one()
    {
        var judged = DotJudge.Judge(new DotObservation { Place = new SitePoint(0, 24), Depth = new(0.8) }, Context);

        Assert.Equal(DotFinding.TooFewSigns, judged.Finding);
        Assert.Equal(NextStep.TakeNull, judged.Next);
    }

    [Fact]
    public void Signs_that_fail_at_a_tee_are_excused_and_dots_beyond_are_asked_for()
    {
        var judged = DotJudge.Judge(Clean with { NullOffsetMetres = 0.2 }, Context with { Feature = LineFeature.Tee });

        Assert.Equal(DotFinding.AtFeature, judged.Finding);
        Assert.Equal(NextStep.DotsBeyond, judged.Next);
    }

    [Fact]
    public void Near_the_stake_nothing_is_sound() =>
        Assert.Equal(DotFinding.NearSource, DotJudge.Judge(Clean, Context with { Stake = new SitePoint(2, 22) }).Finding);

    [Fact]
    public void The_direction_shown_is_a_line_and_not_an_arrow()
    {
        var judged = DotJudge.Judge(Clean with { DirectionDegrees = 181 }, Context);

        Assert.True(judged.Ahead.North > 0);
        Assert.True(judged.Signs.Single(s => s.Kind == SignKind.Direction).Agrees);
    }

    [Fact]
    public void The_line_through_dots_keeps_its_order_when_one_is_added_between()
    {
        MarkPoint At(double north, int number) => new(new SitePoint(0, north), 0.08, Estimate.Symmetric(0.8, 0.05), Verdict.Sound, number);

        var line = TracedLine.Join([At(0, 1), At(6, 2), At(12, 3), At(3, 4), At(30, 5), At(-4, 6)]);

        Assert.Equal([6, 1, 4, 2, 3, 5], line.Points.Select(p => p.Number));
        Assert.Equal(34, line.Run!.Length, 9);
        Assert.True(line.Stretches[^1].TooLong);
        Assert.Equal(QualityLevel.D, line.Stretches[^1].Quality);
        Assert.Equal(QualityLevel.B, line.Stretches[0].Quality);
    }

    [Fact]
    public void A_stretch_is_never_better_than_its_evidence()
    {
        var sure = new MarkPoint(new SitePoint(0, 0), 0.08, Estimate.Symmetric(0.8, 0.05), Verdict.Sound, 1);
        var blind = new MarkPoint(new SitePoint(0, 5), 0.2, null, Verdict.Caution, 2);

        var stretch = Assert.Single(TracedLine.Join([sure, blind]).Stretches);

        Assert.Equal(QualityLevel.C, stretch.Quality);
        Assert.Equal(Verdict.Caution, stretch.Confidence);
        Assert.Equal(0.2, stretch.AcrossHalfWidthMetres);
    }
}
