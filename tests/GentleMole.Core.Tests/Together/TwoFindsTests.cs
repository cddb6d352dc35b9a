using GentleMole.Core.Together;

namespace GentleMole.Core.Tests.Together;

/// <summary>Receiver and radar on one line: when they agree, what both tell, and what it means when they do not.</summary>
public class TwoFindsTests
{
    private static TwoFinds Of(double centre, double centreHalf, double cover, double coverHalf, double? outside = 0.1) =>
        TwoFinds.Of(Estimate.Symmetric(centre, centreHalf), Estimate.Symmetric(cover, coverHalf), outside);

    [Fact]
    public void What_agrees_is_surer_together_and_lies_between()
    {
        var both = Of(0.98, 0.08, 0.9, 0.06);
        Assert.True(both.IsAgreed);
        Assert.Equal(0.95, both.ByRadar.Value, 9);
        Assert.InRange(both.Together!.Value.Value, 0.95, 0.98);
        Assert.Equal(1 / Math.Sqrt((1 / (0.08 * 0.08)) + (1 / (0.06 * 0.06))), both.Together.Value.HalfWidth, 9);
        Assert.True(both.Together.Value.HalfWidth < 0.06);
    }

    [Fact]
    public void What_does_not_agree_is_a_question_and_says_how_quick_the_ground_would_be()
    {
        var torn = Of(1.1, 0.05, 0.9, 0.04);
        Assert.False(torn.IsAgreed);
        Assert.Equal(-0.15, torn.Apart.Value, 9);
        Assert.Equal(1.05 / 0.9, torn.VelocityFactor, 9);
        Assert.Equal(1, Of(0.95, 0.05, 0.9, 0.04).VelocityFactor, 9);
    }

    [Fact]
    public void A_line_of_which_nobody_said_how_thick_it_is_is_less_sure()
    {
        var (known, unknown) = (Of(0.95, 0.05, 0.9, 0.04), Of(0.95, 0.05, 0.9, 0.04, null));
        Assert.True(unknown.ByRadar.HalfWidth > known.ByRadar.HalfWidth);
        Assert.Equal(0.95, unknown.ByRadar.Value, 9);
        Assert.True(unknown.IsAgreed);
    }

    [Fact]
    public void The_interval_of_both_holds_as_often_as_it_says()
    {
        var random = new Random(12);
        double Normal() => Deviate.Normal(random);
        var (held, agreed) = (0, 0);
        for (var i = 0; i < 4000; i++)
        {
            var truth = 0.6 + random.NextDouble();
            var both = Of(truth + (0.03 * Normal()), 1.96 * 0.03, truth - 0.05 + (0.02 * Normal()), 1.96 * 0.02);
            agreed += both.IsAgreed ? 1 : 0;
            held += both.Together is { } t && t.Low95 <= truth && truth <= t.High95 ? 1 : 0;
        }

        Assert.InRange(agreed / 4000.0, 0.93, 0.97);
        Assert.InRange(held / (double)agreed, 0.935, 0.965);
    }
}
