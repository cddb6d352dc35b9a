using GentleMole.Core.Grids;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Grids;

/// <summary>A run against what is known from elsewhere: the ground's velocity, and another run over or under it.</summary>
public class RadarRunTests
{
    private static RadarRun Run(double cover, double north = 0, int count = 6, double half = 0.05) => new(
        [.. Enumerable.Range(0, count).Select(i => new RunPoint(new SitePoint(0.6 * i, north), cover, i, 0, 90))], half, 0.05, false, 0.98, count) { VelocityMetresPerNanosecond = 0.1 };

    [Fact]
    public void A_velocity_that_agrees_has_its_weight_and_makes_the_cover_surer()
    {
        var run = Run(1, half: 0.08);
        var leant = run.At(Estimate.Symmetric(0.104, 0.004));
        Assert.False(leant.IsTorn);
        Assert.InRange(leant.Points[2].CoverMetres, 1.0, 1.04);
        Assert.True(leant.CoverUncertaintyMetres < run.CoverUncertaintyMetres);
        Assert.Equal(leant.Points[0].CoverMetres, leant.VelocityMetresPerNanosecond / 0.1, 9);

        // The surer of both moves it more.
        Assert.True(run.At(Estimate.Symmetric(0.104, 0.001)).Points[2].CoverMetres > leant.Points[2].CoverMetres);
        Assert.True(Run(1, half: 0.02).At(Estimate.Symmetric(0.104, 0.004)).Points[2].CoverMetres < leant.Points[2].CoverMetres);
    }

    [Fact]
    public void One_that_contradicts_its_curves_has_no_say_and_that_is_told()
    {
        var torn = Run(1).At(Estimate.Symmetric(0.085, 0.003));
        Assert.True(torn.IsTorn);
        Assert.Equal((1, 0.05, 0.1), (torn.Points[0].CoverMetres, torn.CoverUncertaintyMetres, torn.VelocityMetresPerNanosecond));
    }

    [Fact]
    public void What_lies_right_over_or_under_it_is_so_far_apart_and_what_lies_beside_it_is_not()
    {
        Assert.Equal(0.35, Run(0.5).OverOrUnder(Run(0.85))!.Value, 9);
        Assert.Equal(0.35, Run(0.85).OverOrUnder(Run(0.5, 0.15))!.Value, 9);
        Assert.Null(Run(0.5).OverOrUnder(Run(0.85, 0.3)));
        Assert.Null(Run(0.5, count: 2).OverOrUnder(Run(0.85)));
    }
}
