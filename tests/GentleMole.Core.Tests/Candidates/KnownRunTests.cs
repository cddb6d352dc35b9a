using GentleMole.Core.Candidates;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Candidates;

/// <summary>A candidate held against lines that are known.</summary>
public class KnownRunTests
{
    private static readonly Run Plan = new([new SitePoint(0, 0), new SitePoint(0, 40)]);

    private static CandidateLine Line(params SitePoint[] points) => new(points, [0, 1, 2, 3], 0.95, 0.2, [], null, 4);

    [Fact]
    public void It_may_be_a_line_that_it_lies_along_within_the_doubt_of_both()
    {
        var beside = Line(new(1.1, 10), new(1.1, 25));

        Assert.Equal(1.1, new KnownRun("plan", Plan, 1).ApartFrom(beside)!.Value, 6);
        Assert.Null(new KnownRun("plan", Plan, 0.8).ApartFrom(beside));
    }

    [Fact]
    public void It_is_none_that_it_crosses_or_that_ends_before_it()
    {
        Assert.Null(new KnownRun("plan", Plan, 1).ApartFrom(Line(new(-8, 20), new(8, 20))));
        Assert.Null(new KnownRun("plan", Plan, 1).ApartFrom(Line(new(0, 50), new(0, 65))));
        Assert.NotNull(new KnownRun("plan", Plan, 1).ApartFrom(Line(new(0, 30), new(0, 42))));
    }

    [Fact]
    public void A_sketch_may_run_another_way_here_and_there()
    {
        var slanting = Line(new(-1, 10), new(4, 17));
        var known = new KnownRun("plan", Plan, 5);

        Assert.Null(known.ApartFrom(slanting));
        Assert.NotNull((known with { IsSketch = true }).ApartFrom(slanting));
    }

    [Fact]
    public void Of_several_it_is_the_nearest_for_its_doubt()
    {
        var line = Line(new(1, 10), new(1, 25));
        var traced = new KnownRun("traced", new Run([new SitePoint(1.9, 0), new SitePoint(1.9, 40)]), 1);
        var plan = new KnownRun("plan", Plan, 4);

        Assert.Equal("plan", KnownRun.Nearest(line, [traced, plan])!.Value.Known.Id);
        Assert.Equal("traced", KnownRun.Nearest(Line(new(1.8, 10), new(1.8, 25)), [traced, plan])!.Value.Known.Id);
        Assert.Null(KnownRun.Nearest(line, []));
    }
}
