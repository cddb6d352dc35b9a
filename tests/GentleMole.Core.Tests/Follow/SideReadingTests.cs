using GentleMole.Core.Fields;
using GentleMole.Core.Follow;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Follow;

/// <summary>Reading from the side, held against the field of one long wire.</summary>
public class SideReadingTests
{
    private static SideReading Read(double aside, double depth, Random? random = null)
    {
        var field = new ParallelLines([new StraightConductor(0, new Depth(depth), 0.03)]).At(aside, new(SideReading.CoilMetres));
        double Noise() => random is null ? 1 : 1 + (0.03 * Deviate.Normal(random));
        return new SideReading(Math.Abs(field.HorizontalTesla) * 1e9 * Noise(), Math.Abs(field.VerticalTesla) * 1e9 * Noise());
    }

    private static readonly SitePoint Stand = new(10, 20);

    [Theory]
    [InlineData(0.4, 0.8)]
    [InlineData(1.5, 0.8)]
    [InlineData(2.5, 1.2)]
    public void By_its_depth_the_line_lies_where_it_is(double aside, double depth)
    {
        var fix = Read(aside, depth).Fix(Stand, Azimuth.Of(0), isRight: true, Estimate.Symmetric(depth, 0.1)).Value;

        Assert.Equal(aside, fix.AsideMetres, 6);
        Assert.Equal((10 + aside, 20.0), (Math.Round(fix.Place.East, 6), Math.Round(fix.Place.North, 6)));
        Assert.Equal(10 - aside, Read(aside, depth).Fix(Stand, Azimuth.Of(0), false, Estimate.Symmetric(depth, 0.1)).Value.Place.East, 6);
    }

    [Theory]
    [InlineData(0.6, 0.8, 0.6)]
    [InlineData(1.2, 1.5, 1.0)]
    public void A_second_reading_farther_back_gives_place_and_depth(double aside, double depth, double step)
    {
        var fix = Read(aside, depth).Fix(Stand, Azimuth.Of(90), true, Read(aside + step, depth), step).Value;

        Assert.Equal((aside, depth), (Math.Round(fix.AsideMetres, 6), Math.Round(fix.Depth.Metres, 6)));
        Assert.Equal(20 - aside, fix.Place.North, 6);
    }

    [Fact]
    public void The_interval_holds_what_hands_do()
    {
        var random = new Random(4);
        int byDepth = 0, twice = 0, all = 0;
        for (var k = 0; k < 2000; k++)
        {
            var (aside, depth, step) = (0.3 + (1.8 * random.NextDouble()), 0.5 + (1.2 * random.NextDouble()), 0.5 + random.NextDouble());
            var shown = depth * (1 + (0.07 * Deviate.Normal(random)));
            if (Read(aside, depth, random).Fix(Stand, Azimuth.Of(0), true, Estimate.Symmetric(shown, 0.15 * shown)) is { IsGood: true } one
                && Read(aside, depth, random).Fix(Stand, Azimuth.Of(0), true, Read(aside + step + (0.02 * Deviate.Normal(random)), depth, random), step) is { IsGood: true } two)
            {
                all++;
                byDepth += Math.Abs(one.Value.AsideMetres - aside) <= one.Value.HalfWidthMetres ? 1 : 0;
                twice += Math.Abs(two.Value.AsideMetres - aside) <= two.Value.HalfWidthMetres ? 1 : 0;
            }
        }

        Assert.InRange(all, 1700, 2000);
        Assert.InRange(byDepth / (double)all, 0.94, 1);
        Assert.InRange(twice / (double)all, 0.93, 1);
    }

    [Theory]
    [InlineData(0, 1, "peak")]
    [InlineData(-1, 1, "peak")]
    [InlineData(double.NaN, 1, "peak")]
    [InlineData(1, -1, "null")]
    [InlineData(1, 5, "null")]
    [InlineData(5e-324, 1, "null")]
    public void What_says_nothing_is_told(double peak, double upright, string field) =>
        Assert.Equal(field, Assert.Single(new SideReading(peak, upright).Fix(Stand, Azimuth.Of(0), true, Estimate.Symmetric(1, 0.1)).Errors).Field);

    [Fact]
    public void A_second_reading_that_cannot_be_is_told()
    {
        var near = Read(0.8, 1);
        Assert.Equal("step", Assert.Single(near.Fix(Stand, Azimuth.Of(0), true, Read(1.0, 1), 0.1).Errors).Field);
        Assert.Equal("fartherNull", Assert.Single(near.Fix(Stand, Azimuth.Of(0), true, Read(0.3, 1), 0.5).Errors).Field);
        Assert.Equal("fartherPeak", Assert.Single(near.Fix(Stand, Azimuth.Of(0), true, new SideReading(0, 1), 0.5).Errors).Field);
        Assert.Equal("fartherNull", Assert.Single(near.Fix(Stand, Azimuth.Of(0), true, new SideReading(1, 3.9), 0.31).Errors).Field);
    }
}
