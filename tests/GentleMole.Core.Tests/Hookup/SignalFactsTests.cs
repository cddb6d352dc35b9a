using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Tests.Network;

namespace GentleMole.Core.Tests.Hookup;

/// <summary>What people in the field work by, which the engine must show of itself.</summary>
public class SignalFactsTests
{
    private static double Kept(NetworkLine line, double hertz, double at) =>
        Ground.Of(line).Solve(Ground.At(line.Id), hertz) is var s ? s.CurrentAt(line.Id, at).Magnitude / s.CurrentAt(line.Id, 0).Magnitude : 0;

    [Fact]
    public void Low_frequency_travels_furthest_on_a_bare_pipe()
    {
        var pipe = Ground.Straight("p", 100, conductor: Ground.BareIron);
        Assert.True(Kept(pipe, 512, 60) > Kept(pipe, 8000, 60));
        Assert.True(Kept(pipe, 8000, 60) > 1.5 * Kept(pipe, 83_000, 60));
    }

    [Fact]
    public void Low_frequency_bleeds_least_to_a_neighbour()
    {
        double Share(double hertz)
        {
            var solved = Ground.Of(
                Ground.Straight("t", 60, end: LineEnd.Earthed(20)),
                Ground.Straight("n", 60, 1, 0.9, LineEnd.Earthed(20), LineEnd.Earthed(20))).Solve(Ground.At("t"), hertz);
            return solved.CurrentAt("n", 30).Magnitude / solved.CurrentAt("t", 30).Magnitude;
        }

        Assert.True(Share(512) < Share(8000));
        Assert.True(Share(8000) < Share(83_000));
    }

    [Fact]
    public void A_wire_that_is_not_earthed_at_its_end_carries_more_at_a_medium_frequency_than_at_a_low_one()
    {
        var wire = Ground.Straight("t", 120);
        double Midway(double hertz) => Ground.Of(wire).Solve(Ground.At("t"), hertz).CurrentAt("t", 60).Magnitude;
        Assert.True(Midway(8000) > 3 * Midway(512));
    }

    [Fact]
    public void Bare_iron_loses_signal_an_order_of_magnitude_faster_than_an_insulated_wire()
    {
        double Loss(Conductor conductor) => -Math.Log(Kept(Ground.Straight("t", 200, end: LineEnd.Earthed(25), conductor: conductor), 8000, 50));
        Assert.True(Loss(Ground.BareIron) > 10 * Math.Abs(Loss(Ground.Tracer)));
    }

    [Theory]
    [InlineData(false, true, 30)]
    [InlineData(true, false, 30)]
    [InlineData(true, true, 30)]
    public void A_clamp_gives_nothing_unless_both_ends_are_earthed(bool start, bool end, double at)
    {
        static LineEnd End(bool earthed) => earthed ? LineEnd.Earthed(10) : LineEnd.Open;
        double Driven(bool s, bool e) =>
            Ground.Of(Ground.Straight("t", 60, start: End(s), end: End(e))).Solve(new ClampSource(new("t", at), 1), 8000).CurrentAt("t", at).Magnitude;

        var part = Driven(start, end) / Driven(true, true);
        Assert.True(start && end ? part == 1 : part < 0.1, $"{part}");
    }

    [Fact]
    public void A_clamp_beyond_the_last_earth_gives_nothing()
    {
        var line = Ground.Straight("t", 60, start: LineEnd.Earthed(10));
        var network = Ground.Of(line, Ground.Straight("earth", 20, 0, 1.2, conductor: Ground.BareIron)) with { Bonds = [new Bond(new("t", 40), new("earth", 0), 1)] };
        var between = network.Solve(new ClampSource(new("t", 20), 1), 8000).CurrentAt("t", 20).Magnitude;
        var beyond = network.Solve(new ClampSource(new("t", 50), 1), 8000).CurrentAt("t", 50).Magnitude;
        Assert.True(beyond < 0.1 * between);
    }

    [Fact]
    public void Current_that_reached_a_neighbour_through_a_bond_runs_the_other_way()
    {
        var network = Ground.Of(
            Ground.Straight("t", 60), Ground.Straight("n", 60, 1.5, 0.8, LineEnd.Earthed(12), conductor: Ground.BareIron)) with
        { Bonds = [new Bond(new("t", 60), new("n", 60), 0.5)] };

        var solved = network.Solve(Ground.At("t"), 8000);

        var turned = (solved.CurrentAt("n", 30) / solved.CurrentAt("t", 30)).Phase;
        Assert.InRange(Math.Abs(turned), Math.PI * 0.8, Math.PI);
    }

    [Fact]
    public void A_shallower_neighbour_can_read_stronger_while_carrying_less()
    {
        var network = Ground.Of(
            Ground.Straight("t", 80, depth: 2.2, end: LineEnd.Earthed(12)), Ground.Straight("n", 80, 3, 0.4, LineEnd.Earthed(2))) with
        { Bonds = [new Bond(new("t", 80), new("n", 80), 10)] };

        var solved = network.Solve(Ground.At("t"), 512);
        var field = solved.Field();
        double Over(double north) => field.At(new Vector3(40, north, 0.05)).SizeAlong(new Vector3(0, 1, 0));

        Assert.True(solved.CurrentAt("n", 40).Magnitude <= solved.CurrentAt("t", 40).Magnitude);
        Assert.True(Over(3) > 1.5 * Over(0));
    }

    [Fact]
    public void A_stake_beside_another_line_puts_signal_on_it()
    {
        double On(SitePoint stake)
        {
            var network = Ground.Of(
                Ground.Straight("t", 60, end: LineEnd.Earthed(20)), Ground.Straight("n", 60, -8, 0.6, conductor: Ground.BareIron)) with { Coupled = false };
            return network.Solve(Ground.At("t", stake: new EarthStake(stake)), 8000).Stations("n").Max(s => s.Amperes.Magnitude);
        }

        Assert.True(On(new(20, -7.6)) > 4 * On(new(20, 8)));
    }

    [Fact]
    public void A_dry_stake_needs_more_volts_and_a_wet_one_fewer()
    {
        double Volts(SoilKind soil, bool wet) => (Ground.Of(Ground.Straight("t", 60, end: LineEnd.Earthed(20))) with { Soil = SoilGround.Of(soil) })
            .Solve(new DirectSource(new("t", 0), new EarthStake(new(0, -8), Wetted: wet), new Drive(0.01, 1000, 1000)), 8000).Shown.Volts!.Value;
        Assert.True(Volts(SoilKind.DrySand, false) > 10 * Volts(SoilKind.Loam, false));
        Assert.InRange(Volts(SoilKind.DrySand, true) / Volts(SoilKind.DrySand, false), 0.33, 0.45);
    }

    [Fact]
    public void An_open_joint_stops_the_signal_and_a_jumper_brings_it_back()
    {
        double Beyond(double? jumper, bool joint) => (Ground.Of(Ground.Straight("t", 60, end: LineEnd.Earthed(20))) with
        { Joints = joint ? [new InsulatingJoint(new("t", 30), jumper)] : [] }).Solve(Ground.At("t"), 512).CurrentAt("t", 45).Magnitude;

        Assert.True(Beyond(null, true) < 0.001 * Beyond(null, false));
        Assert.InRange(Beyond(0.1, true) / Beyond(null, false), 0.99, 1.01);
    }

    [Fact]
    public void A_coil_square_to_a_line_lights_it_and_one_along_it_does_not()
    {
        double Lit(double azimuth) => Ground.Of(Ground.Straight("t", 80, start: LineEnd.Earthed(10), end: LineEnd.Earthed(10)))
            .Solve(new InductionSource(new(40, 0), new(0.2), Azimuth.Of(azimuth), 8), 83_000).CurrentAt("t", 40).Magnitude;
        Assert.True(Lit(0) > 100 * Lit(90));
    }

    [Fact]
    public void Mains_current_is_what_was_stated_and_radio_drives_long_lines_along_the_wave()
    {
        var network = Ground.Of(Ground.Straight("e", 60, conductor: Ground.Tracer));
        Assert.Equal(0.8, network.Solve(new NetCurrentSource("e", 0.8), 50).CurrentAt("e", 30).Magnitude, 3);

        double Driven(double length, double azimuth) => Ground.Of(Ground.Straight("t", length, start: LineEnd.Earthed(10), end: LineEnd.Earthed(10)))
            .Solve(new RadioSource(Azimuth.Of(azimuth), 0.001), 20_000).CurrentAt("t", length / 2).Magnitude;
        Assert.True(Driven(200, 90) > 3 * Driven(20, 90));
        Assert.True(Driven(200, 0) < 1e-6 * Driven(200, 90));
    }

    [Theory]
    [InlineData(60, 5, SourceLimit.Set)]
    [InlineData(3, 5, SourceLimit.Volts)]
    [InlineData(60, 0.05, SourceLimit.Watts)]
    public void A_transmitter_gives_what_is_set_unless_volts_or_watts_run_out(double volts, double watts, SourceLimit limit)
    {
        var source = Ground.At("t") with { Drive = new Drive(0.05, volts, watts) };
        var shown = Ground.Of(Ground.Straight("t", 60, end: LineEnd.Earthed(20))).Solve(source, 8000).Shown;
        Assert.Equal(limit, shown.LimitedBy);
        Assert.True(shown.Volts <= volts * (1 + 1e-9) && shown.Watts <= watts * (1 + 1e-9));
    }
}
