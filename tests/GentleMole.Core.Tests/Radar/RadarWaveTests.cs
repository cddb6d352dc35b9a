using CsCheck;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

public class RadarWaveTests
{
    [Fact]
    public void Velocity_and_permittivity_are_each_others_inverse()
    {
        Assert.Equal(0.299792458, RadarWave.VelocityOf(1), 1e-12);
        Assert.Equal(0.1, RadarWave.VelocityOf(8.98755), 1e-6);
        Gen.Double[1, 81].Sample(e => Assert.Equal(e, RadarWave.PermittivityOf(RadarWave.VelocityOf(e)), 1e-9 * e));
    }

    [Fact]
    public void In_ground_that_hardly_conducts_the_loss_is_that_of_the_low_loss_form()
    {
        // α = σ/2 · √(μ/ε), whatever the frequency.
        Gen.Select(Gen.Double[3, 30], Gen.Double[1e-8, 1e-4], Gen.Double[1e8, 1e9]).Sample((e, sigma, f) =>
            Assert.Equal(sigma / 2 * 376.730313668 / Math.Sqrt(e) * 8.685889638, RadarWave.DecibelsPerMetre(e, sigma, f), 1e-3 * sigma * 3000));

        // And in a good conductor that of the skin depth.
        Assert.Equal(8.685889638 * Math.Sqrt(Math.PI * 1e6 * 4e-7 * Math.PI * 5), RadarWave.DecibelsPerMetre(5, 5, 1e6), 0.1);
        Assert.Equal(0, RadarWave.DecibelsPerMetre(9, 0, 4e8));
    }

    [Fact]
    public void An_empty_pipe_is_positive_water_and_metal_are_negative()
    {
        Assert.True(RadarWave.Reflection(9, 1) > 0);
        Assert.True(RadarWave.Reflection(9, 81) < 0);
        Assert.Equal(-1, RadarWave.Reflection(9, double.PositiveInfinity));
        Assert.Equal(0.5, RadarWave.Reflection(9, 1), 1e-12);
        Gen.Select(Gen.Double[1, 81], Gen.Double[1, 81]).Sample((a, b) => Assert.Equal(-RadarWave.Reflection(b, a), RadarWave.Reflection(a, b), 1e-12));
        Assert.Equal(RadarWave.Reflection(9, 4), RadarWave.Reflection(9, 0, 4, 0, 4e8).Real, 1e-12);
    }

    [Fact]
    public void Clay_is_seen_less_far_into_than_sand()
    {
        double Reach(double e, double sigma) => RadarWave.Reach(RadarWave.DecibelsPerMetre(e, sigma, 4e8), 100, 10);
        Assert.InRange(Reach(15, 0.08), 0.2, 1);
        Assert.True(Reach(5, 0.001) > 3 * Reach(15, 0.08));
        Assert.Equal(0, RadarWave.Reach(10, 5, 10));

        // What is said to be reached takes just the range.
        var reach = RadarWave.Reach(20, 100, 10);
        Assert.Equal(100, (40 * Math.Log10(reach / 0.1)) + (2 * 20 * reach) + 10, 1e-6);
    }

    [Fact]
    public void Footprint_and_resolution_are_those_of_the_wavelength()
    {
        Assert.Equal(0.25, RadarWave.Wavelength(8.98755, 4e8), 1e-5);
        Assert.Equal(0.0625, RadarWave.Resolution(8.98755, 4e8), 1e-5);
        Assert.Equal(0.0625, RadarWave.FootprintRadius(0, 0.25), 1e-9);
        Assert.Equal(Math.Sqrt(0.125 + (0.0625 / 16)), RadarWave.FootprintRadius(1, 0.25), 1e-9);
    }
}
