using GentleMole.Core.Practice;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

public class RadarChainTests
{
    private static readonly RadarGround Ground = new(6, 0.04, [new SoilLayer(0, 9, 0.003)], [new BuriedBody(BuriedKind.Metal, 3, 0.8, 0.03)], 0.14, 4e8, 4, 400, 0.1);

    private static RadarProfile Profile(double noise = 1e-5) => new MadeUpRadar(noise).Walk(Ground, new Random(2));

    private static float[] Run(RadarProfile profile, params RadarStep[] steps) => RadarChain.Run(profile, steps).Samples;

    [Fact]
    public void No_step_changes_the_profile_itself()
    {
        var profile = Profile();
        var before = profile.Samples.ToArray();
        foreach (var kind in Enum.GetValues<RadarStepKind>())
        {
            Assert.All(Run(profile, new RadarStep(kind)), s => Assert.True(float.IsFinite(s)));
            Assert.Equal(before, profile.Samples);
        }

        Assert.Same(profile.Samples, RadarChain.Run(profile, []).Samples);
    }

    [Fact]
    public void Time_zero_moves_the_pulse_to_where_it_left()
    {
        var moved = RadarChain.Run(Profile(), [new RadarStep(RadarStepKind.TimeZero)]);
        Assert.Equal(0.14 / RadarWave.LightMetresPerNanosecond, DirectWave.Of(moved).PeakNanoseconds, 0.06);
        var whole = RadarChain.Run(Profile(), [new RadarStep(RadarStepKind.TimeZero, 4)]);
        Assert.Equal(Profile().Trace(7)[40..].ToArray(), whole.Trace(7)[..^40].ToArray());
    }

    [Fact]
    public void Dewow_takes_a_level_off_and_leaves_the_pulse()
    {
        var profile = Profile();
        var lifted = profile with { Samples = [.. profile.Samples.Select(s => s + 500)] };
        Assert.All(Run(profile, new RadarStep(RadarStepKind.Dewow)).Zip(Run(lifted, new RadarStep(RadarStepKind.Dewow))), p => Assert.Equal(p.First, p.Second, 0.5f));
    }

    [Fact]
    public void A_band_lets_through_its_middle_and_nothing_else()
    {
        double Through(double hertz)
        {
            var samples = Enumerable.Range(0, 3 * 400).Select(k => (float)Math.Sin(2 * Math.PI * hertz * (k % 400) * 1e-10)).ToArray();
            var done = Run(new RadarProfile(samples, 400, 0.1, [0, 0.1, 0.2], 0.14, 4e8), new RadarStep(RadarStepKind.BandPass, 150, 800));
            return done[500..700].Max();
        }

        Assert.InRange(Through(4e8), 0.95, 1.05);
        Assert.InRange(Through(2e9), 0, 0.02);
        Assert.InRange(Through(2e7), 0, 0.1);
    }

    [Fact]
    public void Background_takes_off_what_all_traces_share_and_keeps_what_one_place_has()
    {
        var profile = Profile();
        var done = RadarChain.Run(profile, [new RadarStep(RadarStepKind.Background)]);
        var peak = (int)(DirectWave.Of(profile).PeakNanoseconds / 0.1);
        Assert.True(Enumerable.Range(0, done.Traces).Average(i => Math.Abs(done.Trace(i)[peak])) < 0.02 * Math.Abs(profile.Trace(0)[peak]));
        var apex = (int)Math.Round((4 + new Hyperbola(3, 0.8, 0.03, RadarWave.VelocityOf(9)).TimeAt(3, 0.14)) / 0.1);
        Assert.True(Math.Abs(done.Trace(75)[apex]) > 20);
        Assert.True(Math.Abs(Run(profile, new RadarStep(RadarStepKind.Background, 1.5))[(75 * 400) + apex]) > 20);
    }

    [Fact]
    public void Gain_undoes_spreading_and_loss_and_agc_makes_all_alike()
    {
        var done = RadarChain.Run(Profile(), [new RadarStep(RadarStepKind.Dewow), new RadarStep(RadarStepKind.Background), new RadarStep(RadarStepKind.Gain, 0.5)]);
        var plain = RadarChain.Run(Profile(), [new RadarStep(RadarStepKind.Dewow), new RadarStep(RadarStepKind.Background)]);
        double Factor(int k) => done.Trace(75)[k] / plain.Trace(75)[k];
        var zero = DirectWave.Of(Profile()).TimeZeroNanoseconds;
        Assert.Equal(((30 - zero) / (20 - zero)) * Math.Pow(10, 0.5 * 10 / 20), Factor(300) / Factor(200), 1e-2);
        var even = RadarChain.Run(Profile(3e-4), [new RadarStep(RadarStepKind.Background), new RadarStep(RadarStepKind.Agc, 5)]);
        Assert.InRange(Math.Sqrt(even.Trace(20)[100..150].ToArray().Average(s => s * s)), 0.7, 1.4);
        Assert.InRange(Math.Sqrt(even.Trace(20)[300..350].ToArray().Average(s => s * s)), 0.7, 1.4);
    }

    [Fact]
    public void The_envelope_has_no_sign_and_lies_over_the_pulse()
    {
        var profile = RadarChain.Run(Profile(), [new RadarStep(RadarStepKind.Dewow)]);
        var envelope = Run(profile, new RadarStep(RadarStepKind.Envelope));
        Assert.All(envelope.Zip(profile.Samples), p => Assert.True(p.First >= Math.Abs(p.Second) * 0.999));
        var peak = (int)(DirectWave.Of(profile).PeakNanoseconds / 0.1);
        Assert.Equal(profile.Trace(0)[peak], envelope[peak], 0.06 * profile.Trace(0)[peak]);
    }

    /// <summary>Both ways bring a response together at its top, sharper than it was; with a wrong velocity less so.</summary>
    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    public void Migration_brings_a_response_together(double way)
    {
        var clean = RadarChain.Run(Profile(), [new RadarStep(RadarStepKind.Dewow), new RadarStep(RadarStepKind.Background)]);
        float[] Migrated(double velocity) => Run(clean, new RadarStep(RadarStepKind.Migrate, velocity, way));
        var apex = (int)Math.Round((4 + new Hyperbola(3, 0.8, 0.03, RadarWave.VelocityOf(9)).TimeAt(3, 0.14)) / 0.1);
        (int Trace, int Sample, double Share) Strongest(float[] samples)
        {
            var part = Enumerable.Range(0, 151).SelectMany(i => Enumerable.Range(apex - 25, 90).Select(k => (I: i, K: k, Size: Math.Abs(samples[(i * 400) + k])))).ToList();
            var best = part.MaxBy(p => p.Size);
            return (best.I, best.K, part.Where(p => Math.Abs(p.I - best.I) <= 4 && Math.Abs(p.K - best.K) <= 12).Sum(p => (double)p.Size * p.Size) / part.Sum(p => (double)p.Size * p.Size));
        }

        var (trace, sample, share) = Strongest(Migrated(RadarWave.VelocityOf(9)));
        Assert.InRange(trace, 73, 77);
        Assert.InRange(sample, apex - 5, apex + 5);
        Assert.True(share > 1.5 * Strongest(clean.Samples).Share, $"{share} of it there, {Strongest(clean.Samples).Share} before");
        Assert.True(share > 1.15 * Strongest(Migrated(0.13)).Share);
    }

    [Fact]
    public void The_noise_floor_is_where_echoes_end()
    {
        var lossy = Ground with { Layers = [new SoilLayer(0, 9, 0.03)], Bodies = [.. RadarGround.Make(new Random(8)).Bodies] };
        var floor = NoiseFloor.Of(new MadeUpRadar().Walk(lossy, new Random(1)));
        Assert.InRange(floor.FromNanoseconds, 6, 30);
        Assert.Equal(0.6745 * 3e-4 * 17_000, floor.Noise, 1.2);
    }

    [Fact]
    public void Settings_that_cannot_be_are_named()
    {
        Assert.Equal("first", new RadarStep(RadarStepKind.Migrate, 3).Wrong().Single().Field);
        Assert.Equal("second", new RadarStep(RadarStepKind.BandPass, 500, 200).Wrong().Single().Field);
        Assert.Equal("second", new RadarStep(RadarStepKind.Dewow, 5, 5).Wrong().Single().Field);
        Assert.Empty(new RadarStep(RadarStepKind.Agc).Wrong());
        Assert.All(RadarStep.Words.Values, k => Assert.Empty(new RadarStep(k).Wrong()));
    }

    /// <summary>Between two pipes in clean sand there is nothing but noise; the deep one is heard all the same.</summary>
    [Fact]
    public void A_ground_that_throws_little_back_is_heard_as_deep_as_something_stands_out()
    {
        var clean = Ground with { LengthMetres = 24, Layers = [new SoilLayer(0, 9, 0.003)], Bodies = [new(BuriedKind.Metal, 6, 0.6, 0.05), new(BuriedKind.Metal, 17, 1.5, 0.08)] };
        var deep = 4 + (2 * 1.5 / 0.0999);
        for (var seed = 0; seed < 5; seed++)
        {
            Assert.True(NoiseFloor.Of(new MadeUpRadar().Walk(clean, new Random(seed))).FromNanoseconds > deep - 1);
            Assert.True(NoiseFloor.Of(new MadeUpRadar().Walk(clean with { Bodies = [clean.Bodies[0]] }, new Random(seed))).FromNanoseconds < 28);
        }
    }

    [Fact]
    public void Steps_left_open_come_back_as_the_data_set_them()
    {
        var profile = new MadeUpRadar().Walk(Ground, new Random(3));
        var run = RadarChain.Follow(profile, RadarChain.Usual);
        Assert.Equal(RadarChain.Usual.Select(s => s.Kind), run.Steps.Select(s => s.Kind));
        Assert.All(run.Steps, s => Assert.NotNull(s.First));
        Assert.Equal(0, run.TimeZeroNanoseconds, 1e-9);
        Assert.Equal(DirectWave.Of(profile).TimeZeroNanoseconds, run.Steps[0].First!.Value, 1e-9);

        // Done again with what was set it is the same picture.
        Assert.Equal(run.Profile.Samples, RadarChain.Follow(profile, run.Steps).Profile.Samples);
        Assert.Same(profile.Samples, RadarChain.Follow(profile, []).Profile.Samples);
    }
}
