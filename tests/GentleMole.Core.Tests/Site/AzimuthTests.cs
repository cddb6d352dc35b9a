using CsCheck;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Site;

public class AzimuthTests
{
    [Fact]
    public void It_goes_round_and_points_where_it_came_from() => Gen.Double[-2000, 2000].Sample(degrees =>
    {
        var azimuth = Azimuth.Of(degrees);
        Assert.True(azimuth.Degrees is >= 0 and < 360);
        Assert.InRange(azimuth.Direction.Azimuth.ApartFrom(azimuth), 0, 1e-9);
        Assert.InRange(azimuth.ApartFrom(Azimuth.Of(degrees + 720)), 0, 1e-9);
        Assert.Equal(180, azimuth.ApartFrom(azimuth.Opposite), 9);
        Assert.Equal(0, azimuth.ApartAsLines(azimuth.Opposite), 9);
        Assert.Equal(1, azimuth.Direction.Length, 12);
    });

    [Theory]
    [InlineData(0, 1, 0, 0)]
    [InlineData(1, 0, 90, 2)]
    [InlineData(0, -1, 180, 4)]
    [InlineData(-1, 0, 270, 6)]
    [InlineData(-1, 1, 315, 7)]
    [InlineData(0, 0, 0, 0)]
    public void Clockwise_from_north(double east, double north, double degrees, int wind)
    {
        var azimuth = new SitePoint(east, north).Azimuth;
        Assert.Equal(degrees, azimuth.Degrees, 9);
        Assert.Equal(wind, azimuth.Wind(8));
    }

    [Theory]
    [InlineData(350, 10, 20, 20)]
    [InlineData(10, 200, 170, 10)]
    [InlineData(0, 90, 90, 90)]
    public void Apart(double a, double b, double arrows, double lines)
    {
        Assert.Equal(arrows, Azimuth.Of(a).ApartFrom(Azimuth.Of(b)), 9);
        Assert.Equal(lines, Azimuth.Of(b).ApartAsLines(Azimuth.Of(a)), 9);
    }

    [Theory]
    [InlineData(359.6, "000°", 0)]
    [InlineData(-1e-300, "000°", 0)]
    [InlineData(45, "045°", 1)]
    public void Said_with_three_figures(double degrees, string said, int wind)
    {
        Assert.Equal(said, Azimuth.Of(degrees).ToString());
        Assert.Equal(wind, Azimuth.Of(degrees).Wind(8));
    }
}
