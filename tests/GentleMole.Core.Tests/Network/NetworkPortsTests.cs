using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using static GentleMole.Core.Tests.Hookup.PlannerTests;

namespace GentleMole.Core.Tests.Network;

/// <summary>One thing changed in a network by the compensation theorem, against the changed network solved anew.</summary>
public class NetworkPortsTests
{
    private static readonly SupposedGround Ground = new(
        SoilGround.Of(SoilKind.Loam),
        [
            Line("gas", UtilityKind.Gas, "PE with tracer", Open, Earthed, new(0, 0), new(0, 60)),
            Line("cable", UtilityKind.Electric, "armoured", Earthed, Earthed, new(2, -20), new(2, 80)),
            Line("main", UtilityKind.Water, "cast iron", SupposedEnd.GoesOn, SupposedEnd.GoesOn, new(-8, -30), new(-8, 70)),
        ],
        [], []);

    private static readonly LinePlace Clip = new("gas", 0);
    private static readonly LinePlace Heard = new("gas", 6.5);
    private static readonly LinePlace[] Breaks = [new("gas", 10), new("cable", 20), new("cable", 40), Ground.Place("main", 30)];

    private static NetworkSolver Solver(SupposedGround ground, double hertz) =>
        NetworkSolver.Of(new NetworkMesh(ground.Network(), new Cutting([], Breaks, 0.5, 40)), hertz).Value;

    private static NetworkPorts Ports(SupposedGround ground, double hertz, LinePlace? at = null) => new(Solver(ground, hertz), at ?? Clip, Heard);

    private static void Same(PortAnswer expected, PortAnswer actual, double within = 1e-6)
    {
        Assert.True((expected.Ohms - actual.Ohms).Magnitude < within * expected.Ohms.Magnitude, $"{expected.Ohms} and {actual.Ohms}");
        Assert.True((expected.Part - actual.Part).Magnitude < within, $"{expected.Part} and {actual.Part}");
    }

    [Theory]
    [InlineData(512)]
    [InlineData(8000)]
    [InlineData(83_000)]
    public void Fed_in_at_a_place_it_is_the_direct_source_without_its_stake(double hertz)
    {
        var source = new DirectSource(Clip, new EarthStake(new(-9, 0), Ohms: 100, RaisesSoil: false), new Drive(1, 1e9, 1e9));
        var solved = Solver(Ground, hertz).Solve(source);
        var plain = Ports(Ground, hertz).Plain;
        Assert.Equal(solved.Shown.LoopOhms!.Value, (plain.Ohms + 100).Magnitude, 6);
        Assert.Equal(solved.Shown.ResistiveOhms!.Value, plain.Ohms.Real + 100, 6);
        Assert.True((solved.CurrentAt("gas", 6.5) - plain.Part).Magnitude < 0.01);
    }

    [Theory]
    [InlineData(512)]
    [InlineData(83_000)]
    public void A_bond_a_joint_a_break_and_a_lost_earth_are_the_changed_network_solved_anew(double hertz)
    {
        var ports = Ports(Ground, hertz);
        SupposedGround Bonded(double ohms) => Ground with { Bonds = [new SupposedBond("gas", 10, "cable", 40, ohms)] };
        Same(Ports(Bonded(3), hertz).Plain, ports.WithBond(new("gas", 10), new("cable", 40), 3));
        SupposedGround Jointed(double? ohms) => Ground with { Joints = [new SupposedJoint("gas", 10, ohms)] };

        // A joint parts the line between two pieces, here it lies within one: as near as the pieces are short.
        Same(Ports(Jointed(700), hertz).Plain, ports.WithSeries(new("gas", 10), 700), 0.02);
        Same(Ports(Jointed(null), hertz).Plain, ports.WithSeries(new("gas", 10), double.PositiveInfinity), 0.06);
        Same(Ports(Ground.With("gas", l => l with { End = Open }), hertz).Plain, ports.WithoutEarth(new("gas", 60), SupposedEnd.UsualOhms));
        Same(Ports(Ground.With("gas", l => l with { Start = new SupposedEnd(EndSupposed.Earthed, 7) }), hertz).Plain, ports.WithShort(Clip, 7));
    }

    [Fact]
    public void Loops_are_the_same_both_ways_and_back_at_a_far_line_both_earths_are_in_them()
    {
        var ports = Ports(Ground, 512);
        var main = Ground.Place("main", 30);
        Same(ports.BackAt(main) with { Part = 0 }, Ports(Ground, 512, main).BackAt(Clip) with { Part = 0 });
        var apart = ports.Plain.Ohms + ports.FedAt(main).Ohms;
        Assert.InRange((ports.BackAt(main).Ohms / apart).Magnitude, 0.9, 1.02);
        Assert.Equal(0, (ports.WithShort(Clip, 1e12).Ohms - ports.Plain.Ohms).Magnitude, 6);
        Assert.True(ports.WithShort(Clip, 0.01).Part.Magnitude < 0.01, "a short at the clip takes all");
    }

    [Theory]
    [InlineData(double.PositiveInfinity, 512)]
    [InlineData(20, 512)]
    [InlineData(20, 83_000)]
    public void A_wire_that_nobody_drew_is_a_line_of_the_network_alone(double endOhms, double hertz)
    {
        var end = double.IsInfinity(endOhms) ? Open : new SupposedEnd(EndSupposed.Earthed, endOhms);
        var alone = Ground with { Lines = [Line("gas", UtilityKind.Gas, "PE with tracer", Open, end, new(0, 0), new(0, 40))] };
        var by = UnknownWire.Ohms(alone.Lines[0].Conductor!, alone.Lines[0].Depth.Metres, 40, endOhms, hertz, alone.Soil);
        Assert.True((Ports(alone, hertz).Plain.Ohms - by).Magnitude < 1e-3 * by.Magnitude, $"{Ports(alone, hertz).Plain.Ohms} and {by}");
    }
}
