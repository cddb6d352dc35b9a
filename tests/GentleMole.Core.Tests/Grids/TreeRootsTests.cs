using GentleMole.Core.Grids;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Grids;

/// <summary>What may be a root, and what passes a tree.</summary>
public class TreeRootsTests
{
    private static readonly SitePoint Trunk = new(10, 0);

    private static RadarRun Run(double from, double to, double north, double coverFrom, double coverTo)
    {
        var n = (int)Math.Round(Math.Abs(to - from) / 0.5) + 1;
        return new RadarRun([.. Enumerable.Range(0, n).Select(i => i / (n - 1.0)).Select((f, i) => new RunPoint(new SitePoint(from + (f * (to - from)), north), coverFrom + (f * (coverTo - coverFrom)), i, 0, 90))], 0.04, 0.05, false, 0.9, n);
    }

    [Theory]
    [InlineData(4, 9, 0.2, 0.5, 0.3, true)]
    [InlineData(9, 4, 0.2, 0.3, 0.5, true)]
    [InlineData(11, 15, -0.4, 0.25, 0.6, true)]
    // It falls towards the tree, is deep, passes beside it, goes on beyond it, or begins too far away.
    [InlineData(4, 9, 0.2, 0.3, 0.5, false)]
    [InlineData(4, 9, 0.2, 1.2, 0.9, false)]
    [InlineData(4, 9, 1.8, 0.5, 0.3, false)]
    [InlineData(6, 13, 0.2, 0.5, 0.5, false)]
    [InlineData(0, 4.5, 0.2, 0.5, 0.3, false)]
    [InlineData(0, 9, 0.2, 0.5, 0.3, false)]
    public void A_root_is_shallow_heads_for_a_trunk_rises_and_ends(double from, double to, double north, double coverFrom, double coverTo, bool isRoot) =>
        Assert.Equal(isRoot ? Trunk : null, TreeRoots.TrunkOf(Run(from, to, north, coverFrom, coverTo), [new(-30, 5), Trunk]));

    [Fact]
    public void Single_responses_near_a_trunk_are_likely_roots()
    {
        Assert.True(TreeRoots.IsNear(new(12, 3), 0.4, [Trunk]));
        Assert.False(TreeRoots.IsNear(new(12, 3), 1.1, [Trunk]));
        Assert.False(TreeRoots.IsNear(new(16, 3), 0.4, [Trunk]));
        Assert.False(TreeRoots.IsNear(new(12, 3), 0.4, []));
        Assert.Null(TreeRoots.TrunkOf(Run(4, 9, 0.2, 0.5, 0.3), []));
    }
}
