using GentleMole.Core.Exposures;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Exposures;

/// <summary>A mark beside what was dug up.</summary>
public class MarkErrorTests
{
    private static readonly TracedLine Marked = TracedLine.InOrder(
    [
        new(new(0, 0), 0.1, Estimate.Symmetric(1, 0.1), Verdict.Sound, 1), new(new(4, 0), 0.2, new Estimate(1.2, 1.1, 1.5), Verdict.Sound, 2), new(new(8, 0), 0.2, null, Verdict.Sound, 3),
    ]);

    [Fact]
    public void Error_is_the_truth_less_what_was_marked_with_what_was_stated()
    {
        var error = MarkError.Of(Marked, new Exposure(new(2, -0.12), 1.0, 0.1))!;
        Assert.Equal(2, error.AlongMetres, 9);
        // The line lies south of a mark that runs east: to its right.
        Assert.Equal(0.12, error.Across.Value, 9);
        Assert.Equal(Math.Sqrt((0.15 * 0.15) + (0.06 * 0.06)), error.Across.HalfWidth, 9);
        Assert.Equal(1.05 - 1.1, error.Depth!.Value.Value, 9);
        Assert.True(error is { IsPlaceInside: true, IsDepthInside: true, IsWrongLine: false });
        Assert.Equal((1, 2), (error.Stretch.From.Number, error.Stretch.To.Number));
    }

    [Fact]
    public void An_interval_that_is_wider_to_one_side_is_held_on_the_side_of_the_truth()
    {
        var (deeper, shallower) = (MarkError.Of(Marked, new Exposure(new(4, 0), 1.35, 0.1))!, MarkError.Of(Marked, new Exposure(new(4, 0), 0.95, 0.1))!);
        Assert.Equal(0.2, deeper.Depth!.Value.Value, 9);
        Assert.Equal(-0.2, shallower.Depth!.Value.Value, 9);
        Assert.True(deeper.IsDepthInside);
        Assert.False(shallower.IsDepthInside);
    }

    [Fact]
    public void Far_beside_it_was_another_line_and_beyond_it_was_not_marked()
    {
        Assert.True(MarkError.Of(Marked, new Exposure(new(2, 0.9), 1, 0.1))!.IsWrongLine);
        Assert.False(MarkError.Of(Marked, new Exposure(new(2, 0.4), 1, 0.1))!.IsWrongLine);
        Assert.Null(MarkError.Of(Marked, new Exposure(new(2, 4), 1, 0.1)));
        Assert.Null(MarkError.Of(Marked, new Exposure(new(9.5, 0), 1, 0.1)));
        Assert.NotNull(MarkError.Of(Marked, new Exposure(new(8.6, 0.1), 1, 0.1)));
        Assert.Null(MarkError.Of(TracedLine.InOrder([]), new Exposure(new(0, 0), 1, 0.1)));
    }

    [Fact]
    public void Where_no_depth_was_stated_none_is_wrong()
    {
        var error = MarkError.Of(TracedLine.InOrder([new(new(0, 0), 0.1, null, Verdict.Sound, 1), new(new(4, 0), 0.1, null, Verdict.Sound, 2)]), new Exposure(new(2, 0), 1, null))!;
        Assert.Null(error.Depth);
        Assert.Null(error.IsDepthInside);
    }

    [Fact]
    public void A_thickness_that_nobody_measured_makes_the_truth_less_sure() =>
        Assert.True(new Exposure(default, 1, null).Centre.HalfWidth > new Exposure(default, 1, 0.1).Centre.HalfWidth);

    [Fact]
    public void What_was_stated_wider_by_a_factor_is_put_back_to_what_the_mark_alone_was()
    {
        const double Hole = 0.06;
        var stated = Estimate.Symmetric(0.1, Math.Sqrt((0.3 * 0.3) + (Hole * Hole)));
        Assert.Equal(stated.HalfWidth, MarkError.AsMeasured(stated, Hole, 1).HalfWidth, 9);
        var measured = MarkError.AsMeasured(stated, Hole, 1.5);
        Assert.Equal((0.1, Math.Sqrt((0.2 * 0.2) + (Hole * Hole))), (measured.Value, measured.HalfWidth), (a, b) => a.Item1 == b.Item1 && Math.Abs(a.Item2 - b.Item2) < 1e-9);
        Assert.Equal(Hole, MarkError.AsMeasured(Estimate.Symmetric(0, Hole / 2), Hole, 1).HalfWidth, 9);
    }
}
