using CsCheck;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;

namespace GentleMole.Core.Tests.Sweeps;

/// <summary>What passes hear and how likely they meet a line, against worked figures and against walks that are drawn.</summary>
public class PassGridTests
{
    [Theory]
    [InlineData(10, 1, 0.9, 2, 1.0, 0.9599)]
    [InlineData(10, 1, 0.4, 4, 0.866, 0.97)]
    [InlineData(2, 0.5, 0.6, 0.5714, 0.2646, 0.6517)]
    [InlineData(2, 0.5, 0.9, 0.4, null, 0.2216)]
    [InlineData(40, 2, 1.4, 5.3333, 1.9365, 0.9695)]
    public void What_is_heard_is_as_worked(double milliamps, double threshold, double depth, double peak, double? reach, double chance)
    {
        var line = new HeardLine(milliamps, new Depth(depth), new Height(0.1), threshold);

        Assert.Equal(peak, line.PeakNanotesla, 1e-4);
        Assert.Equal(reach is null, line.HeardOutMetres is null);
        Assert.Equal(reach ?? 0, line.HeardOutMetres ?? 0, 1e-4);
        Assert.Equal((depth + 0.1) / 2, line.HalfWidthMetres(0.8), 1e-9);
        Assert.Equal(chance, line.ChanceMet(), 1e-4);
    }

    [Theory]
    [InlineData(10, 2, 2, 35, 0.87, 4, 0.9903)]
    [InlineData(10, 2, 2, 19, 0.87, 4, 0.7897)]
    [InlineData(8, 2, 2, 45, 0.87, 4, 0.9285)]
    [InlineData(9, 1.5, 1.5, 10, 0.87, 4, 0.9588)]
    [InlineData(12, 2, 3, 60, 0.8, 6, 0.6199)]
    public void Chances_of_a_grid_are_as_worked(double length, double spacing, double other, double angle, double met, int atLeast, double chance) =>
        Assert.Equal(chance, new PassGrid(spacing, other).ChanceMet(length, angle, met, atLeast), 1e-4);

    [Fact]
    public void It_is_heard_no_farther_than_where_it_falls_below_the_threshold() =>
        Gen.Select(Gen.Double[0.1, 100], Gen.Double[0.2, 3], Gen.Double[0.1, 5]).Sample((milliamps, depth, threshold) =>
        {
            var line = new HeardLine(milliamps, new Depth(depth), new Height(0.1), threshold);
            if (line.HeardOutMetres is { } reach)
            {
                Assert.Equal(reach, line.HalfWidthMetres(threshold / line.PeakNanotesla), 1e-9);
            }
            else
            {
                Assert.True(line.PeakNanotesla <= threshold);
            }
        });

    [Fact]
    public void Closer_passes_and_fewer_wanted_never_make_it_likelier_to_be_missed() =>
        Gen.Select(Gen.Double[3, 30], Gen.Double[0.5, 4], Gen.Double[0, 180], Gen.Double[0.3, 0.99], Gen.Int[1, 8]).Sample((length, spacing, angle, met, atLeast) =>
        {
            var chance = new PassGrid(spacing, spacing).ChanceMet(length, angle, met, atLeast);
            Assert.InRange(chance, 0, 1 + 1e-12);
            Assert.True(new PassGrid(spacing, null).ChanceMet(length, angle, met, atLeast) <= chance + 1e-12);
            Assert.True(new PassGrid(spacing / 2, spacing / 2).ChanceMet(length, angle, met, atLeast) >= chance - 1e-9);
            Assert.True(new PassGrid(spacing, spacing).ChanceMet(length, angle, met, atLeast + 1) <= chance + 1e-12);
        });

    [Fact]
    public void Drawn_lines_are_met_as_often_as_is_said()
    {
        var (random, grid) = (new Random(12), new PassGrid(1.7, 2.3));
        const int drawn = 40_000;
        foreach (var angle in new[] { 30.0, 50, 65 })
        {
            var radians = angle * Math.PI / 180;
            var often = Enumerable.Range(0, drawn).Count(_ =>
            {
                // Along one axis it spans so much, begun anywhere between two passes.
                int Met(double span, double spacing)
                {
                    var from = random.NextDouble() * spacing;
                    var crossed = (int)Math.Floor((from + span) / spacing);
                    return Enumerable.Range(0, crossed).Count(_ => random.NextDouble() < 0.8);
                }

                return Met(9 * Math.Sin(radians), 1.7) + Met(9 * Math.Cos(radians), 2.3) >= 4;
            });
            Assert.Equal(grid.ChanceMet(9, angle, 0.8, 4), (double)often / drawn, 0.012);
        }
    }

    [Fact]
    public void The_widest_spacing_is_enough_and_a_wider_one_is_not()
    {
        var spacing = PassGrid.WidestBothWays(10, 0.87, 0.9)!.Value;

        Assert.True(new PassGrid(spacing, spacing).WorstChanceMet(10, 0.87, PassGrid.LeastMet) >= 0.9);
        Assert.InRange(spacing, 10 / 7.0, 10 / 5.0);
        Assert.Null(PassGrid.WidestBothWays(10, 0.05, 0.999, 60));
    }
}
