using CsCheck;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Site;

public class SiteFitTests
{
    private static readonly double[] Units = [0.001, 0.01, 0.0254, 0.3048, 1];

    [Fact]
    public void A_drawing_turned_shifted_and_in_any_usual_unit_is_found_again() =>
        Gen.Select(Gen.Double[-180, 180], Gen.Double[-5000, 5000], Gen.Int[0, 4].Select(i => Units[i]), Gen.Double[5, 80]).Sample((turn, shift, unit, far) =>
        {
            var truth = new SiteFit(unit, turn, new SitePoint(shift, -shift / 3), []);
            SitePoint[] drawn = [new(100 / unit, 40 / unit), new((100 + far) / unit, 60 / unit), new(90 / unit, (40 + far) / unit)];
            var fit = SiteFit.Of([.. drawn.Select(p => new FitPair(p, truth.Apply(p)))]).Value;

            Assert.Equal(unit, fit.Scale);
            Assert.All(fit.ResidualsMetres, r => Assert.InRange(r, 0, 1e-5));
            Assert.InRange(fit.Apply(new SitePoint(7 / unit, 9 / unit)).DistanceTo(truth.Apply(new SitePoint(7 / unit, 9 / unit))), 0, 1e-4);
        });

    [Fact]
    public void Two_points_that_do_not_agree_leave_half_of_it_at_each()
    {
        var fit = SiteFit.Of([new(new(0, 0), new(10, 10)), new(new(20.3, 0), new(30, 10))]).Value;

        Assert.Equal(1, fit.Scale);
        Assert.All(fit.ResidualsMetres, r => Assert.Equal(0.15, r, 9));
    }

    [Fact]
    public void A_drawing_in_no_usual_unit_is_scaled_freely() =>
        Assert.Equal(0.5, SiteFit.Of([new(new(0, 0), new(0, 0)), new(new(40, 0), new(20, 0))]).Value.Scale, 9);

    [Fact]
    public void One_point_is_not_enough()
    {
        Assert.False(SiteFit.Of([new(new(1, 2), new(3, 4))]).IsGood);
        Assert.False(SiteFit.Of([new(new(1, 2), new(3, 4)), new(new(1, 2), new(5, 6))]).IsGood);
    }
}
