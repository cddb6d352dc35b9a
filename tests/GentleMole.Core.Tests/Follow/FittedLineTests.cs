using GentleMole.Core.Follow;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Follow;

/// <summary>The line through dots, held against lines that are known.</summary>
public class FittedLineTests
{
    private static FollowedDot Dot(int number, double east, double north, double half = 0.1, double? depth = null, LineFeature feature = LineFeature.Plain, int pass = 0) =>
        new(new SitePoint(east, north), half, depth is { } d ? Estimate.Symmetric(d, 0.08) : null, number, feature, pass);

    private static List<FollowedDot> Straight(int count, double step = 3, Func<int, double>? off = null, Func<int, double>? depth = null) =>
        [.. Enumerable.Range(0, count).Select(i => Dot(i + 1, i * step, off?.Invoke(i) ?? 0, depth: depth?.Invoke(i)))];

    /// <summary>Two legs that meet at (20, 0), the second to the north.</summary>
    private static List<FollowedDot> Cornered(params FollowedDot[] more) =>
        [Dot(1, 6, 0), Dot(2, 10, 0), Dot(3, 14, 0), Dot(4, 18, 0), .. more, Dot(11, 20, 2.5), Dot(12, 20, 6), Dot(13, 20, 10), Dot(14, 20, 14)];

    [Fact]
    public void Bands_hold_on_made_up_lines_and_the_fit_lies_nearer_than_the_dots()
    {
        int held = 0, places = 0, depthHeld = 0, depths = 0;
        double dots = 0, fits = 0;
        foreach (var made in Enumerable.Range(0, 400).Select(s => MadeUpTrace.Of(70_000 + s)))
        {
            var fit = FittedLine.Of(made.Dots)!;
            foreach (var place in fit.Places)
            {
                var truth = made.Truth.Project(place.Place);
                if (truth.ChainageMetres > 0.01 && truth.ChainageMetres < made.Truth.Length - 0.01)
                {
                    places++;
                    held += Math.Abs(truth.OffsetMetres) <= place.HalfWidthMetres ? 1 : 0;
                    depths += place.Depth is null ? 0 : 1;
                    depthHeld += place.Depth is { } d && made.DepthAt(truth.ChainageMetres) >= d.Low95 && made.DepthAt(truth.ChainageMetres) <= d.High95 ? 1 : 0;
                }
            }

            dots += made.Dots.Sum(d => Math.Pow(made.Truth.Project(d.Place).OffsetMetres, 2));
            fits += made.Dots.Sum(d => Math.Pow(made.Truth.Project(fit.Run.Project(d.Place).Foot).OffsetMetres, 2));
        }

        Assert.InRange(held / (double)places, 0.93, 0.97);
        Assert.InRange(depthHeld / (double)depths, 0.925, 0.97);
        Assert.InRange(fits / dots, 0, 0.85);
    }

    [Fact]
    public void Dots_that_stand_off_are_left_out_and_hardly_ever_a_sound_one()
    {
        int wrong = 0, found = 0, sound = 0, blamed = 0, deep = 0, deepFound = 0;
        foreach (var made in Enumerable.Range(0, 400).Select(s => MadeUpTrace.Of(80_000 + s, chanceWrong: 0.06)))
        {
            var fit = FittedLine.Of(made.Dots)!;

            // At an end nothing lies beyond that could say so.
            foreach (var dot in fit.Dots.Skip(2).SkipLast(2))
            {
                var isWrong = made.Wrong.Contains(dot.Dot.Number);
                (wrong, found) = (wrong + (isWrong ? 1 : 0), found + (isWrong && dot.IsOutlier ? 1 : 0));
                (sound, blamed) = (sound + (isWrong ? 0 : 1), blamed + (!isWrong && dot.IsOutlier ? 1 : 0));
                var isDeep = made.WrongDepth.Contains(dot.Dot.Number);
                (deep, deepFound) = (deep + (isDeep ? 1 : 0), deepFound + (isDeep && dot.IsDepthOutlier ? 1 : 0));
            }
        }

        Assert.InRange(found / (double)wrong, 0.78, 1);
        Assert.InRange(blamed / (double)sound, 0, 0.008);
        Assert.InRange(deepFound / (double)deep, 0.78, 1);
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void Corners_are_found_where_the_legs_meet_and_none_on_a_plain_line(bool isMarked)
    {
        int corners = 0, found = 0, held = 0, plain = 0, blamed = 0;
        foreach (var made in Enumerable.Range(0, 500).Select(s => MadeUpTrace.Of(90_000 + s, isMarked: isMarked)))
        {
            var fit = FittedLine.Of(made.Dots)!;
            foreach (var corner in made.Corners)
            {
                corners++;
                if (fit.Corners.MinBy(c => c.Place.DistanceTo(corner)) is { } near && near.Place.DistanceTo(corner) < 1.5)
                {
                    found++;
                    held += near.Place.DistanceTo(corner) <= near.HalfWidthMetres * 1.25 ? 1 : 0;
                    Assert.Equal(isMarked, near.Marked is not null);
                }
            }

            if (made.Corners.Count == 0 && made.BendRadius is null)
            {
                (plain, blamed) = (plain + 1, blamed + Math.Min(1, fit.Corners.Count));
            }
        }

        Assert.InRange(found / (double)corners, 0.9, 1);
        Assert.InRange(held / (double)found, 0.93, 1);
        Assert.InRange(blamed / (double)plain, 0, 0.01);
    }

    [Fact]
    public void A_sharp_corner_is_where_the_two_legs_meet_though_no_dot_lies_there()
    {
        var fit = FittedLine.Of(Cornered())!;
        var corner = Assert.Single(fit.Corners);

        Assert.Equal((4, 11), (corner.Before, corner.After));
        Assert.InRange(corner.Place.DistanceTo(new SitePoint(20, 0)), 0, 0.01);
        Assert.Equal(-90, corner.TurnDegrees, 1);
        Assert.InRange(corner.HalfWidthMetres, 0.05, 0.6);

        // The line runs by the corner, and a bend instead of it would cut inside by no more than it says.
        Assert.InRange(fit.Run.Project(new SitePoint(20, 0)).Foot.DistanceTo(new SitePoint(20, 0)), 0, 0.02);
        Assert.Equal(2 * Math.Tan(Math.PI / 8), corner.InsideMetres, 2);
    }

    [Fact]
    public void Dots_that_the_corner_pulls_inwards_do_not_count_for_its_legs()
    {
        // Within one and a half depths of the corner the peak lies inside; the corner stays where it is.
        var pulled = FittedLine.Of(Cornered(Dot(5, 19.0, 0.25, depth: 1), Dot(6, 19.75, 0.9, depth: 1)))!;

        Assert.InRange(Assert.Single(pulled.Corners).Place.DistanceTo(new SitePoint(20, 0)), 0, 0.05);
        Assert.Empty(pulled.Outliers);
    }

    [Fact]
    public void A_bend_that_a_dot_marks_is_held_against_the_legs()
    {
        var corner = Assert.Single(FittedLine.Of(Cornered(Dot(7, 19.7, 0.2, 0.3, feature: LineFeature.Bend)))!.Corners);

        Assert.Equal(7, corner.Marked);
        Assert.InRange(corner.Place.DistanceTo(new SitePoint(20, 0)), 0, 0.05);
    }

    [Fact]
    public void A_sweeping_bend_followed_in_small_steps_is_no_corner()
    {
        var bend = Enumerable.Range(0, 16).Select(i => i * 1.5 / 12).Select(a => (12 * Math.Sin(a), 12 * (1 - Math.Cos(a))));
        List<FollowedDot> dots = [Dot(1, -9, 0), Dot(2, -6, 0), Dot(3, -3, 0), .. bend.Select((p, i) => Dot(4 + i, p.Item1, p.Item2))];
        var fit = FittedLine.Of(dots)!;

        Assert.Empty(fit.Corners);
        var stretch = Assert.Single(fit.Bends);
        Assert.InRange(stretch.RadiusMetres, 10, 14);
        Assert.InRange(stretch.TurnDegrees, -110, -80);
        Assert.All(dots, d => Assert.InRange(Math.Abs(fit.Run.Project(d.Place).OffsetMetres), 0, 0.05));
    }

    [Fact]
    public void A_dot_that_the_others_contradict_is_left_out_and_told_how_far_off_it_stands()
    {
        var fit = FittedLine.Of(Straight(9, off: i => i == 4 ? 0.9 : 0))!;
        var off = Assert.Single(fit.Outliers);

        Assert.Equal(5, off.Dot.Number);
        Assert.Equal(-0.9, off.ByOthersMetres, 1);
        Assert.All(fit.Places, p => Assert.InRange(Math.Abs(p.Place.North), 0, 0.01));
    }

    [Fact]
    public void A_dot_with_much_doubt_moves_the_line_little_and_two_passes_narrow_it()
    {
        var plain = Straight(7, off: i => i == 3 ? 0.12 : 0);
        double At(IReadOnlyList<FollowedDot> dots) => FittedLine.Of(dots)!.Run.Project(new SitePoint(9, 0)).Foot.North;
        var doubtful = plain.Select(d => d.Number == 4 ? d with { AcrossHalfWidthMetres = 0.6 } : d).ToList();
        Assert.InRange(At(doubtful), -0.001, 0.4 * At(plain));

        var again = plain.Concat(Straight(7).Select(d => d with { Number = d.Number + 100, Pass = 1 })).ToList();
        var (one, two) = (FittedLine.Of(plain)!, FittedLine.Of(again)!);
        Assert.InRange(At(again), 0, 0.75 * At(plain));
        Assert.InRange(two.PlaceAt(9).HalfWidthMetres, 0, 0.9 * one.PlaceAt(9).HalfWidthMetres);
        Assert.Equal(14, two.Dots.Count);
    }

    [Fact]
    public void Between_dots_the_doubt_grows_with_how_far_they_stand_apart()
    {
        double Middle(double step) => FittedLine.Of(Straight(6, step))!.PlaceAt(2.5 * step).HalfWidthMetres;

        Assert.True(Middle(8) > 1.2 * Middle(3), $"{Middle(8)} {Middle(3)}");
        Assert.True(Middle(16) > 1.2 * Middle(8), $"{Middle(16)} {Middle(8)}");
    }

    [Fact]
    public void Gaps_are_told_with_what_is_allowed_for_what_lies_there()
    {
        List<FollowedDot> dots = [Dot(1, 0, 0), Dot(2, 4, 0), Dot(3, 8, 0, feature: LineFeature.Tee), Dot(4, 12, 0), Dot(5, 16, 0), Dot(6, 24, 0), Dot(7, 28, 0)];
        var gaps = FittedLine.Of(dots)!.Gaps([(12.5, 15)]);

        Assert.Equal(
            [(2, 3, GapReason.Tee), (3, 4, GapReason.Tee), (4, 5, GapReason.Dig), (5, 6, GapReason.Plain)],
            gaps.OrderBy(g => g.From).Select(g => (g.From, g.To, g.Reason)));
        Assert.True(gaps[0].LengthMetres / gaps[0].AllowedMetres >= gaps[^1].LengthMetres / gaps[^1].AllowedMetres);
        Assert.Contains(FittedLine.Of(Cornered())!.Gaps([]), g => g is { From: 4, To: 11, Reason: GapReason.Bend });
    }

    [Fact]
    public void Depths_give_a_band_dives_are_told_and_a_strange_depth_is_left_out()
    {
        var dive = FittedLine.Of(Straight(12, 2, depth: i => i < 5 ? 0.8 : i > 6 ? 1.8 : 1.3))!;
        var change = Assert.Single(dive.Dives);
        Assert.True(change.FromDepthMetres < 1.1 && change.ToDepthMetres > 1.5 && change.FromMetres is > 5 and < 11);

        var strange = FittedLine.Of(Straight(11, 2, depth: i => i == 5 ? 2.4 : 0.9))!;
        Assert.Equal(6, Assert.Single(strange.Dots, d => d.IsDepthOutlier).Dot.Number);
        Assert.All(strange.Places, p => Assert.InRange(p.Depth!.Value.Value, 0.88, 0.92));
        Assert.Empty(strange.Dives);
        Assert.All(FittedLine.Of(Straight(5))!.Places, p => Assert.Null(p.Depth));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void It_does_not_matter_from_which_end_nor_where_and_how_the_site_lies(int seed)
    {
        var made = MadeUpTrace.Of(seed, chanceWrong: 0.05);
        var one = FittedLine.Of(made.Dots)!;
        var back = FittedLine.Of([.. made.Dots.Reverse()])!;
        SitePoint Moved(SitePoint p) => new(2000 - p.North, 500 + p.East);
        var moved = FittedLine.Of([.. made.Dots.Select(d => d with { Place = Moved(d.Place) })])!;

        Assert.Equal(one.Outliers.Select(o => o.Dot.Number).Order(), back.Outliers.Select(o => o.Dot.Number).Order());
        Assert.Equal(one.Run.Length, back.Run.Length, 3);
        foreach (var place in one.Places)
        {
            Assert.InRange(Math.Abs(back.Run.Project(place.Place).OffsetMetres), 0, 0.01);
            Assert.InRange(Math.Abs(moved.Run.Project(Moved(place.Place)).OffsetMetres), 0, 0.001);
        }
    }

    [Fact]
    public void Too_few_or_strange_dots_do_no_harm()
    {
        Assert.Null(FittedLine.Of([]));
        Assert.Null(FittedLine.Of([Dot(1, 0, 0), Dot(2, 5, 0)]));
        Assert.Null(FittedLine.Of([Dot(1, 0, 0), Dot(2, 0, 0), Dot(3, 0, 1e-10)]));
        foreach (var dots in (FollowedDot[][])[
            [Dot(1, 0, 0), Dot(2, 0.01, 0), Dot(3, 0.02, 0)],
            [Dot(1, 0, 0), Dot(2, 1e5, 0), Dot(3, -1e5, 1)],
            [Dot(1, 0, 0, 1e-10), Dot(2, 3, 0, 1e6), Dot(3, 6, 0, 5e-324), Dot(4, 9, 0)],
            [Dot(1, 0, 0), Dot(2, 3, 0), Dot(3, 0.2, 0.1), Dot(4, 3.1, 0.1), Dot(5, 0, 0.2)],
        ])
        {
            var fit = FittedLine.Of(dots);
            Assert.All(fit?.Places ?? [], p => Assert.True(double.IsFinite(p.Place.East + p.Place.North + p.HalfWidthMetres + p.ChainageMetres)));
        }
    }
}
