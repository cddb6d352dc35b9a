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
    public void Either_alone_is_the_line()
    {
        Assert.Same(Plan, JoinedRun.Of(null, Plan));
        Assert.Same(Plan, JoinedRun.Of(Plan, null));
        Assert.Null(JoinedRun.Of(null, null));
    }
}
