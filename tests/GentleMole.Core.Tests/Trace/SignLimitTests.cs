using GentleMole.Core.Marking;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Trace;

/// <summary>Where each sign changes its mind.</summary>
public class SignLimitTests
{
    private static readonly DotContext Context = new()
    {
        SentMilliamps = 50, Previous = new PreviousDot(new SitePoint(0, 20), new(0.8), 46), Connection = new SitePoint(0, 0), Stake = new SitePoint(-8, 0),
    };

    private static readonly DotObservation Clean = new()
    {
        Place = new SitePoint(0, 24), NullOffsetMetres = 0.02, Depth = new(0.82), CurrentMilliamps = 45,
    };

    private static bool Agrees(DotObservation dot, SignKind kind, DotContext? context = null) => DotJudge.Judge(dot, context ?? Context).Signs.Single(s => s.Kind == kind).Agrees;

    [Theory]
    [InlineData(Verdict.Sound, true, false, QualityLevel.B)]
    [InlineData(Verdict.Caution, true, false, QualityLevel.B)]
    [InlineData(Verdict.Sound, false, false, QualityLevel.C)]
    [InlineData(Verdict.Reject, true, false, QualityLevel.D)]
    [InlineData(Verdict.Reject, false, false, QualityLevel.D)]
    [InlineData(Verdict.Reject, true, true, QualityLevel.A)]
    public void A_dot_is_as_good_as_its_evidence(Verdict verdict, bool hasDepth, bool exposed, QualityLevel level) => Assert.Equal(level, TracedLine.LevelOf(verdict, hasDepth, exposed));

    [Fact]
    public void A_stretch_between_exposed_dots_is_exposed_within_one_hole_alone()
    {
        MarkPoint At(double north, bool exposed) => new(new SitePoint(0, north), 0.05, Estimate.Symmetric(0.8, 0.02), Verdict.Sound, 1, exposed);
        QualityLevel Level(double north, bool exposed) => Assert.Single(TracedLine.Join([At(0, true), At(north, exposed)]).Stretches).Quality;

        Assert.Equal(QualityLevel.A, Level(0.9, true));
        Assert.Equal(QualityLevel.B, Level(0.9, false));
        Assert.Equal(QualityLevel.B, Level(1.1, true));
        Assert.Equal(QualityLevel.B, Level(5, true));
        Assert.Equal(QualityLevel.B, Level(5, false));
        Assert.Equal(QualityLevel.D, Level(25, true));
    }

    [Theory]
    [InlineData(0.98, true)]
    [InlineData(1.04, false)]
    [InlineData(0.62, true)]
    [InlineData(0.56, false)]
    public void Depth_may_change_by_so_much_from_the_dot_before(double depth, bool agrees) => Assert.Equal(agrees, Agrees(Clean with { Depth = new(depth) }, SignKind.DepthAgainstLast));

    [Fact]
    public void What_pulls_peak_and_null_apart_widens_the_depth_too()
    {
        var apart = DotJudge.Judge(Clean with { NullOffsetMetres = 0.2 }, Context).Depth!.Value;
        var together = DotJudge.Judge(Clean, Context).Depth!.Value;

        Assert.Equal(0.1, apart.HalfWidth - together.HalfWidth, 6);
    }

    [Theory]
    [InlineData(0.05, true)]
    [InlineData(0.11, true)]
    [InlineData(0.16, false)]
    [InlineData(0.40, false)]
    public void Shoulders_may_differ_by_an_eighth(double uneven, bool agrees)
    {
        CrossReading At(double offset)
        {
            var clean = 100 * 0.8 / Math.Sqrt((offset * offset) + (0.8 * 0.8));
            var peak = clean * (1 + (Math.Sign(Math.Round(offset, 6)) * uneven / 2 * (Math.Abs(offset) > 0.5 ? 1 : 0)));
            return new CrossReading(offset, 0.05, peak, Math.Abs(peak * offset / 0.8));
        }

        var dot = Clean with { Across = [.. Enumerable.Range(-6, 13).Select(i => At(0.2 * i))] };
        Assert.Equal(agrees, Agrees(dot, SignKind.Shoulders));
    }

    [Theory]
    [InlineData(3.0, true)]
    [InlineData(4.8, true)]
    [InlineData(5.4, false)]
    public void Within_five_metres_of_the_stake_its_own_field_is_read_too(double away, bool near) =>
        Assert.Equal(near, DotJudge.Judge(Clean, Context with { Stake = new SitePoint(away, 24) }).Finding == DotFinding.NearSource);

    [Theory]
    [InlineData(28.0, DotFinding.CurrentOff)]
    [InlineData(27.0, DotFinding.CurrentElsewhere)]
    public void Less_than_six_tenths_of_the_current_before_is_another_line(double milliamps, DotFinding finding) =>
        Assert.Equal(finding, DotJudge.Judge(Clean with { CurrentMilliamps = milliamps }, Context).Finding);
}
