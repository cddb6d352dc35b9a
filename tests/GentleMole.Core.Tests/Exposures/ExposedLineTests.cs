using CsCheck;
using GentleMole.Core.Exposures;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Exposures;

/// <summary>A hole makes a line known as far as it reaches, and no farther.</summary>
public class ExposedLineTests
{
    private static readonly TracedLine Line = TracedLine.InOrder([.. Enumerable.Range(0, 5).Select(i => new MarkPoint(new SitePoint(4 * i, 0), 0.12, Estimate.Symmetric(0.8, 0.08), Verdict.Sound, i + 1))]);

    private static Exposure Hole(double east, double north, double centre = 0.8) => new(new SitePoint(east, north), centre - 0.05, 0.1);

    [Fact]
    public void In_the_hole_it_is_level_a_at_its_depth_and_beside_it_no_better_than_the_marks()
    {
        var opened = ExposedLine.Of(Line, [Hole(6, 0.05)]);
        var stretch = Assert.Single(opened.Stretches, s => s.Quality == QualityLevel.A);
        Assert.Equal(2 * ExposedLine.HoleHalfMetres, stretch.LengthMetres, 9);
        Assert.Equal(0.8, stretch.Depth!.Value.Value, 9);
        Assert.True(stretch.Depth.Value.HalfWidth < 0.05);
        Assert.Equal(0.05, stretch.From.Place.North, 9);
        Assert.All(opened.Stretches.Where(s => s.Quality != QualityLevel.A), s => Assert.Equal(QualityLevel.B, s.Quality));
        Assert.All(opened.Points, p => Assert.Equal(Verdict.Sound, p.Verdict));
        Assert.Equal(7, opened.Points.Count);
        Assert.True(opened.Points.Zip(opened.Points.Skip(1)).All(p => p.First.Place.East < p.Second.Place.East));
    }

    [Fact]
    public void A_mark_in_the_hole_gives_way_to_the_truth()
    {
        var opened = ExposedLine.Of(Line, [Hole(8.2, 0.1)]);
        Assert.DoesNotContain(opened.Points, p => p.Number == 3 && !p.Exposed);
        Assert.Equal([1, 2, 1, 1, 4, 5], opened.Points.Select(p => p.Number));
    }

    [Fact]
    public void A_hole_that_proves_the_mark_wrong_puts_its_neighbours_in_doubt_and_no_others()
    {
        foreach (var hole in new[] { Hole(6, 0.4), Hole(6, 0, 1.1) })
        {
            var opened = ExposedLine.Of(Line, [hole]);
            Assert.Equal([2, 3], opened.Points.Where(p => p.Verdict == Verdict.Caution).Select(p => p.Number));
            Assert.Equal(Verdict.Sound, Assert.Single(opened.Stretches, s => s.Quality == QualityLevel.A).Confidence);
        }
    }

    [Fact]
    public void Holes_in_any_order_make_the_same_line_and_one_beyond_its_end_carries_it_on()
    {
        IReadOnlyList<Exposure> holes = [Hole(2, 0.02), Hole(19, 0.1), Hole(10, -0.03)];
        var one = ExposedLine.Of(Line, holes);
        Assert.Equal(one.Points.Select(p => p.Place), ExposedLine.Of(Line, [.. holes.Reverse()]).Points.Select(p => p.Place));
        Assert.Equal(19 + ExposedLine.HoleHalfMetres, one.Points[^1].Place.East, 9);
        Assert.Equal(3, one.Stretches.Count(s => s.Quality == QualityLevel.A && s.LengthMetres < 1));
    }

    [Fact]
    public void What_lies_far_beside_it_is_not_put_into_it_and_without_holes_it_is_the_same_line()
    {
        Assert.Equal(Line.Points, ExposedLine.Of(Line, [Hole(6, 3.5), Hole(40, 0)]).Points);
        Assert.Same(Line, ExposedLine.Of(Line, []));
        var first = ExposedLine.Of(TracedLine.Join([]), [Hole(1, 0), Hole(5, 0)]);
        Assert.Equal(QualityLevel.B, Assert.Single(first.Stretches).Quality);
    }

    [Fact]
    public void Dug_up_again_in_one_place_the_last_word_counts()
    {
        var opened = ExposedLine.Of(Line, [Hole(6, 0.1, 0.9), Hole(10, 0), Hole(6.04, 0.02, 0.8), Hole(10, 0)]);
        var holes = opened.Stretches.Where(s => s.Quality == QualityLevel.A).ToList();
        Assert.Equal([3, 4], holes.Select(h => h.From.Number));
        Assert.All(holes, h => Assert.Equal(2 * ExposedLine.HoleHalfMetres, h.LengthMetres, 9));
        Assert.Equal(0.8, opened.DepthAt(opened.Run!.Project(new SitePoint(6, 0)).ChainageMetres)!.Value.Value, 9);
    }

    [Fact]
    public void However_many_holes_lie_over_each_other_the_line_goes_on_through_all_of_them() =>
        Gen.Select(Gen.Double[-4, 20], Gen.Double[-0.4, 0.4], Gen.Int[0, 3]).Array[1, 40].Sample(dug =>
        {
            // Some at the very same place, as a device sends that knows a phone's three decimals only.
            var holes = dug.Select(d => d.Item3 == 0 ? Hole(6, 0.1) : Hole(Math.Round(d.Item1, d.Item3), Math.Round(d.Item2, d.Item3))).ToList();
            var opened = ExposedLine.Of(Line, holes);
            Assert.Equal(opened.Points.Count, opened.Run!.Points.Count);
            Assert.Equal(opened.Points.Count - 1, opened.Stretches.Count);
            Assert.All(opened.Stretches, s => Assert.True(s.LengthMetres > 0));
            Assert.Contains(opened.Stretches, s => s.Quality == QualityLevel.A);
        });

    [Fact]
    public void Marks_in_one_place_make_one_point_of_a_line()
    {
        var line = TracedLine.InOrder([Line.Points[0], Line.Points[0] with { Number = 9 }, Line.Points[1]]);
        Assert.Equal([1, 2], line.Points.Select(p => p.Number));
        Assert.Single(line.Stretches);
        Assert.Null(TracedLine.InOrder([Line.Points[0], Line.Points[0]]).Run);
    }

    [Fact]
    public void Between_two_holes_nobody_has_seen_it()
    {
        var opened = ExposedLine.Of(Line, [Hole(5, 0), Hole(7, 0)]);
        var between = Assert.Single(opened.Stretches, s => s.From.Exposed && s.To.Exposed && s.LengthMetres > 1);
        Assert.Equal((QualityLevel.B, Verdict.Sound), (between.Quality, between.Confidence));
        Assert.Equal(2, opened.Stretches.Count(s => s.Quality == QualityLevel.A));
    }
}
