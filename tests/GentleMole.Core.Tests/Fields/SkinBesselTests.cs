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
