using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Bodies;

/// <summary>What a wide thing answers, and what is found of it in one profile.</summary>
[Collection("works all processors")]
public class LevelSearchTests
{
    private const double Permittivity = 8;
    private static readonly SoilLayer[] Plain = [new(0, Permittivity, 0.003)];
    private static readonly SoilLayer[] Layered = [new(0, Permittivity, 0.003), new(0.55, 10.5, 0.004)];

    private static RadarGround Ground(BuriedBlock? block, IReadOnlyList<SoilLayer>? layers = null) =>
        new(10, 0.05, layers ?? Plain, [], 0.14, 4e8, 4, 512, 0.1) { Blocks = block is null ? [] : [block] };

    private static LevelFinding Look(RadarGround ground, int seed = 5, double? velocity = null)
    {
        var profile = new MadeUpRadar().Walk(ground, new Random(seed));
        return LevelSearch.Of(profile, DirectWave.Of(profile), velocity ?? RadarWave.VelocityOf(Permittivity));
    }

    private static double Sum(BuriedBlock block, double at, double until) => MadeUpRadar.Echoes(Ground(block, [new(0, Permittivity, 0)]), at).Where(e => e.Nanoseconds < until).Sum(e => e.Size);

    [Fact]
    public void A_plate_answers_like_an_endless_sheet_over_its_middle_half_as_much_over_its_edge_and_little_beside_it()
    {
        var plate = new BuriedBlock(new SitePoint(5, 0), 90, 4, 4, 0.8, 0.3, double.PositiveInfinity);
        var first = 2 * 0.8 / RadarWave.VelocityOf(Permittivity);
        var (middle, edge, beside) = (Sum(plate, 5, first + 0.15), Sum(plate, 7, first + 0.15), Sum(plate, 7.8, first + 0.15));

        // A layer that reflects all answers the same; metal turns it round.
        var sheet = MadeUpRadar.Echoes(Ground(null, [new(0, Permittivity, 0), new(0.8, 1e12, 0)]), 5).Sum(e => e.Size);
        Assert.Equal(1, middle / sheet, 0.05);
        Assert.Equal(0.5, edge / middle, 0.03);
        Assert.Equal(0, beside, 6);
        Assert.True(middle < 0);
    }

    [Theory]
    [InlineData(0.6, 1)]
    [InlineData(0.9, 1.6)]
    [InlineData(1.3, 2.2)]
    public void A_hollow_shows_a_top_with_its_ends_where_they_are_and_a_bottom_of_the_other_sign(double cover, double length)
    {
        var found = Look(Ground(new BuriedBlock(new SitePoint(5, 0.1), 90, length, 1.2, cover, 0.55, 1)));
        var velocity = RadarWave.VelocityOf(Permittivity);
        var top = found.Pieces.Where(p => p.WidthMetres > 0.6).MinBy(p => p.Nanoseconds)!;
        Assert.Equal(5 - (length / 2), top.FromMetres, 0.08);
        Assert.Equal(5 + (length / 2), top.ToMetres, 0.08);
        Assert.Equal(cover, Hyperbola.CoverOf(top.Nanoseconds, 0, velocity, 0.14), 0.04);
        Assert.True(top is { IsNormal: true, IsGap: false });

        var bottom = found.Pieces.Where(p => p.WidthMetres > 0.6 && p.Nanoseconds > top.Nanoseconds + 1).MinBy(p => p.Nanoseconds)!;
        Assert.False(bottom.IsNormal);
        Assert.Equal(2 * 0.55 / RadarWave.LightMetresPerNanosecond, bottom.Nanoseconds - top.Nanoseconds, 0.35);
    }

    [Fact]
    public void Metal_turns_the_sign_and_hides_what_is_below()
    {
        // Its long edges answer a little by themselves, from as far as they are.
        var found = Look(Ground(new BuriedBlock(new SitePoint(5, 0), 90, 2, 1.5, 0.7, 0.5, double.PositiveInfinity)));
        var top = found.Pieces.MaxBy(p => p.Size)!;
        Assert.False(top.IsNormal);
        Assert.DoesNotContain(found.Pieces, p => p != top && p.WidthMetres > 0.6 && p.Size > 0.2 * top.Size);
    }

    [Fact]
    public void A_layer_is_told_all_along_and_is_missing_where_somebody_dug()
    {
        var whole = Look(Ground(null, Layered));
        Assert.Equal(2 * 0.55 / RadarWave.VelocityOf(Permittivity), Assert.Single(whole.Layers).Nanoseconds, 0.3);
        Assert.False(whole.Layers[0].IsNormal);
        Assert.DoesNotContain(whole.Pieces, p => p.WidthMetres > 0.3);

        var dug = Look(Ground(new BuriedBlock(new SitePoint(4, 0), 90, 1.8, 0.8, 0, 1.2, 10) { IsOnlyDug = true }, Layered));
        var gap = Assert.Single(dug.Pieces, p => p.WidthMetres > 0.3);
        Assert.True(gap.IsGap);
        Assert.Equal((3.1, 4.9), (gap.FromMetres, gap.ToMetres), (a, b) => Math.Abs(a.Item1 - b.Item1) < 0.08 && Math.Abs(a.Item2 - b.Item2) < 0.08);
        Assert.Single(dug.Layers);
    }

    [Fact]
    public void Pipes_shrink_to_blobs_that_are_not_wide()
    {
        foreach (var kind in new[] { BuriedKind.Metal, BuriedKind.Air })
        {
            var ground = Ground(null) with { Bodies = [new BuriedBody(kind, 3, 0.6, 0.06), new BuriedBody(kind, 7, 1.1, 0.08)] };
            Assert.DoesNotContain(Look(ground).Pieces, p => p.WidthMetres > 0.36 && p.Size > 0.02);
        }
    }

    [Fact]
    public void A_walk_the_other_way_sees_the_same()
    {
        BuriedBlock At(double along) => new(new SitePoint(along, 0), 90, 1.6, 1, 0.8, 0.5, 1);
        var (one, other) = (Look(Ground(At(3))), Look(Ground(At(7))));
        var (a, b) = (one.Pieces.MaxBy(p => p.Size)!, other.Pieces.MaxBy(p => p.Size)!);
        Assert.Equal(a.FromMetres, 10 - b.ToMetres, 0.06);
        Assert.Equal(a.Nanoseconds, b.Nanoseconds, 0.3);
    }

    [Fact]
    public void A_line_along_a_pipe_sees_its_top_at_the_distance_to_it()
    {
        var pipe = new BuriedPipe(BuriedLine.Level(new SupposedLine("p", "p", UtilityKind.Water, [new(-1, 0.5), new(12, 0.5)], new Depth(0.8), null, SupposedEnd.GoesOn, SupposedEnd.GoesOn)), BuriedKind.Metal, 0.05);
        var along = PipeAlong.Of(pipe, new Run([new(0, 0), new(10, 0)]), 20)!;
        Assert.Equal(Math.Sqrt(0.25 + 0.64) - 0.05, along.SeenFrom(5)!.Value.AwayMetres, 6);
        Assert.Null(along.SeenFrom(20));
        Assert.Null(PipeAlong.Of(pipe, new Run([new(5, -5), new(5, 5)]), 20));
    }

    [Fact]
    public void A_long_profile_is_looked_through_stretch_by_stretch_and_nothing_is_told_twice_or_lost()
    {
        double[] at = [6, 40, 68, 94];
        var ground = Ground(null, Layered) with { LengthMetres = 100, Blocks = [.. at.Select(a => new BuriedBlock(new SitePoint(a, 0), 90, 1.6, 1, 0.9, 0.5, 1))] };
        var found = Look(ground);

        // Below the bottoms what goes to and fro has lobes of either sign.
        var tops = found.Pieces.Where(p => p is { WidthMetres: > 1, IsNormal: true, IsGap: false, Nanoseconds: < 19 }).Select(p => p.MiddleMetres).Order().ToList();
        Assert.Equal(at.Length, tops.Count);
        Assert.All(at.Zip(tops), a => Assert.Equal(a.First, a.Second, 0.1));
        Assert.Single(found.Layers);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(3)]
    public void Next_to_nothing_walked_is_nothing_found(int traces)
    {
        var profile = new RadarProfile(new float[traces * 64], 64, 0.2, [.. Enumerable.Range(0, traces).Select(i => 0.05 * i)]);
        var found = LevelSearch.Of(profile, DirectWave.Of(profile), 0.1);
        Assert.Empty(found.Pieces);

        // Few traces are a line all the same: one of them must not hold up all others.
        if (traces > 0)
        {
            Assert.Empty(GentleMole.Core.Bodies.BodySearch.Of([GentleMole.Core.Bodies.LevelLine.Of(profile, found, default, new SitePoint(0, 1))], Estimate.Symmetric(0.1, 0.01)).Bodies);
        }
    }

    [Fact]
    public void Silence_and_huge_values_are_no_bodies()
    {
        var still = new RadarProfile(new float[100 * 64], 64, 0.2, [.. Enumerable.Range(0, 100).Select(i => 0.05 * i)]);
        Assert.Empty(LevelSearch.Of(still, DirectWave.Of(still), 0.1).Pieces);
        var huge = still with { Samples = [.. Enumerable.Repeat(1e30f, 100 * 64)] };
        Assert.Empty(LevelSearch.Of(huge, DirectWave.Of(huge), 0.1).Pieces);
    }
}
