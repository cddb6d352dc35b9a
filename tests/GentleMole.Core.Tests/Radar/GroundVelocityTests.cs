using GentleMole.Core.Practice;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

/// <summary>What a site's velocity is known by, and how long it took.</summary>
public class GroundVelocityTests
{
    private static readonly RadarSoil Sand = RadarSoil.Table[(int)RadarSoilKind.MoistSand];

    [Fact]
    public void The_best_that_is_known_is_taken()
    {
        var known = new KnownTarget(0.87, 17.2, 0.059).Velocity(0.14)!.Value;
        Assert.Equal(VelocitySource.Ground, GroundVelocity.Of([], null, Sand).Source);
        Assert.Equal(VelocitySource.KnownTarget, GroundVelocity.Of([0.1, 0.102], known, Sand).Source);
        Assert.Equal(VelocitySource.Curves, GroundVelocity.Of([0.1], null, Sand).Source);
        var firm = GroundVelocity.Of([0.1, 0.102, 0.14, 0.101], known, Sand);
        Assert.Equal((VelocitySource.Curves, 4), (firm.Source, firm.Curves));
        Assert.Equal(0.1015, firm.Velocity.Value, 1e-9);
        Assert.False(firm.IsTorn);
        Assert.True(GroundVelocity.Of([0.131, 0.13, 0.132], known, Sand).IsTorn);
        Assert.True(GroundVelocity.Of([0.1], null, Sand).Velocity.HalfWidth > GroundVelocity.Of([0.1, 0.1005, 0.0995, 0.1], null, Sand).Velocity.HalfWidth);
    }

    /// <summary>The median of some curves holds the true velocity as often as it says.</summary>
    [Theory]
    [InlineData(4)]
    [InlineData(9)]
    public void The_interval_of_several_curves_holds(int curves)
    {
        var random = new Random(curves);
        var held = 0;
        for (var i = 0; i < 2000; i++)
        {
            var velocity = GroundVelocity.Of([.. Enumerable.Range(0, curves).Select(_ => 0.1 * (1 + (0.02 * Deviate.Normal(random))))], null, Sand).Velocity;
            held += velocity.Low95 <= 0.1 && 0.1 <= velocity.High95 ? 1 : 0;
        }

        Assert.InRange(held / 2000.0, 0.9, 1);
    }

    [Fact]
    public void A_known_target_tells_the_velocity_that_its_echo_has()
    {
        var curve = new Hyperbola(0, 0.9, 0.06, 0.105);
        var velocity = new KnownTarget(0.9, curve.TimeAt(0, 0.14), 0.06).Velocity(0.14)!.Value;
        Assert.Equal(0.105, velocity.Value, 1e-9);
        Assert.InRange(velocity.HalfWidth / velocity.Value, 0.03, 0.08);
        Assert.Null(new KnownTarget(30, 0.1).Velocity(0));
        Assert.Null(new KnownTarget(0.02, 2000).Velocity(0));
    }

    [Fact]
    public void Hard_ground_deserves_more_time()
    {
        int Minutes(RadarSoilKind kind, double depth) => CalibrationTime.Deserved(kind, RadarPlan.For(RadarSoil.Table[(int)kind].Usual.Permittivity, RadarSoil.Table[(int)kind].Usual.SiemensPerMetre, 4e8, depth), depth);
        Assert.Equal(15, Minutes(RadarSoilKind.DrySand, 1.5));
        Assert.True(Minutes(RadarSoilKind.WetClay, 1.5) > Minutes(RadarSoilKind.Loam, 1.5));
        Assert.True(Minutes(RadarSoilKind.Loam, 3) >= Minutes(RadarSoilKind.Loam, 0.5));
    }

    /// <summary>The unit that a file does not say: told by the pulse that antennas for the ground send.</summary>
    [Theory]
    [InlineData(4e8, 0.1, false)]
    [InlineData(9e8, 0.05, false)]
    [InlineData(5e7, 1, true)]
    [InlineData(2.5e7, 2, true)]
    public void The_unit_of_an_interval_is_guessed_by_the_direct_wave(double hertz, double nanoseconds, bool isCountedInNanoseconds)
    {
        var ground = new RadarGround(4, 0.1, [new SoilLayer(0, 9, 0.003)], [], 0.14, hertz, 40 * nanoseconds, 512, nanoseconds);
        var profile = new MadeUpRadar().Walk(ground, new Random(2)) with { CentreHertz = null };
        var guess = IntervalGuess.Of(profile with { IntervalNanoseconds = (isCountedInNanoseconds ? nanoseconds : nanoseconds * 1000) / 1000 });
        Assert.Equal(isCountedInNanoseconds, guess.IsNanoseconds);
        Assert.Equal(hertz, isCountedInNanoseconds ? guess.NanosecondHertz : guess.PicosecondHertz, 0.15 * hertz);
        Assert.True(guess.IsSure);
    }

    [Fact]
    public void A_profile_contradicts_what_was_measured_and_never_a_guess()
    {
        var firm = GroundVelocity.Of([0.1, 0.101, 0.099], null, Sand);
        Assert.False(firm.Contradicts(0.105));
        Assert.True(firm.Contradicts(0.112));
        Assert.True(firm.Contradicts(0.088));
        Assert.False(GroundVelocity.Of([], null, Sand).Contradicts(0.2));
    }

    [Fact]
    public void What_lies_near_the_reach_is_tight_and_what_lies_beyond_it_is_blind()
    {
        var plan = RadarPlan.For(9, 0.01, 4e8, 1);
        Assert.False(plan.IsTight(plan.ReachMetres / 1.3));
        Assert.True(plan.IsTight(plan.ReachMetres / 1.2));
        Assert.False(plan.IsTight(plan.ReachMetres * 1.01));
        Assert.True(plan.IsBlind(plan.ReachMetres * 1.01));
    }
}
