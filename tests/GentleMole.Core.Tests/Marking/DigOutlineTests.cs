using CsCheck;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Tests.Marking;

public class DigOutlineTests
{
    private static OutlineOrder Area(double width, double height, OutlineStyle style = OutlineStyle.Dashes, double? spacing = null, bool poor = false) =>
        new([new(0, 0), new(width, 0), new(width, height), new(0, height)], [], [], [], style, spacing, poor);

    [Fact]
    public void Marks_stand_on_the_edge_no_farther_apart_than_asked_and_show_every_corner() =>
        Gen.Select(Gen.Double[2, 80], Gen.Double[2, 80], Gen.Double[1.2, 15], Gen.Bool).Sample((w, h, spacing, flags) =>
        {
            var order = Area(w, h, flags ? OutlineStyle.Flags : OutlineStyle.Dashes, spacing);
            var plan = DigOutline.Lay(order).Value;
            var ring = new Run([.. order.Corners, order.Corners[0]]);
            var along = plan.Marks.Select(m => ring.Project(m.Place)).ToList();

            Assert.All(along, s => Assert.InRange(Math.Abs(s.OffsetMetres), 0, 1e-9));
            var chainages = along.Select(s => s.ChainageMetres).Order().ToList();
            Assert.All(chainages.Zip(chainages.Skip(1)), p => Assert.True(p.Second - p.First <= spacing + 1e-9));
            Assert.All(order.Corners, c => Assert.Contains(plan.Marks, m => m.Place.DistanceTo(c) <= DigOutline.DashLengthMetres));
        });

    [Fact]
    public void One_stake_serves_the_laterals_too()
    {
        var route = Area(10, 1, OutlineStyle.CentreStake) with { Route = [new(0, 0.5), new(10, 0.5)] };
        var plain = DigOutline.Lay(route).Value;
        var branched = DigOutline.Lay(route with { Laterals = [[new(5, 0.5), new(5, 14)]] }).Value;

        Assert.InRange(plain.RadiusMetres, 5, 5.2);
        Assert.True(branched.RadiusMetres > 7, $"{branched.RadiusMetres}");
        Assert.False(DigOutline.Lay(route with { Laterals = [[new(5, 0.5), new(5, 40)]] }).IsGood);
    }

    [Fact]
    public void Poor_sight_brings_marks_closer()
    {
        var good = DigOutline.Lay(Area(80, 60)).Value;
        var poor = DigOutline.Lay(Area(80, 60, poor: true)).Value;

        Assert.True(poor.SpacingMetres <= 3 && poor.Marks.Count > good.Marks.Count);
        Assert.True(poor.PaintMillilitres > good.PaintMillilitres);
    }

    [Fact]
    public void A_curve_gets_dots_and_straight_sides_get_dashes()
    {
        var arc = Enumerable.Range(0, 10).Select(i => new SitePoint(20 + (10 * Math.Sin(i * Math.PI / 18)), 10 - (10 * Math.Cos(i * Math.PI / 18))));
        var plan = DigOutline.Lay(Area(1, 1) with { Corners = [new(0, 0), .. arc, new(30, 30), new(0, 30)] }).Value;

        Assert.True(plan.CountOf(OutlineMarkKind.Dot) >= 4);
        Assert.All(plan.Marks.Where(m => m.Kind == OutlineMarkKind.Dot), m => Assert.Equal(10, m.Place.DistanceTo(new SitePoint(20, 10)), 0.2));
        Assert.True(plan.CountOf(OutlineMarkKind.Dash) >= 6);
    }

    [Fact]
    public void A_route_gets_arrows_its_laterals_too_and_marks_at_the_kerb()
    {
        var plan = DigOutline.Lay(new OutlineOrder(
            [new(0, -0.3), new(40, -0.3), new(40, 0.3), new(0, 0.3)], [new(0, 0), new(40, 0)], [[new(20, 0), new(20, 12)]],
            [new Run([new(-5, 6), new(50, 6)]), new Run([new(35, -5), new(35, 5)])], OutlineStyle.Dashes, 5, false)).Value;

        Assert.Equal(2, plan.CountOf(OutlineMarkKind.KerbMark));
        Assert.Contains(plan.Marks, m => m.Kind == OutlineMarkKind.KerbMark && m.Place == new SitePoint(20, 6));
        Assert.Contains(plan.Marks, m => m.Kind == OutlineMarkKind.Arrow && m.Place == new SitePoint(20, 12) && m.Along.ApartFrom(default) < 1e-6);
        Assert.All(plan.Marks.Where(m => m.Kind == OutlineMarkKind.Arrow && m.Place is { North: 0, East: not 20 }), m => Assert.Equal(90, m.Along.Degrees, 6));
    }

    [Fact]
    public void One_stake_serves_what_fits_in_fifteen_metres_and_no_more()
    {
        var small = DigOutline.Lay(Area(20, 10, OutlineStyle.CentreStake)).Value;
        var large = DigOutline.Lay(Area(40, 10, OutlineStyle.CentreStake));

        Assert.Equal(new SitePoint(10, 5), Assert.Single(small.Marks).Place);
        Assert.Equal(Math.Sqrt(125), small.RadiusMetres, 6);
        Assert.Equal("style", large.Errors.Single().Field);
        Assert.Equal("DIG  AQ  R 11.2 m  26 Nov 26", DigOutline.Label("Ashdown & Quill", new LocalDate(2026, 11, 26), small, OutlineStyle.CentreStake));
    }

    [Theory]
    [InlineData(1.0)]
    [InlineData(16.0)]
    public void A_spacing_that_no_eye_can_join_is_refused(double spacing) =>
        Assert.Equal("spacing", DigOutline.Lay(Area(10, 10, spacing: spacing)).Errors.Single().Field);

    [Fact]
    public void A_strip_round_a_route_has_its_area_and_refuses_a_lateral_that_hangs_in_the_air()
    {
        var strip = DigArea.AroundRoute([new(0, 0), new(30, 0)], [[new(10, 0), new(10, 8)]], 0.6, "corners", "laterals").Value;

        Assert.Equal((30 * 0.6) + ((8 - 0.3) * 0.6), DigArea.Area(strip), 6);
        Assert.Equal("laterals", DigArea.AroundRoute([new(0, 0), new(30, 0)], [[new(10, 5), new(10, 8)]], 0.6, "corners", "laterals").Errors.Single().Field);
        Assert.Equal("corners", DigArea.AroundRoute([new(1, 1), new(1, 1)], [], 0.6, "corners", "laterals").Errors.Single().Field);
    }
}
