using GentleMole.Core.Practice;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

/// <summary>A curve laid by hand is held against what was recorded under it.</summary>
public class LaidCurveTests
{
    private const double Permittivity = 9;
    private static readonly double Velocity = RadarWave.VelocityOf(Permittivity);

    private static RadarGround Ground(params BuriedBody[] bodies) => new(8, 0.04, [new SoilLayer(0, Permittivity, 0.003)], bodies, 0.14, 4e8, 4, 512, 0.1);

    private static LaidCurve Lay(RadarGround ground, Hyperbola curve, int seed = 1)
    {
        var profile = new MadeUpRadar().Walk(ground, new Random(seed));
        return LaidCurve.Of(profile, DirectWave.Of(profile), curve);
    }

    [Fact]
    public void The_right_curve_follows_and_its_interval_holds_what_is_there()
    {
        var random = new Random(11);
        var (held, all) = (0, 0);
        for (var i = 0; i < 60; i++)
        {
            var body = new BuriedBody(BuriedKind.Metal, 3 + (2 * random.NextDouble()), 0.5 + (0.7 * random.NextDouble()), 0.03 + (0.07 * random.NextDouble()));

            // A person does not know the radius, and lays the curve not quite right before the fit is taken.
            var first = Lay(Ground(body), new Hyperbola(body.AlongMetres + 0.03, body.CoverMetres * 1.03, 0.05, Velocity * 1.03), i);
            var fitted = Lay(Ground(body), first.Fit!.Curve, i);
            Assert.Equal(Verdict.Sound, fitted.Verdict);
            Assert.False(fitted.IsNormal);
            all += 2;
            held += fitted.Cover.Low95 <= body.CoverMetres && body.CoverMetres <= fitted.Cover.High95 ? 1 : 0;
            held += fitted.Velocity is { } velocity && velocity.Low95 <= Velocity && Velocity <= velocity.High95 ? 1 : 0;
            Assert.InRange(fitted.Cover.HalfWidth, 0.005, 0.12 * body.CoverMetres);
        }

        Assert.InRange(held / (double)all, 0.92, 1);
    }

    [Fact]
    public void A_curve_beside_the_response_is_said_to_lie_beside_it()
    {
        var body = new BuriedBody(BuriedKind.Metal, 4, 0.8, 0.05);
        var right = new Hyperbola(4, 0.8, 0.05, Velocity);
        var above = Lay(Ground(body), right with { CoverMetres = 0.775 });
        Assert.Equal(Verdict.Caution, above.Verdict);
        Assert.Contains(above.Reasons, r => r.Code == "curve-beside" && r.Measured > 0);

        var slow = Lay(Ground(body), right with { Velocity = 0.8 * Velocity, CoverMetres = Hyperbola.CoverOf(right.TimeAt(4, 0.14), 0.05, 0.8 * Velocity, 0.14) });
        Assert.NotEqual(Verdict.Sound, slow.Verdict);
        Assert.True(slow.Misfit > 3 * Lay(Ground(body), right).Misfit);
        Assert.Equal(Velocity, slow.Fit!.Curve.Velocity, 0.03 * Velocity);
    }

    [Fact]
    public void Where_nothing_goes_on_from_trace_to_trace_nothing_is_told()
    {
        var ground = Ground(new BuriedBody(BuriedKind.Metal, 2, 0.8, 0.05));
        var empty = Lay(ground, new Hyperbola(6.5, 1.1, 0.05, Velocity));
        Assert.Equal(Verdict.Reject, empty.Verdict);
        Assert.Null(empty.Velocity);
        Assert.Equal(0.15 * 1.1, empty.Cover.HalfWidth, 1e-9);
        foreach (var curve in new[] { new Hyperbola(500, 1, 0.05, Velocity), new Hyperbola(4, 29, 0.05, 0.01), new Hyperbola(4, 0.02, 5, 0.2998), new Hyperbola(-1e5, 30, 0, 0.01, 0.17) })
        {
            Assert.Equal(Verdict.Reject, Lay(ground, curve).Verdict);
        }
    }

    [Fact]
    public void Crossed_aslant_and_said_so_it_has_the_velocity_of_the_ground()
    {
        var body = new BuriedBody(BuriedKind.Metal, 4, 0.7, 0.04, 55);
        var sine = Math.Sin(55 * Math.PI / 180);
        var told = Lay(Ground(body), new Hyperbola(4, 0.7, 0.04, Velocity, sine));
        Assert.Equal(Verdict.Sound, told.Verdict);
        Assert.Equal(Velocity, told.Fit!.Curve.Velocity, 0.02 * Velocity);
        var square = Lay(Ground(body), new Hyperbola(4, 0.7, 0.04, Velocity));
        Assert.Equal(Velocity / sine, square.Fit!.Curve.Velocity, 0.06 * Velocity);
    }
}
