using System.Text.Json;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

public class TargetSearchTests
{
    /// <summary>The worked profiles: every body that shows is found where it lies, with its sign, and nothing is made up.</summary>
    [Theory]
    [InlineData("easy", 4e8)]
    [InlineData("medium", 4e8)]
    [InlineData("cluttered", 3.5e8)]
    public void The_worked_profiles_show_what_lies_under_them(string name, double hertz)
    {
        using var truth = JsonDocument.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "reference", "radar", $"{name}.truth.json")));
        var root = truth.RootElement;
        var bodies = root.GetProperty("targets").EnumerateArray().Concat(root.GetProperty("otherObjects").EnumerateArray())
            .Select(t => (Along: Number(t, "alongMetres"), Cover: Number(t, "coverMetres"), IsNormal: t.GetProperty("polarity").GetString() == "normal", Shows: t.GetProperty("visible").GetBoolean(), Kind: t.GetProperty("kind").GetString())).ToList();
        var finding = TargetSearch.Of(SgyFile.Read($"{name}.sgy", Number(root, "antennaSeparationMetres"), hertz));

        Assert.Equal(Number(root, "timeZeroNanoseconds"), finding.Direct.TimeZeroNanoseconds, 0.15);
        var velocity = Number(root, "soilVelocityMetresPerNanosecond");
        Assert.InRange(finding.Velocity!.Value.Value, 0.975 * velocity, 1.025 * velocity);
        foreach (var body in bodies.Where(b => b.Shows && b.Kind != "boulder"))
        {
            var found = Assert.Single(finding.Targets, t => Math.Abs(t.Along.Value - body.Along) < 0.1 && Math.Abs(t.Cover.Value - body.Cover) < 0.06 * body.Cover);
            Assert.Equal(body.IsNormal, found.IsNormal);
        }

        // The bottom of a pipe, and what goes to and fro in its water, is no second one.
        Assert.All(bodies, b => Assert.InRange(finding.Targets.Count(t => Math.Abs(t.Along.Value - b.Along) < 0.15), 0, 1));
        Assert.All(finding.Targets, t => Assert.Contains(bodies, b => Math.Abs(t.Along.Value - b.Along) < 0.15 && t.Cover.Value > b.Cover - 0.08));
    }

    /// <summary>Sixty made-up grounds: stones, layers, ringing, bottoms and repeats among pipes.</summary>
    [Fact]
    public void Made_up_profiles_are_read_as_they_are()
    {
        var (shown, found, claimed, wrong, signs) = (0, 0, 0, 0, 0);
        var covers = new List<double>();
        foreach (var seed in Enumerable.Range(500, 60))
        {
            var random = new Random(seed);
            var ground = RadarGround.Make(random);
            var targets = TargetSearch.Of(new MadeUpRadar().Walk(ground, random)).Targets.ToList();
            claimed += targets.Count;
            foreach (var body in ground.Bodies.Where(b => b.IsUtility))
            {
                shown++;
                if (targets.Find(t => Math.Abs(t.Along.Value - body.AlongMetres) < 0.15 && Math.Abs(t.Cover.Value - body.CoverMetres) < Math.Max(0.08, 0.12 * body.CoverMetres)) is { } target)
                {
                    found++;
                    signs += target.IsNormal == (body.Kind == BuriedKind.Air) ? 1 : 0;
                    covers.Add(Math.Abs((target.Cover.Value / body.CoverMetres) - 1));
                    targets.Remove(target);
                }
            }

            wrong += targets.Count(t => !ground.Bodies.Any(b => b.Kind is not BuriedKind.Stone && Math.Abs(t.Along.Value - b.AlongMetres) < 0.2 && t.Cover.Value > b.CoverMetres - 0.1));
        }

        Assert.True(found >= 0.95 * shown, $"{found} of {shown} found");
        Assert.True(wrong <= 0.05 * claimed, $"{wrong} of {claimed} made up");
        Assert.True(signs >= 0.97 * found, $"{signs} of {found} signs right");
        Assert.InRange(covers.Order().ElementAt(covers.Count / 2), 0, 0.025);
    }

    [Theory]
    [InlineData(0.45, 0.78)]
    [InlineData(0.45, 0.98)]
    [InlineData(0.5, 1.2)]
    public void A_pipe_right_under_another_is_claimed_and_what_goes_to_and_fro_in_water_is_not(double upper, double lower)
    {
        RadarGround Ground(params BuriedBody[] bodies) => new(6, 0.05, [new SoilLayer(0, 8, 0.003)], bodies, 0.14, 4e8, 4, 420, 0.1);
        for (var seed = 0; seed < 4; seed++)
        {
            var both = TargetSearch.Of(new MadeUpRadar().Walk(Ground(new BuriedBody(BuriedKind.Metal, 3, upper, 0.05), new BuriedBody(BuriedKind.Metal, 3.04, lower, 0.05)), new Random(seed))).Targets;
            Assert.Equal(2, both.Count);
            Assert.Equal(upper, both.Min(t => t.Cover.Value), 0.03);
            Assert.Equal(lower, both.Max(t => t.Cover.Value), 0.04);
            foreach (var radius in new[] { 0.05, 0.075, 0.1 })
            {
                Assert.Single(TargetSearch.Of(new MadeUpRadar().Walk(Ground(new BuriedBody(BuriedKind.Water, 3, upper, radius)), new Random(seed))).Targets);
            }
        }
    }

    [Fact]
    public void Where_nothing_is_nothing_is_claimed()
    {
        var ground = RadarGround.Make(new Random(3)) with { Bodies = [] };
        Assert.Empty(TargetSearch.Of(new MadeUpRadar().Walk(ground, new Random(3))).Targets);
        var silent = new RadarProfile(new float[100 * 64], 64, 0.2, [.. Enumerable.Range(0, 100).Select(i => i * 0.05)]);
        Assert.Empty(TargetSearch.Of(silent).Targets);
        Assert.Empty(TargetSearch.Of(silent with { AlongMetres = new double[100] }).Targets);
        Assert.Empty(TargetSearch.Of(new RadarProfile([1], 1, 0.1, [0])).Targets);
    }

    [Fact]
    public void Walked_from_the_other_end_it_is_the_same_ground()
    {
        var profile = SgyFile.Read("medium.sgy", 0.14, 4e8);
        var turned = profile with
        {
            Samples = [.. Enumerable.Range(0, profile.Traces).Reverse().SelectMany(i => profile.Trace(i).ToArray())],
            AlongMetres = [.. profile.AlongMetres.Reverse().Select(a => a - profile.AlongMetres[^1])],
        };
        var (one, other) = (TargetSearch.Of(profile).Targets, TargetSearch.Of(turned).Targets);
        Assert.Equal(one.Count, other.Count);
        Assert.All(one.Zip(other), p => Assert.Equal(p.First.Along.Value - profile.AlongMetres[^1], p.Second.Along.Value, 0.05));
        Assert.All(one.Zip(other), p => Assert.Equal(p.First.Cover.Value, p.Second.Cover.Value, 0.02));
    }

    [Fact]
    public void A_velocity_that_is_given_is_taken()
    {
        var ground = new RadarGround(4, 0.04, [new SoilLayer(0, 9, 0.002)], [new BuriedBody(BuriedKind.Metal, 2, 0.8, 0.05)], 0.14, 4e8, 4, 400, 0.1);
        var profile = new MadeUpRadar().Walk(ground, new Random(1));
        var own = TargetSearch.Of(profile);
        Assert.Equal(0.8, Assert.Single(own.Targets).Cover.Value, 0.03);
        Assert.Equal(0.0999, own.Velocity!.Value.Value, 0.003);
        Assert.Equal(0.8 * 0.09 / 0.0999, Assert.Single(TargetSearch.Of(profile, 0.09).Targets).Cover.Value, 0.06);
    }

    private static double Number(JsonElement element, string name) => element.GetProperty(name).GetDouble();

    /// <summary>A pipe crossed aslant looks like a quicker ground; among square ones it keeps its cover, and its angle is told.</summary>
    [Fact]
    public void A_pipe_crossed_aslant_is_told_by_the_ones_crossed_square()
    {
        var (all, found, angles) = (0, 0, 0);
        for (var seed = 0; seed < 24; seed++)
        {
            var random = new Random(900 + seed);
            var angle = 50 + (10 * random.NextDouble());
            var aslant = new BuriedBody(BuriedKind.Metal, 3.9 + (0.4 * random.NextDouble()), 0.5 + (0.5 * random.NextDouble()), 0.03, angle);
            var ground = new RadarGround(8, 0.04, [new SoilLayer(0, 6 + (6 * random.NextDouble()), 0.004)], [new(BuriedKind.Metal, 1.4, 0.7, 0.05), aslant, new(BuriedKind.Air, 6.4, 0.8, 0.09)], 0.14, 4e8, 4, 512, 0.1);
            var finding = TargetSearch.Of(new MadeUpRadar().Walk(ground, random));
            all++;
            if (finding.Targets.FirstOrDefault(t => Math.Abs(t.Along.Value - aslant.AlongMetres) < 0.15) is { } target && Math.Abs(target.Cover.Value - aslant.CoverMetres) < 0.06 * aslant.CoverMetres)
            {
                found++;
                angles += Math.Abs(target.CrossingDegrees - angle) < 6 ? 1 : 0;
            }
        }

        Assert.InRange(found, all - 2, all);
        Assert.InRange(angles, all - 3, all);
    }

    /// <summary>Two pipes aslant in a row do not make the ground quick, and what is crossed square does not go missing for it.</summary>
    [Fact]
    public void Pipes_aslant_do_not_outvote_the_ground()
    {
        var ground = new RadarGround(
            9, 0.04, [new SoilLayer(0, 9, 0.004)], [new(BuriedKind.Metal, 1.3, 0.6, 0.03, 53), new(BuriedKind.Metal, 3.4, 0.7, 0.05), new(BuriedKind.Metal, 5.4, 0.62, 0.03, 52), new(BuriedKind.Air, 7.4, 0.9, 0.08)], 0.14, 4e8, 4, 512, 0.1);
        for (var seed = 0; seed < 6; seed++)
        {
            var finding = TargetSearch.Of(new MadeUpRadar().Walk(ground, new Random(seed)));
            Assert.Equal(0.1, finding.Velocity!.Value.Value, 0.004);
            Assert.All(ground.Bodies, b => Assert.Contains(finding.Targets, t => Math.Abs(t.Along.Value - b.AlongMetres) < 0.15 && Math.Abs(t.Cover.Value - b.CoverMetres) < 0.07 * b.CoverMetres));
        }
    }

    /// <summary>A line ten times as long holds as many pipes, whatever stretch they fall into, and each once.</summary>
    [Fact]
    public void A_long_profile_is_searched_to_its_end()
    {
        var bodies = Enumerable.Range(0, 24).Select(i => new BuriedBody(i % 3 == 0 ? BuriedKind.Air : BuriedKind.Metal, 1.5 + (2.93 * i), 0.5 + (0.03 * i), 0.06)).ToList();
        var ground = new RadarGround(72, 0.04, [new SoilLayer(0, 9, 0.003)], bodies, 0.14, 4e8, 4, 512, 0.1);
        var profile = new MadeUpRadar().Walk(ground, new Random(5));
        Assert.True(profile.Traces > 1500);
        var finding = TargetSearch.Of(profile);
        Assert.All(bodies, b => Assert.Single(finding.Targets, t => Math.Abs(t.Along.Value - b.AlongMetres) < 0.2));
        Assert.InRange(finding.Targets.Count, 24, 25);

        // Walked the other way it is the same ground.
        var turned = TargetSearch.Of(profile with { AlongMetres = Array.ConvertAll(profile.AlongMetres, a => -a) });
        Assert.Equal(finding.Targets.Select(t => Math.Round(t.Cover.Value, 3)), turned.Targets.Reverse().Select(t => Math.Round(t.Cover.Value, 3)));
    }
}
