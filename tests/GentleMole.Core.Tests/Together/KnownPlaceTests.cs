using GentleMole.Core.Site;
using GentleMole.Core.Together;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Together;

/// <summary>Where a radar is run first: over what is known best, and alone.</summary>
public class KnownPlaceTests
{
    private static TracedLine Line(double north, params (double East, double Depth, double Half, Verdict Verdict, bool Exposed)[] dots) =>
        TracedLine.InOrder([.. dots.Select((d, i) => new MarkPoint(new SitePoint(d.East, north), 0.1, Estimate.Symmetric(d.Depth, d.Half), d.Verdict, i + 1, d.Exposed))]);

    [Fact]
    public void Exposed_comes_first_then_what_is_known_best_and_one_of_each_line_before_a_second()
    {
        var first = Line(0, (0, 1, 0.1, Verdict.Sound, false), (4, 1, 0.05, Verdict.Sound, false), (8, 1, 0.2, Verdict.Sound, true));
        var second = Line(5, (0, 1, 0.15, Verdict.Sound, false), (4, 1, 0.02, Verdict.Caution, false));
        var known = KnownPlace.Of([(1, first, 0.1), (2, second, 0.1)]);
        Assert.Equal([(1, 3), (2, 1), (1, 2), (2, 2), (1, 1)], known.Select(k => (k.LineId, k.Point.Number)));
        Assert.Equal(0.95, known[0].Cover.Value, 9);
    }

    [Fact]
    public void What_teaches_nothing_is_not_offered()
    {
        Assert.Empty(KnownPlace.Of([(1, Line(0, (0, 0.2, 0.02, Verdict.Sound, false), (4, 1, 0.5, Verdict.Sound, false), (8, 1, 0.05, Verdict.Reject, false)), 0.1)]));
        Assert.Empty(KnownPlace.Of([(1, Line(0, (0, 1, 0.05, Verdict.Sound, false)), 0.1)]));
        // Another line beside it: nobody knows whose response it would be.
        Assert.Empty(KnownPlace.Of([(1, Line(0, (0, 1, 0.05, Verdict.Sound, false), (4, 1, 0.05, Verdict.Sound, false)), 0.1), (2, Line(0.5, (0, 1, 0.05, Verdict.Sound, false), (4, 1, 0.05, Verdict.Sound, false)), 0.1)]));
    }

    [Fact]
    public void It_is_walked_square_across_as_far_to_both_sides()
    {
        var across = KnownPlace.Of([(1, Line(0, (0, 1, 0.05, Verdict.Sound, false), (4, 1, 0.1, Verdict.Sound, false)), 0.1)])[0].Across;
        Assert.Equal(0, Math.Abs(across.Points[0].East) + Math.Abs(across.Points[1].East), 9);
        Assert.Equal(across.Points[0].North, -across.Points[1].North, 9);
        Assert.Equal(4, across.Length, 9);
    }
}
