using GentleMole.Core.Grids;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Grids;

/// <summary>Wet ground along a pipe: told where it is, and not where there is none.</summary>
[Collection("works all processors")]
public class WetSearchTests
{
    private const double Permittivity = 8;
    private const int Count = 14;
    private const double Spacing = 0.6;
    private static readonly double Velocity = RadarWave.VelocityOf(Permittivity);

    /// <summary>Lines northward over a pipe that goes east at 4 m, its cover by a rule, wet where a rule says so.</summary>
    private static List<SliceLine> Walk(Func<int, double> cover, Func<int, WetPatch?> wet, BuriedKind kind = BuriedKind.Metal, int seed = 3)
    {
        var random = new Random(seed);
        return [.. Enumerable.Range(0, Count).Select(i =>
        {
            var ground = new RadarGround(8, 0.05, [new SoilLayer(0, Permittivity, 0.003)], [new BuriedBody(kind, 4, cover(i), 0.05)], 0.14, 4e8, 4, 420, 0.1) { Wet = wet(i) is { } patch ? [patch] : [] };
            var profile = new MadeUpRadar().Walk(ground, random);
            return new SliceLine(profile, DirectWave.Of(profile), new SitePoint(i * Spacing, 0), new SitePoint(0, 1));
        })];
    }

    /// <summary>The run as its responses would join it; those under wet ground are read late, or not at all.</summary>
    private static RadarRun Run(Func<int, double> cover, Func<int, bool> isMet) => new(
        [.. Enumerable.Range(0, Count).Where(isMet).Select(i => new RunPoint(new SitePoint(i * Spacing, 4), cover(i), i, 0, 90))], 0.05, 0.05, false, 0.99, Count);

    private static WetPatch Patch(double permittivity = 20, double siemens = 0.04) => new(3.2, 4.8, 0.4, 1.1, permittivity, siemens);

    private static IReadOnlyList<WetStretch> Told(List<SliceLine> lines, RadarRun run) => WetSearch.Of(WetSearch.Probe(lines, run, Velocity));

    [Theory]
    [InlineData(BuriedKind.Metal)]
    [InlineData(BuriedKind.Air)]
    public void A_wet_stretch_is_told_between_the_lines_that_show_it(BuriedKind kind)
    {
        static bool IsWet(int i) => i is >= 6 and <= 8;
        var stretch = Assert.Single(Told(Walk(_ => 0.8, i => IsWet(i) ? Patch() : null, kind), Run(i => 0.8, i => !IsWet(i))));
        Assert.InRange(stretch.FromMetres, (6 * Spacing) - 0.1, (6 * Spacing) + 0.1);
        Assert.InRange(stretch.ToMetres, (8 * Spacing) - 0.1, (8 * Spacing) + 0.1);
        Assert.True(stretch is { Lines: 3, LateNanoseconds: > 1, Decibels: > 4 });
    }

    [Fact]
    public void Dry_ground_shows_none_however_the_pipe_falls()
    {
        for (var seed = 0; seed < 6; seed++)
        {
            Assert.Empty(Told(Walk(_ => 0.8, _ => null, seed: seed), Run(_ => 0.8, _ => true)));
            Assert.Empty(Told(Walk(i => 0.6 + (0.03 * i), _ => null, seed: seed), Run(i => 0.6 + (0.03 * i), _ => true)));
        }
    }

    [Fact]
    public void A_pipe_that_dips_comes_late_and_is_not_wet()
    {
        static double Cover(int i) => i is 6 or 7 ? 0.92 : 0.8;
        Assert.Empty(Told(Walk(Cover, _ => null), Run(Cover, _ => true)));
    }

    [Fact]
    public void A_record_that_ends_soon_after_the_pipe_still_tells_late_and_weak()
    {
        static bool IsWet(int i) => i is >= 6 and <= 8;
        var lines = Walk(_ => 0.8, i => IsWet(i) ? Patch(14, 0.03) : null).ConvertAll(l => l with { Profile = l.Profile.Part(0, l.Profile.Traces) with { Samples = [.. Enumerable.Range(0, l.Profile.Traces).SelectMany(t => l.Profile.Trace(t)[..260].ToArray())], SamplesEach = 260 } });
        Assert.Equal(3, Assert.Single(Told(lines, Run(_ => 0.8, i => !IsWet(i)))).Lines);
    }

    [Fact]
    public void Few_lines_say_nothing_of_it()
    {
        Assert.Empty(WetSearch.Of([]));
        Assert.Empty(Told(Walk(_ => 0.8, _ => Patch())[..4], Run(_ => 0.8, i => i < 4)));
    }
}
