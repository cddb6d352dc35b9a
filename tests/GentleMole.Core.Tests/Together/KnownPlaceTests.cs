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

    [Fact]
    public void A_profile_passes_over_it_where_it_crosses_its_line_within_a_metre()
    {
        var line = Line(0, (0, 1, 0.05, Verdict.Sound, false), (4, 1, 0.1, Verdict.Sound, false), (8, 1, 0.1, Verdict.Sound, false));
        var known = KnownPlace.Of([(1, line, 0.1)])[0];
        Assert.Equal((2, 0.6), known.CrossedBy(line, new Run([new(0.6, -2), new(0.6, 3)])));
        Assert.Null(known.CrossedBy(line, new Run([new(1.4, -2), new(1.4, 3)])));
        Assert.Null(known.CrossedBy(line, new Run([new(0.6, 1), new(0.6, 3)])));
    }

    [Fact]
    public void Its_echo_is_the_one_somebody_took_near_the_crossing_else_the_surest_and_nearest()
    {
        Assert.Equal(1, KnownPlace.EchoOf([(2.3, 1, false), (2.35, 0.6, true), (2.0, 0.95, false)], 2));
        Assert.Equal(2, KnownPlace.EchoOf([(2.3, 1, false), (2.6, 1, true), (2.05, 0.9, false)], 2));
        Assert.Null(KnownPlace.EchoOf([(2.41, 1, true), (1.59, 1, false)], 2));
        Assert.Null(KnownPlace.EchoOf([], 2));
    }

    [Fact]
    public void What_a_radar_proved_wrong_is_disproved_at_its_dots_alone()
    {
        var line = Line(0, (0, 1, 0.05, Verdict.Sound, false), (4, 1, 0.1, Verdict.Sound, false));
        var witness = new RadarWitness(7, new Run([new(-0.5, 0), new(1, 0)]), [0.6, 0.6], 0.03, 0.03, 0.98, WitnessAnswer.Radar, 0.4);
        var together = LineTogether.Of(line, [witness], 0.1);
        var known = KnownPlace.Of([(1, line, 0.1)]);
        Assert.Equal([true, false], known.OrderBy(k => k.Point.Number).Select(k => k.IsDisproved(together)));
        Assert.DoesNotContain(known, k => k.IsDisproved(LineTogether.Of(line, [witness with { Answer = WitnessAnswer.Receiver }], 0.1)));
    }

    [Fact]
    public void A_cover_is_written_otherwise_when_it_is_read_otherwise_by_more_than_the_eye()
    {
        var witness = new RadarWitness(7, new Run([new(0, 0), new(4, 0)]), [0.6, 2.0], 0.03, 0.03, 0.98);
        Assert.Null(witness.WrittenOtherwise(new SitePoint(0, 0.2), 0.619));
        Assert.Equal(0.6, witness.WrittenOtherwise(new SitePoint(0, 0.2), 0.621)!.Value, 9);
        // Of what is deep, two in a hundred.
        Assert.Null(witness.WrittenOtherwise(new SitePoint(4, 0), 2.039));
        Assert.Equal(2, witness.WrittenOtherwise(new SitePoint(4, 0), 2.041)!.Value, 9);
    }
}
