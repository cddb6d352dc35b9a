using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using NodaTime;

namespace GentleMole.Core.Tests.Sweeps;

/// <summary>Passes laid over an area and round a place; what they cover, miss and take.</summary>
public class SweepOrderTests
{
    private static readonly SitePoint[] Yard = [new(0, 0), new(30, 2), new(28, 20), new(-2, 18)];
    private static readonly SitePoint[] Shed = [new(10, 8), new(16, 8), new(16, 12), new(10, 12)];

    private static SweepOrder Grid(double spacing = 2, bool both = true, double along = 10, SweepKind kind = SweepKind.Grid) =>
        new(kind, SweepMode.Power, Yard, default, 0, Azimuth.Of(along), 360, spacing, both);

    private static IEnumerable<SitePoint> Along(SweepPass pass) => Enumerable.Range(0, 41).Select(k => pass.At(pass.LengthMetres * k / 40));

    private static bool InShed(SitePoint p) => p.East is > 10.001 and < 15.999 && p.North is > 8.001 and < 11.999;

    [Fact]
    public void Passes_stay_in_the_area_and_out_of_obstacles_and_no_place_is_far_from_one()
    {
        var passes = Grid().Passes([Shed]);

        Assert.DoesNotContain(passes.SelectMany(Along), InShed);
        Assert.All(passes, p => Assert.True(p.LengthMetres >= SweepLayout.LeastPassMetres));
        var east = SweepCoverage.Of(Yard, [Shed], passes, 1.01);
        Assert.True(east.Share > 0.985, $"{east.Share}");
        Assert.True(east.BothWaysShare > 0.9, $"{east.BothWaysShare}");
    }

    [Fact]
    public void Two_passes_that_follow_each_other_are_walked_to_and_fro()
    {
        var passes = Grid(both: false).Passes([]);

        Assert.All(passes.Zip(passes.Skip(1)), p => Assert.True((p.First.To - p.First.From).Dot(p.Second.To - p.Second.From) < 0));
        Assert.All(passes, p => Assert.Equal(10, (p.To - p.From).Azimuth.Degrees % 180, 6));
    }

    [Fact]
    public void One_direction_never_covers_both_ways_and_what_is_open_is_hatched()
    {
        var passes = Grid(both: false).Passes([Shed]);
        var half = passes.Take(passes.Count / 2).ToList();
        var (all, some, none) = (SweepCoverage.Of(Yard, [Shed], passes, 1.01), SweepCoverage.Of(Yard, [Shed], half, 1.01), SweepCoverage.Of(Yard, [Shed], [], 1.01));

        Assert.Equal(0, all.BothWaysShare);
        Assert.InRange(some.Share, 0.3, 0.7);
        Assert.Equal(0, none.Share);
        double Hatched(SweepCoverage c) => c.Hatch(1).Sum(h => h.From.DistanceTo(h.To));
        Assert.True(Hatched(all) < 0.05 * Hatched(none), "what is covered is not hatched");

        // Strokes a metre apart east to west, at 45°: their length is the open area times √2.
        Assert.Equal((1 - some.Share) / 1, Hatched(some) / Hatched(none), 1);
        Assert.DoesNotContain(none.Hatch(1), h => InShed((h.From + h.To) * 0.5) && h.From.DistanceTo(h.To) < 3);
    }

    [Fact]
    public void A_wall_across_cuts_a_pass_in_two()
    {
        var free = Grid(both: false, along: 0).Passes([]);
        var walled = Grid(both: false, along: 0).Passes([[new(-5, 9), new(40, 9), new(40, 10), new(-5, 10)]]);

        Assert.InRange(walled.Count, (2 * free.Count) - 2, 2 * free.Count);
        Assert.True(walled.Sum(p => p.LengthMetres) < free.Sum(p => p.LengthMetres) - free.Count + 1e-6);
    }

    [Fact]
    public void A_circle_closes_at_its_radius_and_a_part_of_it_does_not()
    {
        var centre = new SitePoint(4, 7);
        var order = new SweepOrder(SweepKind.Circle, SweepMode.Active, [], centre, 8, Azimuth.Of(30), 360, 0, false);
        var round = order.Passes([]);
        var part = (order with { Degrees = 90 }).Passes([]);

        Assert.All(round, p => Assert.Equal(8, p.From.DistanceTo(centre), 9));
        Assert.Equal(0, round[^1].To.DistanceTo(round[0].From), 9);
        Assert.All(round.Zip(round.Skip(1)), p => Assert.Equal(0, p.First.To.DistanceTo(p.Second.From), 9));
        Assert.Equal(120, (part[^1].To - centre).Azimuth.Degrees, 6);
    }

    [Fact]
    public void A_box_is_square_to_the_line_that_is_expected()
    {
        var box = new SweepOrder(SweepKind.Box, SweepMode.Active, [], new SitePoint(1, 2), 5, Azimuth.Of(25), 360, 0, false).Passes([]);

        Assert.Equal(4, box.Count);
        Assert.All(box, p => Assert.Equal(10, p.LengthMetres, 9));
        Assert.All(box, p => Assert.Equal(0, (((p.To - p.From).Azimuth.Degrees - 25 + 360) % 90 + 45) % 90 - 45, 6));
    }

    [Fact]
    public void Two_people_turn_their_passes()
    {
        var ways = Grid(kind: SweepKind.TwoPeople).Passes([]).Select(p => Math.Round((p.To - p.From).Azimuth.Degrees % 180)).Distinct().Order();

        Assert.Equal([10, 55, 100, 145], ways);
    }

    [Fact]
    public void The_smaller_of_shallow_and_deep_holds()
    {
        var sought = new SweepSought(new Depth(0.4), new Depth(0.9), 10, 1, 12);

        // 11.1 worked: 0.866 m at 0.4 m, 1.0 m at 0.9 m.
        Assert.Equal(0.866, sought.HeardOutMetres!.Value, 3);
        Assert.Equal(2 * 0.866, sought.AlongsideMetres!.Value, 3);
        Assert.Equal(0.9599, sought.ChanceMet, 4);
        Assert.Equal(0.25, sought.StepMetres, 6);
        Assert.Null((sought with { Milliamps = 2, ThresholdNanotesla = 0.5 }).HeardOutMetres);
        Assert.Equal(PassGrid.WidestBothWays(12, 0.9599, 0.93), sought.BothWaysMetres);
    }

    [Fact]
    public void More_passes_miss_less_and_none_miss_all()
    {
        var passes = Grid(spacing: 1.5).Passes([]);
        var (all, some, none) = (SweepChance.Of(Yard, passes, 8, 0.9), SweepChance.Of(Yard, [.. passes.Where((_, i) => i % 3 == 0)], 8, 0.9), SweepChance.Of(Yard, [], 8, 0.9));

        Assert.True(all.Met > some.Met && some.Met > 0.5 && all.Told > some.Told);
        Assert.Equal(new SweepChance(0, 0, 0), none);
        Assert.True(all.Responses > some.Responses);
        Assert.True(all.Met > 0.97, $"{all}");
        Assert.True(SweepChance.Of(Yard, passes, 8, 0.3).Met < all.Met);
    }

    [Fact]
    public void It_takes_walking_turning_and_reading()
    {
        var passes = new[] { new SweepPass(new(0, 0), new(0, 21), SweepMode.Power), new SweepPass(new(0, 0), new(0, 10), SweepMode.Induction) };

        Assert.Equal(Duration.FromSeconds(30 + 20 + 12 + 60), SweepTime.Of(passes, 3));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1e-10)]
    [InlineData(1e300)]
    [InlineData(double.NaN)]
    [InlineData(double.PositiveInfinity)]
    public void What_cannot_be_walked_is_refused_at_its_field(double strange)
    {
        Assert.Equal("spacing", Assert.Single(SweepRules.Check(Grid(spacing: strange))).Field);
        Assert.Contains(SweepRules.Check(Grid() with { Kind = SweepKind.Circle, RadiusMetres = strange }), e => e.Field == "radius");
        Assert.Contains(SweepRules.Check(Grid() with { Area = [new(0, 0), new(strange, 0), new(0, strange)] }), e => e.Field == "area");
    }

    [Fact]
    public void An_area_must_enclose_something_and_not_too_much()
    {
        Assert.Empty(SweepRules.Check(Grid()));
        Assert.Contains(SweepRules.Check(Grid() with { Area = [new(0, 0), new(10, 0)] }), e => e.Field == "area");
        Assert.Contains(SweepRules.Check(Grid() with { Area = [new(0, 0), new(10, 10), new(10, 0), new(0, 10)] }), e => e.Field == "area");
        Assert.Contains(SweepRules.Check(Grid() with { Area = [new(0, 0), new(500, 0), new(500, 500)] }), e => e.Field == "area");
    }
}
