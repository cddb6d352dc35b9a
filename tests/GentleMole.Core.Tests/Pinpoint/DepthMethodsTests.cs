using CsCheck;
using GentleMole.Core.Pinpoint;

namespace GentleMole.Core.Tests.Pinpoint;

public class DepthMethodsTests
{
    private static readonly Gen<double> Depths = Gen.Double[0.2, 4];

    [Fact]
    public void A_clean_field_gives_its_depth_back_by_every_method() =>
        Gen.Select(Depths, Gen.Double[0, 0.3], Gen.Double[0.3, 0.9]).Sample((depth, height, fraction) =>
        {
            var distance = depth + height;
            Assert.Equal(depth, DepthMethods.Lift(new(depth, new(0)), new(depth + 0.4, new(0.4))).Value.DepthMetres, 1e-9);
            Assert.Equal(depth, DepthMethods.Tilt(depth, depth, 45).Value.DepthMetres, 1e-9);
            var across = distance * Math.Sqrt((1 / fraction) - 1);
            Assert.Equal(depth, DepthMethods.Width(fraction, Antenna.Horizontal, across, across, new(height)).Value.DepthMetres, 1e-9);
            var total = distance * Math.Sqrt((1 / (fraction * fraction)) - 1);
            Assert.Equal(depth, DepthMethods.Width(fraction, Antenna.Total, total, total, new(height)).Value.DepthMetres, 1e-9);
            var line = DepthMethods.Gradient(1 / distance, 1 / (distance + 0.4), 0.4, new(height), FieldSource.Line).Value;
            var sonde = DepthMethods.Gradient(Math.Pow(distance, -3), Math.Pow(distance + 0.4, -3), 0.4, new(height), FieldSource.Sonde).Value;
            Assert.Equal(depth, line.DepthMetres, 1e-6);
            Assert.Equal(depth, sonde.DepthMetres, 1e-6);
            Assert.True(line.UncertaintyMetres > 0 && sonde.UncertaintyMetres < line.UncertaintyMetres);
        });

    [Theory]
    [InlineData(1.4, Verdict.Sound)]
    [InlineData(1.36, Verdict.Caution)]
    [InlineData(1.3, Verdict.Reject)]
    [InlineData(1.55, Verdict.Reject)]
    public void A_lift_is_judged_by_how_much_the_depth_rose(double second, Verdict verdict) =>
        Assert.Equal(verdict, DepthMethods.Lift(new(1.1, new(0)), new(second, new(0.3))).Value.Verdict);

    [Fact]
    public void A_lift_that_is_off_widens_the_depth() =>
        Assert.True(
            DepthMethods.Lift(new(1.1, new(0)), new(1.6, new(0.3))).Value.UncertaintyMetres
            > DepthMethods.Lift(new(1.1, new(0)), new(1.4, new(0.3))).Value.UncertaintyMetres);

    [Fact]
    public void Uneven_sides_are_seen()
    {
        Assert.Equal(Verdict.Sound, DepthMethods.Tilt(1.18, 1.22, 45).Value.Verdict);
        Assert.Equal(Verdict.Reject, DepthMethods.Tilt(0.8, 1.4, 45).Value.Verdict);
    }

    [Fact]
    public void What_cannot_be_is_told_at_its_field()
    {
        Assert.Equal("second.Tip", DepthMethods.Lift(new(1, new(0.2)), new(1.2, new(0.2))).Errors[0].Field);
        Assert.Equal("first.Metres", DepthMethods.Lift(new(0.2, new(0.5)), new(0.5, new(0.8))).Errors[0].Field);
        Assert.Equal("lower", DepthMethods.Gradient(100, 120, 0.4, new(0), FieldSource.Line).Errors[0].Field);
        Assert.Equal("sensor", DepthMethods.Gradient(300, 100, 0.4, new(0.5), FieldSource.Line).Errors[0].Field);
        Assert.Equal("leftMetres", DepthMethods.Tilt(0, 0, 45).Errors[0].Field);
        Assert.Equal("angleDegrees", DepthMethods.Tilt(1, 1, double.NaN).Errors[0].Field);
        Assert.Equal("fraction", DepthMethods.Width(1, Antenna.Total, 1, 1, new(0)).Errors[0].Field);
    }

    [Fact]
    public void First_order_uncertainty_holds_95_percent_of_simulated_gradients()
    {
        var random = new Random(77);
        var held = 0;
        const int trials = 2000;
        for (var i = 0; i < trials; i++)
        {
            double Noisy(double b) => b * (1 + (0.01 * Core.Deviate.Normal(random)));
            var result = DepthMethods.Gradient(Noisy(1 / 1.0), Noisy(1 / 1.4), 0.4, new(0), FieldSource.Line).Value;
            held += Math.Abs(result.DepthMetres - 1) <= result.UncertaintyMetres ? 1 : 0;
        }

        Assert.InRange(held / (double)trials, 0.93, 0.99);
    }
}
