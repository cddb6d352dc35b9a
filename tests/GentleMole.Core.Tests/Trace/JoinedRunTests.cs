using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Trace;

public class JoinedRunTests
{
    private static readonly Run Plan = new([new(0, 0), new(0, 20), new(0, 40)]);

    [Fact]
    public void The_plan_goes_on_where_the_trace_ends()
    {
        var joined = JoinedRun.Of(new Run([new(0.5, 15), new(0.6, 25)]), Plan)!;
        Assert.Equal([new(0, 0), new(0.5, 15), new(0.6, 25), new(0, 40)], joined.Points);
    }

    [Fact]
    public void A_trace_walked_the_other_way_keeps_its_direction()
    {
        var joined = JoinedRun.Of(new Run([new(0.6, 25), new(0.5, 15)]), Plan)!;
        Assert.Equal([new(0, 40), new(0.6, 25), new(0.5, 15), new(0, 0)], joined.Points);
    }

    [Fact]
    public void A_record_beside_a_line_shows_it_and_one_farther_off_is_another()
    {
        Assert.True(JoinedRun.Follows(new Run([new(1, -10), new(1.5, 50)]), Plan));
        Assert.False(JoinedRun.Follows(new Run([new(9, 0), new(9, 40)]), Plan));
    }

    [Fact]
    public void A_part_of_a_run_has_its_corners_and_ends_where_it_is_cut()
    {
        Assert.Equal([new(0, 5), new(0, 20), new(0, 30)], Plan.Between(5, 30));
        Assert.Equal([new(0, 0), new(0, 20), new(0, 40)], Plan.Between(-100, 100));
    }

    [Fact]
    public void Either_alone_is_the_line()
    {
        Assert.Same(Plan, JoinedRun.Of(null, Plan));
        Assert.Same(Plan, JoinedRun.Of(Plan, null));
        Assert.Null(JoinedRun.Of(null, null));
    }

    [Fact]
    public void Beyond_both_ends_of_a_trace_the_plan_is_left_whichever_way_it_was_drawn()
    {
        var traced = new Run([new(4, 0.3), new(8, 0.3)]);
        foreach (var plan in new[] { new Run([new(0, 0), new(6, 0), new(20, 0)]), new Run([new(20, 0), new(6, 0), new(0, 0)]) })
        {
            var beyond = JoinedRun.Beyond(traced, plan);
            Assert.Equal(2, beyond.Count);
            Assert.Equal([new SitePoint(0, 0), new SitePoint(4, 0.3)], beyond[0].Points);
            Assert.Equal([new SitePoint(8, 0.3), new SitePoint(20, 0)], beyond[1].Points);
        }

        Assert.Empty(JoinedRun.Beyond(traced, new Run([new(4.5, 0), new(8.5, 0)])));
        Assert.Equal(new SitePoint(12, 0), Assert.Single(JoinedRun.Beyond(traced, new Run([new(3.5, 0), new(12, 0)]))).Points[^1]);
    }
}
