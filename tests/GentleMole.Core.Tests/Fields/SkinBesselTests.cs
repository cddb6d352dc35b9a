using System.Numerics;
using GentleMole.Core.Fields;
using MathNet.Numerics;

namespace GentleMole.Core.Tests.Fields;

/// <summary>Our Bessel functions on the 45° ray against a library's general ones.</summary>
public class SkinBesselTests
{
    [Theory]
    [InlineData(1e-6)]
    [InlineData(0.01)]
    [InlineData(0.5)]
    [InlineData(3)]
    [InlineData(8.9)]
    [InlineData(9.1)]
    [InlineData(25)]
    public void K0_is_that_of_the_library(double x)
    {
        var expected = SpecialFunctions.BesselK(0, Complex.FromPolarCoordinates(x, Math.PI / 4));

        Assert.True((SkinBessel.K0(x) - expected).Magnitude <= 1e-7 * expected.Magnitude, $"{SkinBessel.K0(x)} is not {expected}");
    }

    /// <summary>K0(z) = ∫₀^∞ exp(−z cosh t) dt; the trapezium rule is exact to the last digits for it (Abramowitz and Stegun 9.6.24).</summary>
    [Fact]
    public void K0_holds_its_promise_on_both_sides_of_its_seam()
    {
        foreach (var x in new[] { 0.05, 0.8, 3, 5.5, 6, 6.5, 7, 7.5, 8, 8.5, 8.999, 9, 9.001, 9.5, 10, 12, 16, 20, 28 })
        {
            var z = Complex.FromPolarCoordinates(x, Math.PI / 4);
            var expected = Enumerable.Range(0, 2000).Aggregate(Complex.Zero, (sum, i) => sum + ((i == 0 ? 0.5 : 1) * 0.005 * Complex.Exp(-z * Math.Cosh(0.005 * i))));

            Assert.True((SkinBessel.K0(x) - expected).Magnitude <= 1e-9 * expected.Magnitude, $"K0({x}) is {SkinBessel.K0(x)}, not {expected}");
        }
    }

    [Theory]
    [InlineData(1e-3)]
    [InlineData(0.7)]
    [InlineData(5)]
    [InlineData(17.9)]
    [InlineData(18.1)]
    [InlineData(60)]
    public void The_ratio_of_I0_to_I1_is_that_of_the_library(double x)
    {
        var z = Complex.FromPolarCoordinates(x, Math.PI / 4);
        var expected = SpecialFunctions.BesselI(0, z) / SpecialFunctions.BesselI(1, z);

        Assert.True((SkinBessel.RatioI0I1(x) - expected).Magnitude <= 1e-8 * expected.Magnitude, $"{SkinBessel.RatioI0I1(x)} is not {expected}");
    }
}
