using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Together;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Together;

/// <summary>A line by receiver and radar: what agreement is worth, what a contradiction does, and what a radar alone may mark.</summary>
public class LineTogetherTests
{
    private const double Outside = 0.1;

    private static MarkPoint Dot(int number, double east, double? depth = 1, double half = 0.08, double north = 0, Verdict verdict = Verdict.Sound, double across = 0.1) =>
        new(new SitePoint(east, north), across, depth is { } d ? Estimate.Symmetric(d, half) : null, verdict, number) { IsDoubtOfPlace = true };

    private static TracedLine Line(params MarkPoint[] dots) => TracedLine.InOrder(dots);

    /// <summary>A run along east, its top 5 cm over the centre of what lies at a depth.</summary>
    private static RadarWitness Radar(double from, double to, double depth = 1, double half = 0.06, double north = 0, double probability = 0.95, double lateral = 0.1, WitnessAnswer answer = WitnessAnswer.Open, double apart = 0)
    {
        var points = Enumerable.Range(0, (int)Math.Round((to - from) / 0.5) + 1).Select(i => new SitePoint(from + (0.5 * i), north)).ToList();
        return new RadarWitness(7, new Run(points), [.. points.Select(_ => depth - (Outside / 2))], half, lateral, probability, answer, apart);
    }

    [Fact]
    public void Without_a_radar_nothing_is_another()
    {
        var own = Line(Dot(1, 0), Dot(2, 5));
        Assert.Same(own, LineTogether.Of(own, [], Outside).Line);
    }

    [Fact]
    public void Agreement_narrows_depth_and_place_and_keeps_what_each_has_said()
    {
        var both = LineTogether.Of(Line(Dot(1, 1, 1.02), Dot(2, 4, 1.02)), [Radar(0.5, 4.5)], Outside);
        Assert.All(both.Line.Points, p =>
        {
            Assert.Equal(MarkedBy.Together, p.By);
            Assert.InRange(p.Depth!.Value.Value, 1.0, 1.02);
            Assert.Equal(1 / Math.Sqrt((1 / (0.08 * 0.08)) + (1 / (0.06 * 0.06))), p.Depth.Value.HalfWidth, 9);
            Assert.Equal(0.1 / Math.Sqrt(2), p.AcrossHalfWidthMetres, 9);
            Assert.Equal(1.02, p.WithoutRadar!.Value.Value, 9);
            Assert.Equal(1.0, p.ByRadar!.Value.Value, 9);
        });
        Assert.True(Assert.Single(both.Witnesses).IsAgreed);
        Assert.Equal(2, both.Line.Points.Count);
    }

    [Fact]
    public void A_mark_is_not_moved_so_its_interval_holds_the_middle_of_both()
    {
        var p = LineTogether.Of(Line(Dot(1, 1), Dot(2, 4)), [Radar(0.5, 4.5, north: 0.12)], Outside).Line.Points[0];
        Assert.Equal(new SitePoint(1, 0), p.Place);
        Assert.Equal(Math.Min(0.1, 0.06 + (0.1 / Math.Sqrt(2))), p.AcrossHalfWidthMetres, 9);
    }

    [Fact]
    public void Intervals_of_both_together_hold_as_often_as_they_say()
    {
        var random = new Random(41);
        var (held, all) = (0, 0);
        for (var i = 0; i < 4000; i++)
        {
            var (deep, aside) = (0.6 + random.NextDouble(), 0.05 * Deviate.Normal(random));
            var own = Line(Dot(1, 1, deep + (0.04 * Deviate.Normal(random)), 1.96 * 0.04, 0.05 * Deviate.Normal(random), across: 1.96 * 0.05), Dot(2, 4));
            var both = LineTogether.Of(own, [Radar(0.5, 4.5, deep + (0.03 * Deviate.Normal(random)), 1.96 * 0.03, aside, lateral: 1.96 * 0.05)], Outside);
            if (both.Witnesses[0].Meetings[0].IsAgreed)
            {
                var depth = both.Line.Points[0].Depth!.Value;
                all++;
                held += depth.Low95 <= deep && deep <= depth.High95 ? 1 : 0;
            }
        }

        Assert.InRange(all, 3400, 4000);
        Assert.InRange((double)held / all, 0.945, 0.975);
    }

    [Fact]
    public void A_doubt_of_place_is_lifted_and_a_doubt_of_which_line_is_not()
    {
        Verdict Of(MarkPoint dot, double probability = 0.95) => LineTogether.Of(Line(dot, Dot(2, 4)), [Radar(0.5, 4.5, probability: probability)], Outside).Line.Points[0].Verdict;
        Assert.Equal(Verdict.Sound, Of(Dot(1, 1, verdict: Verdict.Caution)));
        Assert.Equal(Verdict.Caution, Of(Dot(1, 1, verdict: Verdict.Caution) with { IsDoubtOfPlace = false }));
        Assert.Equal(Verdict.Reject, Of(Dot(1, 1, verdict: Verdict.Reject)));
        Assert.Equal(Verdict.Caution, Of(Dot(1, 1, verdict: Verdict.Caution), 0.7));
    }

    [Fact]
    public void A_dot_without_a_depth_takes_the_radars_and_is_found_and_measured()
    {
        var both = LineTogether.Of(Line(Dot(1, 1, null), Dot(2, 4, null)), [Radar(0.5, 4.5)], Outside);
        Assert.Equal(1.0, both.Line.Points[0].Depth!.Value.Value, 9);
        Assert.Equal(QualityLevel.B, both.Line.Stretches[0].Quality);
        Assert.Equal(QualityLevel.C, Line(Dot(1, 1, null), Dot(2, 4, null)).Stretches[0].Quality);
    }

    [Fact]
    public void A_contradiction_changes_no_depth_makes_the_stretch_doubtful_and_asks()
    {
        var both = LineTogether.Of(Line(Dot(1, 1, 1.3), Dot(2, 3, 1.3), Dot(3, 4, 1.3)), [Radar(0.5, 4.5)], Outside);
        Assert.All(both.Line.Points, p => Assert.Equal((1.3, Verdict.Caution), (p.Depth!.Value.Value, p.Verdict)));
        Assert.All(both.Line.Stretches, s => Assert.Equal(Verdict.Caution, s.Confidence));
        var held = Assert.Single(both.Witnesses);
        Assert.True(held is { IsConflict: true, IsOpen: true, IsOfPlace: false });
        Assert.Equal(0.3, held.ApartMetres, 6);
        Assert.Equal(1.25 / 0.95, held.VelocityFactor, 6);
    }

    [Fact]
    public void One_bad_dot_among_many_is_doubtful_and_no_question()
    {
        var dots = Enumerable.Range(0, 9).Select(i => Dot(i + 1, 0.5 + i, i == 4 ? 1.4 : 1)).ToArray();
        var both = LineTogether.Of(Line(dots), [Radar(0, 9)], Outside);
        Assert.False(both.Witnesses[0].IsConflict);
        Assert.Equal(5, Assert.Single(both.Witnesses[0].Odd).Dot);
        Assert.Equal(Verdict.Caution, both.Line.Points[4].Verdict);
        Assert.Equal(1.4, both.Line.Points[4].Depth!.Value.Value);
        Assert.Equal(Verdict.Sound, both.Line.Points[3].Verdict);
    }

    [Fact]
    public void Dots_beside_the_run_are_a_contradiction_of_place()
    {
        var both = LineTogether.Of(Line(Dot(1, 1, north: 0.7), Dot(2, 4, north: 0.7)), [Radar(0.5, 4.5)], Outside);
        Assert.True(both.Witnesses[0] is { IsOpen: true, IsOfPlace: true });
        Assert.Equal(0.7, both.Witnesses[0].ApartMetres, 6);
        Assert.All(both.Line.Points, p => Assert.Equal(Verdict.Caution, p.Verdict));
        var settled = LineTogether.Of(Line(Dot(1, 1, north: 0.7), Dot(2, 4, north: 0.7)), [Radar(0.5, 4.5, answer: WitnessAnswer.Receiver, apart: 0.7)], Outside);
        Assert.All(settled.Line.Points, p => Assert.Equal((Verdict.Sound, 1.0, 0.1), (p.Verdict, p.Depth!.Value.Value, p.AcrossHalfWidthMetres)));
    }

    [Fact]
    public void An_answer_holds_as_long_as_they_lie_apart_as_they_did()
    {
        LineTogether Of(WitnessAnswer answer, double apart) => LineTogether.Of(Line(Dot(1, 1, 1.3), Dot(2, 4, 1.3)), [Radar(0.5, 4.5, answer: answer, apart: apart)], Outside);
        var receiver = Of(WitnessAnswer.Receiver, 0.3);
        Assert.False(receiver.Witnesses[0].IsOpen);
        Assert.All(receiver.Line.Points, p => Assert.Equal((1.3, 0.08, Verdict.Sound), (p.Depth!.Value.Value, Math.Round(p.Depth.Value.HalfWidth, 9), p.Verdict)));
        var radar = Of(WitnessAnswer.Radar, 0.3);
        Assert.All(radar.Line.Points, p => Assert.Equal((1.0, Verdict.Sound, MarkedBy.Settled), (p.Depth!.Value.Value, p.Verdict, p.By)));
        Assert.True(Of(WitnessAnswer.Receiver, 0.15).Witnesses[0].IsOpen);
    }

    [Fact]
    public void What_was_exposed_is_changed_by_nobody()
    {
        var dot = Dot(1, 1, 1.3) with { Exposed = true };
        var point = LineTogether.Of(Line(dot, Dot(2, 4, 1.3)), [Radar(0.5, 4.5)], Outside).Line.Points[0];
        Assert.Equal((1.3, Verdict.Sound, QualityLevel.A), (point.Depth!.Value.Value, point.Verdict, TracedLine.LevelOf(point.Verdict, true, point.Exposed)));
    }

    [Fact]
    public void A_radar_alone_marks_a_line_that_nothing_else_hears()
    {
        var line = LineTogether.Of(Line(), [Radar(0, 6)], Outside).Line;
        Assert.Equal(0, line.Points[0].Place.East);
        Assert.Equal(6, line.Points[^1].Place.East);
        Assert.All(line.Points, p => Assert.Equal((MarkedBy.Radar, 1.0, Verdict.Sound), (p.By, p.Depth!.Value.Value, p.Verdict)));
        Assert.Equal(Enumerable.Range(1, line.Points.Count), line.Points.Select(p => p.Number));
        Assert.All(line.Stretches, s => Assert.Equal((QualityLevel.B, Verdict.Sound), (s.Quality, s.Confidence)));
        Assert.All(LineTogether.Of(Line(), [Radar(0, 6, probability: 0.7)], Outside).Line.Stretches, s => Assert.Equal(Verdict.Caution, s.Confidence));
    }

    [Fact]
    public void A_radar_goes_on_where_dots_end_and_fills_gaps_that_are_too_long()
    {
        var own = Line(Dot(1, 0), Dot(2, 3), Dot(3, 20), Dot(4, 23));
        var line = LineTogether.Of(own, [Radar(1, 28)], Outside).Line;
        var easts = line.Points.Select(p => p.Place.East).ToList();
        Assert.Equal(easts.Order(), easts);
        Assert.Contains(line.Points, p => p.By == MarkedBy.Radar && p.Place.East is > 4 and < 19);
        Assert.Contains(line.Points, p => p.By == MarkedBy.Radar && p.Place.East > 27);
        Assert.DoesNotContain(line.Points, p => p.By == MarkedBy.Radar && p.Place.East is < 3 or > 20 and < 23);
        Assert.True(own.Stretches[1].TooLong);
        Assert.DoesNotContain(line.Stretches, s => s.TooLong);
        Assert.Equal([1, 2, 3, 4], line.Points.Where(p => p.By != MarkedBy.Radar).Select(p => p.Number));
    }

    [Fact]
    public void A_run_that_begins_before_the_first_dot_comes_before_it_in_its_order()
    {
        var line = LineTogether.Of(Line(Dot(1, 5), Dot(2, 8)), [Radar(0, 6)], Outside).Line;
        var easts = line.Points.Select(p => p.Place.East).ToList();
        Assert.Equal(easts.Order(), easts);
        Assert.Equal(0, easts[0]);
    }

    [Fact]
    public void What_lies_far_beside_or_beyond_is_not_held_against_it()
    {
        Assert.Empty(LineTogether.Held(Line(Dot(1, 1, north: 3), Dot(2, 9)).Points, Radar(0, 5), Outside).Meetings);
        Assert.Single(LineTogether.Held(Line(Dot(1, 5.3), Dot(2, 9)).Points, Radar(0, 5), Outside).Meetings);
    }

    [Fact]
    public void The_receivers_word_scales_what_the_radar_alone_has_marked()
    {
        var line = LineTogether.Of(Line(Dot(1, 1, 1.3), Dot(2, 4, 1.3)), [Radar(0, 9, answer: WitnessAnswer.Receiver, apart: 0.3)], Outside).Line;
        var alone = line.Points.Where(p => p.By == MarkedBy.Radar).ToList();
        Assert.NotEmpty(alone);
        Assert.All(alone, p => Assert.Equal(1.3, p.Depth!.Value.Value, 6));
        Assert.All(alone, p => Assert.True(p.Depth!.Value.HalfWidth > 0.06));
    }

    [Fact]
    public void Cover_between_points_is_straight_and_beyond_them_as_at_the_end()
    {
        var witness = new RadarWitness(1, new Run([new(0, 0), new(2, 0), new(3, 0)]), [1, 2, 1], 0.05, 0.1, 0.9);
        Assert.Equal([1, 1.5, 2, 1.5, 1, 1], new[] { -1, 1, 2, 2.5, 3, 9.0 }.Select(witness.CoverAt));
    }
}
