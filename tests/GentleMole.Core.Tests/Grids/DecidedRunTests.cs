using GentleMole.Core.Grids;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Grids;

/// <summary>What was decided of a run is known again when the runs are joined up anew.</summary>
public class DecidedRunTests
{
    private static RadarRun Joined(double cover, double north = 0, int first = 0, int count = 6) => new(
        [.. Enumerable.Range(first, count).Select(i => new RunPoint(new SitePoint(0.6 * i, north), cover, i, 0, 90))], 0.05, 0.05, false, 0.98, count);

    private static DecidedRun Decided(double cover, double north = 0, int count = 6, bool hasCovers = true) => new(
        new Run(Enumerable.Range(0, count).Select(i => new SitePoint(0.6 * i, north))), hasCovers ? [.. Enumerable.Repeat(cover, count)] : [], 0.05);

    [Fact]
    public void It_is_known_again_where_it_lies_and_with_another_cover_but_not_elsewhere()
    {
        Assert.Equal([0], DecidedRun.Of([Joined(0.7, 0.1)], [Decided(0.7)]));
        Assert.Equal([0], DecidedRun.Of([Joined(0.9)], [Decided(0.7)]));
        Assert.Equal([null], DecidedRun.Of([Joined(0.7, 1)], [Decided(0.7)]));
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void What_was_said_of_a_pipe_is_not_said_of_the_one_under_it(bool isFirst)
    {
        var (upper, lower) = (Joined(0.7), Joined(0.86, 0.03));
        var has = DecidedRun.Of(isFirst ? [upper, lower] : [lower, upper], [Decided(0.71)]);
        Assert.Equal(isFirst ? [0, null] : [null, 0], has);
        Assert.Equal(isFirst ? [1, 0] : [0, 1], DecidedRun.Of(isFirst ? [upper, lower] : [lower, upper], [Decided(0.86), Decided(0.7)]));
    }

    [Fact]
    public void Without_covers_the_nearer_of_two_over_each_other_has_it()
    {
        Assert.Equal([null, 0], DecidedRun.Of([Joined(0.7, 0.1), Joined(0.86, 0.02)], [Decided(0, hasCovers: false)]));
    }

    [Fact]
    public void Pieces_of_a_run_that_fell_in_two_both_have_it_and_the_latest_has_one_that_was_decided_twice()
    {
        Assert.Equal([0, 0], DecidedRun.Of([Joined(0.7, count: 5), Joined(0.7, first: 7, count: 5)], [Decided(0.7, count: 12)]));
        Assert.Equal([0], DecidedRun.Of([Joined(0.7)], [Decided(0.7), Decided(0.7)]));
    }
}
