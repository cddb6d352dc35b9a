using GentleMole.Core.Site;
using GentleMole.Core.Wires;

namespace GentleMole.Core.Tests.Wires;

/// <summary>Control wires: which leads where, circles round splices, spreads of coils.</summary>
public class WiresTests
{
    private static readonly int[] Valves = [1, 2, 3];

    /// <summary>How a wire is heard at the valves in turn: s strong, w weak, n nothing, ? nobody listened.</summary>
    private static TracedWire Wire(int number, string heard) => new(number, $"wire {number}", heard.Select((c, i) => (i + 1, c switch
    {
        's' => WireStrength.Strong,
        'w' => WireStrength.Weak,
        'n' => WireStrength.None,
        _ => WireStrength.Unknown,
    })).ToDictionary(h => h.Item1, h => h.Item2));

    private static WireMap Map(params string[] heard) => WireMap.Of([.. heard.Select((h, i) => Wire(i + 1, h))], Valves);

    [Fact]
    public void The_common_leads_to_every_valve_and_each_station_wire_to_one()
    {
        var map = Map("sss", "swn", "nsw", "wns");

        Assert.Equal([WireRole.Common, WireRole.Station, WireRole.Station, WireRole.Station], map.Wires.Select(w => w.Role));
        Assert.Equal(1, map.Common?.Wire.Number);
        Assert.Equal([1, 2, 3], map.Wires.Skip(1).Select(w => w.Valves.Single()));
        Assert.Empty(map.Troubles);
        Assert.Null(map.Next);
    }

    [Theory]
    [InlineData(WireTroubleKind.WireWithoutValve, "sss", "nwn", "nsn", "nns", "snn")]
    [InlineData(WireTroubleKind.TwoWiresOneValve, "sss", "snn", "snn", "nsn", "nns")]
    [InlineData(WireTroubleKind.SeveralCommons, "sss", "ssn", "nns")]
    [InlineData(WireTroubleKind.PartCommon, "ssn", "snn", "nsn", "nns")]
    [InlineData(WireTroubleKind.ValveWithoutWire, "sss", "snn", "nsn", "nnw")]
    public void What_does_not_fit_is_told(WireTroubleKind kind, params string[] heard) => Assert.Contains(Map(heard).Troubles, t => t.Kind == kind);

    [Fact]
    public void What_nobody_listened_to_is_asked_for_next_and_nothing_is_said_of_it()
    {
        var map = Map("sss", "s?n", "???");

        Assert.Equal(WireRole.Unknown, map.Wires[1].Role);
        Assert.Equal((2, 2), map.Next);
        Assert.DoesNotContain(map.Troubles, t => t.Kind is WireTroubleKind.ValveWithoutWire or WireTroubleKind.WireWithoutValve);

        Assert.Empty(Map("sss", "s??").Troubles);

        // Two strong are a common whatever the rest says.
        Assert.Equal(WireRole.Common, Map("ss?").Wires[0].Role);
        Assert.Equal(WireRole.Unknown, WireMap.Of([Wire(1, "s")], [1]).Wires[0].Role);
        Assert.Empty(WireMap.Of([], []).Wires);
    }

    [Fact]
    public void The_order_of_wires_changes_nothing_of_what_they_are()
    {
        string[] heard = ["sss", "snn", "nsw", "nns"];
        var (one, other) = (Map(heard), Map([.. heard.Reverse()]));

        Assert.Equal(one.Wires.Select(w => w.Role), other.Wires.Reverse().Select(w => w.Role));
    }

    [Theory]
    [InlineData(SpliceFinding.Nothing)]
    [InlineData(SpliceFinding.Ends, 40.0)]
    [InlineData(SpliceFinding.Ends, 355.0, 5.0, 12.0)]
    [InlineData(SpliceFinding.Through, 10.0, 195.0)]
    [InlineData(SpliceFinding.Turns, 0.0, 90.0)]
    [InlineData(SpliceFinding.Splice, 0.0, 90.0, 180.0)]
    [InlineData(SpliceFinding.Splice, 20.0, 110.0, 200.0, 290.0)]
    public void A_circle_says_what_lies_inside(SpliceFinding finding, params double[] degrees) =>
        Assert.Equal(finding, SpliceCircle.Of([.. degrees.Select(d => new SpliceWay(Azimuth.Of(d), null))]).Finding);

    [Fact]
    public void What_comes_into_a_splice_goes_out_on_the_others()
    {
        SpliceCircle Of(params (double Degrees, double Level)[] ways) => SpliceCircle.Of([.. ways.Select(w => new SpliceWay(Azimuth.Of(w.Degrees), w.Level))]);
        var whole = Of((180, 50), (10, 30), (95, 20));
        Assert.Equal(180, whole.Ways[whole.In!.Value].Way.Degrees, 9);
        Assert.Equal(0, whole.MissingPart!.Value, 9);
        Assert.Equal(0.4, Of((180, 50), (10, 20), (95, 10)).MissingPart!.Value, 9);
        Assert.Null(Of((180, 0), (10, 0), (95, 0)).MissingPart);
    }

    [Fact]
    public void A_coil_lies_in_the_middle_of_its_spread_and_a_line_is_no_coil()
    {
        var coil = CoilSpread.Of(new SitePoint(10, 20), north: 0.6, east: 0.5, south: 0.4, west: 0.7).Value;
        Assert.Equal((9.9, 20.1), (Math.Round(coil.Middle.East, 9), Math.Round(coil.Middle.North, 9)));
        Assert.True(coil.IsRound);
        Assert.InRange(coil.HalfWidthMetres, 0.05, 0.2);
        Assert.False(CoilSpread.Of(new SitePoint(0, 0), 3, 0.5, 3, 0.5).Value.IsRound);
        Assert.Equal("halfEast", Assert.Single(CoilSpread.Of(new SitePoint(0, 0), 1, double.NaN, 1, 1).Errors).Field);
        Assert.Equal("halfWest", Assert.Single(CoilSpread.Of(new SitePoint(0, 0), 1, 1, 1, 1e300).Errors).Field);
    }
}
