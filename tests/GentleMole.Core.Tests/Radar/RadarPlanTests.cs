using CsCheck;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

public class RadarPlanTests
{
    private static RadarPlan In(RadarSoilKind kind, double hertz = 4e8, double depth = 1)
    {
        var (permittivity, siemens) = RadarSoil.Table.Single(s => s.Kind == kind).Usual;
        return RadarPlan.For(permittivity, siemens, hertz, depth);
    }

    [Fact]
    public void Every_kind_of_ground_is_in_the_table_once() => Assert.Equal(Enum.GetValues<RadarSoilKind>(), RadarSoil.Table.Select(s => s.Kind));

    [Fact]
    public void Dry_sand_is_looked_through_and_wet_clay_is_not()
    {
        Assert.True(In(RadarSoilKind.DrySand).ReachMetres > 3);
        Assert.InRange(In(RadarSoilKind.WetClay).ReachMetres, 0.1, 0.8);
        Assert.True(In(RadarSoilKind.WetClay).IsBlind(1));
        Assert.False(In(RadarSoilKind.DrySand).IsBlind(1));
    }

    [Fact]
    public void Lower_frequencies_reach_farther_and_see_less()
    {
        Gen.Select(Gen.Double[4, 30], Gen.Double[1e-3, 0.1], Gen.Double[1e8, 9e8]).Sample((e, sigma, f) =>
        {
            var (low, high) = (RadarPlan.For(e, sigma, f, 1), RadarPlan.For(e, sigma, 2 * f, 1));
            Assert.True(low.ReachMetres >= high.ReachMetres - 1e-6);
            Assert.True(low.ApartMetres > high.ApartMetres && low.TraceSpacingMetres > high.TraceSpacingMetres && low.SmallestMetres >= high.SmallestMetres);
        });
    }

    [Fact]
    public void The_window_holds_the_deepest_target_and_a_quarter_more()
    {
        var plan = RadarPlan.For(9, 0.002, 4e8, 1.2);
        Assert.Equal(1.25 * 2 * 1.2 / RadarWave.VelocityOf(9), plan.WindowNanoseconds, 1e-9);
        Assert.Equal(0.6, plan.LineSpacingMetres);
        Assert.Equal(0.25, RadarPlan.For(9, 0.002, 4e8, 1.2, bodyMetres: 0.5).LineSpacingMetres, 1e-9);
    }
}
