using CsCheck;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

public class HyperbolaTests
{
    private static HyperbolaTask Picked(Hyperbola curve, double separation = 0, double zero = 0, double noise = 0, int seed = 1, double crossing = 90)
    {
        var random = new Random(seed);
        return new HyperbolaTask(
            [.. Enumerable.Range(-12, 25).Select(i => curve.AlongMetres + (i * 0.08)).Select(x => new HyperbolaPick(x, zero + curve.TimeAt(x, separation) + (noise * Deviate.Normal(random))))],
            curve.RadiusMetres, crossing, zero, separation);
    }

    [Fact]
    public void Picks_of_a_curve_give_back_the_curve()
    {
        Gen.Select(Gen.Double[-50, 50], Gen.Double[0.15, 3], Gen.Double[0, 0.3], Gen.Double[0.05, 0.15], Gen.Double[0, 0.3], Gen.Double[0, 20]).Sample((along, cover, radius, velocity, separation, zero) =>
        {
            var fit = HyperbolaFit.Of(Picked(new Hyperbola(along, cover, radius, velocity), separation, zero)).Value;
            Assert.Equal(velocity, fit.Velocity.Value, 1e-5);
            Assert.Equal(along, fit.Along.Value, 1e-4);
            Assert.Equal(cover, fit.Cover.Value, 1e-4);
            Assert.True(fit.Misfit < 1e-4);
        });
    }

    [Fact]
    public void Crossed_aslant_a_pipe_seems_to_lie_in_quicker_ground()
    {
        var aslant = Picked(new Hyperbola(3, 0.9, 0, 0.1, Math.Sin(Math.PI / 3)), crossing: 60);
        Assert.Equal(0.1, HyperbolaFit.Of(aslant).Value.Velocity.Value, 1e-6);
        Assert.Equal(0.1 / Math.Sin(Math.PI / 3), HyperbolaFit.Of(aslant with { CrossingDegrees = 90 }).Value.Velocity.Value, 1e-6);
        Assert.Equal(0.9 / Math.Sin(Math.PI / 3), HyperbolaFit.Of(aslant with { CrossingDegrees = 90 }).Value.Cover.Value, 1e-5);
    }

    [Fact]
    public void A_fat_pipe_taken_for_a_point_makes_the_ground_too_quick()
    {
        var fat = Picked(new Hyperbola(0, 0.8, 0.15, 0.1));
        Assert.True(HyperbolaFit.Of(fat with { RadiusMetres = 0 }).Value.Velocity.Value > 0.103);
    }

    [Fact]
    public void Intervals_hold_the_truth_as_often_as_they_say()
    {
        var curve = new Hyperbola(1, 0.9, 0.05, 0.1);
        var fits = Enumerable.Range(0, 1000).Select(i => HyperbolaFit.Of(Picked(curve, 0.14, 4, 0.2, i)).Value).ToList();
        static double Held(IEnumerable<Estimate> told, double truth) => told.Average(e => e.Low95 <= truth && truth <= e.High95 ? 1.0 : 0);
        Assert.InRange(Held(fits.Select(f => f.Velocity), 0.1), 0.93, 0.97);
        Assert.InRange(Held(fits.Select(f => f.Cover), 0.9), 0.93, 0.97);
        Assert.InRange(Held(fits.Select(f => f.Along), 1), 0.93, 0.97);
    }

    [Fact]
    public void What_is_no_curve_is_refused_at_the_picks()
    {
        HyperbolaPick[] P(params (double X, double T)[] picks) => [.. picks.Select(p => new HyperbolaPick(p.X, p.T))];
        Assert.Equal("picks", HyperbolaFit.Of(new HyperbolaTask(P((0, 10), (1, 10)))).Errors.Single().Field);
        Assert.Equal("picks", HyperbolaFit.Of(new HyperbolaTask(P((0, 20), (1, 24), (2, 26), (3, 24), (4, 20)))).Errors.Single().Field);
        Assert.Equal("picks", HyperbolaFit.Of(new HyperbolaTask(P((1, 10), (1, 11), (1, 12), (1, 13)))).Errors.Single().Field);
        Assert.Equal("picks[0].timeNanoseconds", HyperbolaFit.Of(new HyperbolaTask(P((0, 2), (1, 10), (2, 11), (3, 12)), TimeZeroNanoseconds: 5)).Errors.Single().Field);
        Assert.Equal("crossingDegrees", HyperbolaFit.Of(new HyperbolaTask(P((0, 20), (1, 10), (2, 11), (3, 22)), CrossingDegrees: 2)).Errors.Single().Field);
    }

    [Fact]
    public void Nothing_that_can_be_typed_ends_a_fit()
    {
        var gen = Gen.Select(Gen.OneOf(Gen.Double[-10, 10], Gen.Const(0.0), Gen.Const(5e-324), Gen.Const(1e5), Gen.Const(-1e5)), Gen.OneOf(Gen.Double[0.1, 100], Gen.Const(5e-324), Gen.Const(1e-10), Gen.Const(1e5)));
        gen.Array[4, 12].Sample(picks =>
        {
            var fit = HyperbolaFit.Of(new HyperbolaTask([.. picks.Select(p => new HyperbolaPick(p.Item1, p.Item2))]));
            Assert.True(!fit.IsGood || (double.IsFinite(fit.Value.Velocity.Value) && double.IsFinite(fit.Value.Cover.Value)));
        });
    }

    /// <summary>The same picks, thought of a fatter pipe or one crossed flatter, mean a slower ground and less cover.</summary>
    [Fact]
    public void A_fatter_pipe_or_a_flatter_crossing_means_a_slower_ground()
    {
        var curve = new Hyperbola(2, 0.7, 0.05, 0.1);
        var task = new HyperbolaTask([.. Enumerable.Range(-6, 13).Select(i => new HyperbolaPick(2 + (0.1 * i), curve.TimeAt(2 + (0.1 * i), 0.14)))], 0.05, 90, 0, 0.14);
        var effects = HyperbolaFit.Effects(task);
        var square = effects.Where(e => e.CrossingDegrees == 90).OrderBy(e => e.RadiusMetres).ToList();
        Assert.Equal([0, 0.05, 0.15], square.Select(e => e.RadiusMetres));
        Assert.Equal(square.Select(e => e.Fit.Velocity.Value).OrderDescending(), square.Select(e => e.Fit.Velocity.Value));
        Assert.Equal(0.1, square[1].Fit.Velocity.Value, 1e-5);
        var aslant = Assert.Single(effects, e => e.CrossingDegrees == 60);
        Assert.Equal(0.1 * Math.Sin(Math.PI / 3), aslant.Fit.Velocity.Value, 0.004);
        Assert.Equal(70, (curve with { Sine = Math.Sin(70 * Math.PI / 180) }).CrossingDegrees, 1e-9);
        Assert.Equal(90, curve.CrossingDegrees, 1e-9);
    }
}
