using GentleMole.Core.Grids;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Grids;

/// <summary>A run that is walked along tells where it begins and where it ends.</summary>
[Collection("works all processors")]
public class RunEndsTests
{
    private const double Permittivity = 8;
    private const double Spacing = 0.6;
    private static readonly double Velocity = RadarWave.VelocityOf(Permittivity);
    private static readonly SoilLayer Soil = new(0, Permittivity, 0.003);

    /// <summary>A run eastward along north 0 from east 0, over a pipe of which the ends lie elsewhere.</summary>
    private static RadarRun Run(Func<int, double> cover, int count = 10) => new(
        [.. Enumerable.Range(0, count).Select(i => new RunPoint(new SitePoint(i * Spacing, 0), cover(i), i, 0, 90))], 0.05, 0.05, false, 0.99, count);

    /// <summary>Lines northward across it.</summary>
    private static List<SliceLine> Across(Func<int, double> cover, IReadOnlyList<SoilLayer> soil, int count = 10)
    {
        var random = new Random(5);
        return [.. Enumerable.Range(0, count).Select(i => Line(new RadarGround(6, 0.05, soil, [new BuriedBody(BuriedKind.Metal, 3, cover(i), 0.05)], 0.14, 4e8, 4, 420, 0.1), new SitePoint(i * Spacing, -3), new SitePoint(0, 1), random))];
    }

    private static SliceLine Line(RadarGround ground, SitePoint start, SitePoint way, Random random)
    {
        var profile = new MadeUpRadar().Walk(ground, random);
        return new SliceLine(profile, DirectWave.Of(profile), start, way);
    }

    /// <summary>A walk of 12 m from 3 m before the run, turned by some degrees, over a pipe from one chainage of the run to another.</summary>
    private static SliceLine Walk(double from, double to, IReadOnlyList<SoilLayer> soil, Func<double, double> cover, double turnDegrees = 0, double aside = 0, int seed = 1, int stones = 0, BuriedKind kind = BuriedKind.Metal)
    {
        var way = Azimuth.Of(90 + turnDegrees).Direction;
        var start = new SitePoint(3, aside) - (way * 6);
        SitePoint Local(SitePoint place) => new((place - start).Dot(way), -(place - start).Dot(way.Right));
        var random = new Random(seed);
        var ground = new RadarGround(12, 0.05, soil, [.. Enumerable.Range(0, stones).Select(_ => new BuriedBody(BuriedKind.Stone, 12 * random.NextDouble(), 0.2 + random.NextDouble(), 0.03) { Permittivity = 5 })], 0.14, 4e8, 4, 420, 0.1)
        {
            Alongside = [new PipeAlong(kind, 0.05, [Local(new SitePoint(from, 0)), Local(new SitePoint(to, 0))], [cover(from), cover(to)])],
        };
        return Line(ground, start, way, random);
    }

    [Theory]
    [InlineData(0, 0, 0)]
    [InlineData(4, 0, 0)]
    [InlineData(-3, 0.15, 0)]
    [InlineData(0, 0.3, 0.02)]
    [InlineData(180, 0, 0.02)]
    public void Both_ends_are_told_within_the_stated_half_width(double turn, double aside, double fall)
    {
        double Cover(double at) => 0.8 + (fall * at);
        var across = Across(i => Cover(i * Spacing), [Soil]);
        for (var seed = 0; seed < 12; seed++)
        {
            var (from, to) = (-0.4 - (0.12 * seed), 5.8 + (0.15 * seed));
            var told = RunEnds.Of(Walk(from, to, [Soil], Cover, turn, aside, seed, stones: 8), Run(i => Cover(i * Spacing)), across, Velocity)!;
            Assert.True(told is { IsBegun: true, IsEnded: true });
            Assert.InRange(told.FromMetres!.Value, from - RunWalk.HalfMetres, from + RunWalk.HalfMetres);
            Assert.InRange(told.ToMetres!.Value, to - RunWalk.HalfMetres, to + RunWalk.HalfMetres);
        }
    }

    [Fact]
    public void What_goes_on_beyond_the_walk_is_not_said_to_end()
    {
        var told = RunEnds.Of(Walk(-20, 20, [Soil], _ => 0.8), Run(_ => 0.8), Across(_ => 0.8, [Soil]), Velocity)!;
        Assert.True(told is { IsBegun: false, IsEnded: false });
        Assert.InRange(told.FromMetres!.Value, -3.01, -2.85);
        Assert.InRange(told.ToMetres!.Value, 8.85, 9.01);
        Assert.Equal([-3.0, 9.0], [Math.Round(told.WalkedFromMetres, 2), Math.Round(told.WalkedToMetres, 2)]);
    }

    [Fact]
    public void An_end_at_one_side_is_told_alone()
    {
        var told = RunEnds.Of(Walk(-20, 7, [Soil], _ => 0.8), Run(_ => 0.8), Across(_ => 0.8, [Soil]), Velocity)!;
        Assert.True(told is { IsBegun: false, IsEnded: true });
        Assert.InRange(told.ToMetres!.Value, 6.7, 7.3);
    }

    [Fact]
    public void A_layer_at_its_depth_hides_where_it_ends()
    {
        List<SoilLayer> soil = [Soil, new SoilLayer(0.8, 16, 0.01)];
        var told = RunEnds.Of(Walk(-0.5, 6, soil, _ => 0.8, kind: BuriedKind.Air), Run(_ => 0.8), Across(_ => 0.8, soil), Velocity)!;
        Assert.Null(told.FromMetres);
        Assert.False(told.IsBegun || told.IsEnded);
    }

    [Fact]
    public void A_walk_across_it_or_beside_it_tells_nothing()
    {
        var across = Across(_ => 0.8, [Soil]);
        Assert.Null(RunEnds.Of(across[3], Run(_ => 0.8), across, Velocity));
        Assert.Null(RunEnds.Of(Walk(-1, 7, [Soil], _ => 0.8, aside: 1.2), Run(_ => 0.8), across, Velocity));
        Assert.Null(RunEnds.Of(Walk(-1, 7, [Soil], _ => 0.8, turnDegrees: 25), Run(_ => 0.8), across, Velocity));
        Assert.False(RunEnds.IsAlong(Run(_ => 0.8), new SitePoint(5, 0), new SitePoint(12, 0)));
        Assert.True(RunEnds.IsAlong(Run(_ => 0.8), new SitePoint(-1, 0.1), new SitePoint(6, -0.1)));
    }

    [Fact]
    public void The_way_is_carried_on_to_where_the_walk_shows_it()
    {
        var run = Run(i => 0.7 + (0.01 * i));
        Assert.Equal(run.Points.Count, new RunWalk(-3, 9, -0.3, 5.6, true, true).Carried(run).Count);
        var carried = new RunWalk(-3, 9, -2, 7.4, true, true).Carried(run);
        Assert.Equal(run.Points.Count + 2, carried.Count);
        Assert.Equal(-2, carried[0].Place.East, 9);
        Assert.Equal(7.4, carried[^1].Place.East, 9);
        Assert.Equal([0.7, 0.79], [carried[0].CoverMetres, Math.Round(carried[^1].CoverMetres, 9)]);
        Assert.Equal(run.Points.Count, new RunWalk(-3, 9, null, null, false, false).Carried(run).Count);
    }
}
