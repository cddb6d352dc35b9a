using GentleMole.Core.Identify;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Trace;

/// <summary>Place and line carry a mark together; signs are held against the ground where it is drawn.</summary>
public class DotVerdictTests
{
    private static readonly DotObservation Clean = new()
    {
        Place = new SitePoint(0, 20), NullOffsetMetres = 0.02, Depth = new Depth(0.8), CurrentMilliamps = 30, CurrentRunsAway = true, SidewaysPercent = 2,
    };

    private static readonly DotContext Context = new() { SentMilliamps = 50, ExpectedDirection = new SitePoint(0, 1) };

    private static DotIdentity Identity(double onTarget, params SeenSign[] signs) => new(
        [new Hypothesis(HypothesisKind.Target, "gas", onTarget), new Hypothesis(HypothesisKind.Line, "lamp", 1 - onTarget)], DotIdentity.VerdictOf(onTarget), [], signs, []);

    private static SeenSign Sign(IdentitySign sign, double seen, double least, double most) =>
        new(sign, seen, [new SignExpected(HypothesisKind.Target, "gas", least, (least + most) / 2, most, least, most, 0)]);

    [Theory]
    [InlineData(0.99, Verdict.Sound, false)]
    [InlineData(0.7, Verdict.Caution, true)]
    [InlineData(0.1, Verdict.Reject, true)]
    public void A_good_place_on_a_doubtful_line_is_not_sound(double onTarget, Verdict expected, bool isForItsLine)
    {
        var place = DotJudge.Judge(Clean, Context);
        var whole = new DotVerdict(place, Identity(onTarget), NoIdentity.None);

        Assert.Equal(Verdict.Sound, place.Verdict);
        Assert.Equal((expected, isForItsLine, expected == Verdict.Reject), (whole.Verdict, whole.IsForItsLine, whole.NeedsReasonToMark));
    }

    [Fact]
    public void The_right_line_does_not_make_a_bad_place_good()
    {
        var place = DotJudge.Judge(Clean with { NullOffsetMetres = 0.3 }, Context);
        var whole = new DotVerdict(place, Identity(0.99), NoIdentity.None);

        Assert.NotEqual(Verdict.Sound, whole.Verdict);
        Assert.False(whole.IsForItsLine);
    }

    [Fact]
    public void Where_nobody_can_say_the_line_the_place_stands()
    {
        var place = DotJudge.Judge(Clean, Context);
        Assert.Equal(place.Verdict, new DotVerdict(place, null, NoIdentity.NotDrawn).Verdict);
    }

    [Fact]
    public void What_the_ground_expects_takes_the_place_of_the_rule_of_thumb_and_says_so()
    {
        // By rule of thumb 12 of 50 mA is on something else; this ground has a bad far end and expects it.
        var dot = Clean with { CurrentMilliamps = 12 };
        var bands = GroundBand.Of(Identity(0.99, Sign(IdentitySign.Current, 12, 8, 20)), isAwayWithWalk: true, null);
        var (thumb, ground) = (DotJudge.Judge(dot, Context), DotJudge.Judge(dot, Context with { ByGround = bands }));

        Assert.Equal(DotFinding.CurrentElsewhere, thumb.Finding);
        Assert.Equal(DotFinding.SignsAgree, ground.Finding);
        Assert.True(ground.Signs.Single(s => s.Kind == SignKind.Current) is { IsByGround: true, ExpectedLow: 8, ExpectedHigh: > 50 });
        Assert.All(ground.Signs.Where(s => s.Kind != SignKind.Current), s => Assert.False(s.IsByGround));
    }

    [Theory]
    [InlineData(7, SignOutcome.Disagrees)]
    [InlineData(48, SignOutcome.Agrees)]
    [InlineData(70, SignOutcome.Disagrees)]
    public void More_current_than_the_ground_lets_through_is_no_fault_up_to_what_was_sent(double milliamps, SignOutcome expected)
    {
        var bands = GroundBand.Of(Identity(0.99, Sign(IdentitySign.Current, milliamps, 8, 20)), isAwayWithWalk: true, null);
        Assert.Equal(expected, DotJudge.Judge(Clean with { CurrentMilliamps = milliamps }, Context with { ByGround = bands }).Signs.Single(s => s.Kind == SignKind.Current).Outcome);
    }

    [Theory]
    [InlineData(3, DotFinding.CurrentElsewhere)]
    [InlineData(7, DotFinding.CurrentOff)]
    [InlineData(9, DotFinding.SignsAgree)]
    public void Far_less_than_the_ground_lets_through_stops_the_mark(double milliamps, DotFinding expected)
    {
        var bands = GroundBand.Of(Identity(0.99, Sign(IdentitySign.Current, milliamps, 8, 20)), isAwayWithWalk: true, null);
        Assert.Equal(expected, DotJudge.Judge(Clean with { CurrentMilliamps = milliamps }, Context with { ByGround = bands }).Finding);
    }

    [Fact]
    public void Against_the_dot_before_the_ground_says_how_the_current_falls()
    {
        var identity = Identity(0.99, Sign(IdentitySign.Current, 30, 10, 48), Sign(IdentitySign.CurrentFromLast, 0.75, 0.7, 1.0));
        var band = GroundBand.Of(identity, true, 40).Single(b => b.Kind == SignKind.Current);

        Assert.Equal((28, 40), (band.Low, band.High));
        Assert.Equal(10, GroundBand.Of(identity, true, null).Single(b => b.Kind == SignKind.Current).Low);
    }

    [Theory]
    [InlineData(true, 1, 1, 1)]
    [InlineData(false, 1, -1, -1)]
    [InlineData(true, -1, -1, -1)]
    public void The_way_that_the_ground_expects_is_told_from_the_transmitter(bool isAwayWithWalk, int way, int low, int high)
    {
        var band = GroundBand.Of(Identity(0.99, Sign(IdentitySign.Way, 1, way, way)), isAwayWithWalk, null).Single();
        Assert.Equal((SignKind.CurrentDirection, (double)low, (double)high), (band.Kind, band.Low, band.High));
    }

    [Fact]
    public void Near_the_stake_a_sign_that_the_ground_reckons_with_is_not_excused()
    {
        var near = Context with { Stake = new SitePoint(0, 18) };
        var dot = Clean with { SidewaysPercent = 30 };
        SignOutcome Of(DotContext context) => DotJudge.Judge(dot, context).Signs.Single(s => s.Kind == SignKind.Sideways).Outcome;

        Assert.Equal(SignOutcome.ExcusedHere, Of(near));
        Assert.Equal(SignOutcome.Disagrees, Of(near with { ByGround = [new GroundBand(SignKind.Sideways, 0, 20)] }));
        Assert.Equal(SignOutcome.Agrees, Of(near with { ByGround = [new GroundBand(SignKind.Sideways, 0, 40)] }));
    }
}
