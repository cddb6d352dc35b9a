using GentleMole.Core.Pinpoint;

namespace GentleMole.Core.Tests.Pinpoint;

public class DepthComparisonTests
{
    [Fact]
    public void Together_ways_that_agree_are_surer_than_each()
    {
        var found = DepthComparison.Of([(DepthWay.Receiver, 0.90, 0.03), (DepthWay.Tilt, 0.92, 0.03), (DepthWay.Width, 0.88, 0.04)], 0.02, rowDecides: false)!;

        Assert.True(found.Agree);
        Assert.InRange(found.Depth.Value, 0.88, 0.92);
        Assert.All(found.Ways, w => Assert.True(found.Depth.HalfWidth < w.Depth.HalfWidth));
    }

    [Fact]
    public void What_the_receivers_own_figures_share_does_not_shrink_with_their_number()
    {
        double Half(int count) => DepthComparison.Of(
            [.. Enumerable.Repeat((DepthWay.Lift, 0.9, 0.01), count)], 0.05, rowDecides: false)!.Depth.HalfWidth;

        Assert.InRange(Half(30), 1.96 * 0.05, Half(1));
    }

    [Fact]
    public void Disagreement_is_said_and_makes_the_whole_wider()
    {
        var (near, apart) = (
            DepthComparison.Of([(DepthWay.Tilt, 0.90, 0.02), (DepthWay.Width, 0.91, 0.02)], 0, rowDecides: false)!,
            DepthComparison.Of([(DepthWay.Tilt, 0.70, 0.02), (DepthWay.Width, 1.11, 0.02)], 0, rowDecides: false)!);

        Assert.True(near.Agree);
        Assert.False(apart.Agree);
        Assert.True(apart.Depth.HalfWidth > 5 * near.Depth.HalfWidth);
    }

    [Fact]
    public void A_row_that_found_the_neighbour_decides_and_the_others_stand_beside_it()
    {
        var found = DepthComparison.Of([(DepthWay.Receiver, 0.64, 0.03), (DepthWay.Row, 0.86, 0.012)], 0.025, rowDecides: true)!;

        Assert.Equal(0.86, found.Depth.Value, 9);
        Assert.False(found.Ways[0].Agrees);
        Assert.True(found.Ways[1].Agrees);
        Assert.Null(DepthComparison.Of([], 0, rowDecides: false));
    }

    [Fact]
    public void A_weak_signal_makes_a_shown_depth_less_sure()
    {
        Assert.True(DepthMethods.ShownSigma(new(1.2), 0.02) > 1.5 * DepthMethods.ShownSigma(new(1.2)));
        Assert.True(DepthMethods.ShownSigma(new(2.4)) > 2 * DepthMethods.ShownSigma(new(1.2)));
    }
}
