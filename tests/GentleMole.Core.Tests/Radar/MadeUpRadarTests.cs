using GentleMole.Core.Practice;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

/// <summary>The model that makes our profiles, against closed forms and against Maxwell's equations.</summary>
public class MadeUpRadarTests
{
    private static RadarGround Ground(BuriedBody body, double permittivity = 9) =>
        new(2.4, 0.06, [new SoilLayer(0, permittivity, 0.001)], [body], 0.14, 4e8, 4, 340, 0.1);

    [Fact]
    public void Echoes_come_when_the_closed_form_says_and_repeat_by_what_is_inside()
    {
        var velocity = RadarWave.VelocityOf(9);
        var water = Ground(new BuriedBody(BuriedKind.Water, 1.2, 0.8, 0.08));
        var echoes = MadeUpRadar.Echoes(water, 1.2).ToList();
        Assert.Equal(((2 * Math.Sqrt((0.07 * 0.07) + (0.88 * 0.88))) - 0.16) / velocity, echoes[0].Nanoseconds, 1e-9);
        Assert.Equal(4 * 0.08 * 9 / RadarWave.LightMetresPerNanosecond, echoes[1].Nanoseconds - echoes[0].Nanoseconds, 1e-9);
        Assert.True(echoes[0].Size < 0 && echoes[1].Size > 0);
        Assert.Single(MadeUpRadar.Echoes(Ground(new BuriedBody(BuriedKind.Metal, 1.2, 0.8, 0.08)), 1.2));
        Assert.True(MadeUpRadar.Echoes(Ground(new BuriedBody(BuriedKind.Air, 1.2, 0.8, 0.08)), 1.2).First().Size > 0);
    }

    [Fact]
    public void The_same_seed_makes_the_same_profile()
    {
        var ground = RadarGround.Make(new Random(4));
        Assert.Equal(new MadeUpRadar().Walk(ground, new Random(1)).Samples, new MadeUpRadar().Walk(ground, new Random(1)).Samples);
        Assert.NotEqual(new MadeUpRadar().Walk(ground, new Random(1)).Samples, new MadeUpRadar().Walk(ground, new Random(2)).Samples);
    }

    /// <summary>Sign and time of an echo, and how it falls off to the side, are those of a full-wave model.</summary>
    [Theory]
    [InlineData(BuriedKind.Metal)]
    [InlineData(BuriedKind.Air)]
    public void It_agrees_with_a_full_wave_model(BuriedKind kind)
    {
        var ground = Ground(new BuriedBody(kind, 1.2, 0.6, 0.1));
        var empty = ground with { Bodies = [] };
        foreach (var along in (double[])[1.2, 0.7])
        {
            float[] Echo(RadarGround g) => FullWave.Trace(g, along, 0.0125, 1.1, 1.1);
            var (with, without) = (Echo(ground), Echo(empty));
            var echo = with.Zip(without, (a, b) => a - b).ToArray();
            var direct = without.MaxBy(Math.Abs);
            var expected = MadeUpRadar.Echoes(ground, along).First();

            // The first lobe that is more than half of the strongest: of an empty pipe it is the top, which its bottom follows at once.
            var most = echo.Max(Math.Abs);
            var first = Enumerable.Range(1, echo.Length - 2).First(k => Math.Abs(echo[k]) > 0.6 * most && Math.Abs(echo[k]) >= Math.Abs(echo[k - 1]) && Math.Abs(echo[k]) >= Math.Abs(echo[k + 1]));
            Assert.Equal(Math.Sign(expected.Size), Math.Sign(echo[first]) * Math.Sign(direct));
            Assert.Equal(ground.TimeZeroNanoseconds + expected.Nanoseconds, first * ground.IntervalNanoseconds, 0.45);
        }
    }
}
