using GentleMole.Core.Hookup;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Network;

public class SignalTests
{
    private static readonly Run Target = new([new(0, 0), new(0, 40)]);

    [Theory]
    [InlineData(31.5, 50.0, CircuitState.Good)]
    [InlineData(60.0, 20.0, CircuitState.Weak)]
    [InlineData(60.0, 10.0, CircuitState.PoorEarth)]
    [InlineData(60.0, 8.0, CircuitState.TooHigh)]
    [InlineData(60.0, 0.0, CircuitState.Open)]
    [InlineData(0.0, 0.0, CircuitState.NoOutput)]
    [InlineData(null, 20.0, CircuitState.NotMeasured)]
    public void The_loop_is_judged_by_Ohms_law(double? volts, double? milliamps, CircuitState state) =>
        Assert.Equal(state, CircuitCheck.Judge(volts, milliamps, CircuitLimits.Usual).State);

    [Fact]
    public void Volts_over_current_is_the_loop() =>
        Assert.Equal(630, CircuitCheck.Judge(31.5, 50, CircuitLimits.Usual).LoopOhms!.Value, 9);

    [Fact]
    public void A_stake_square_and_far_is_well_placed() =>
        Assert.Empty(StakePlacement.Judge(new(0, 10), new(-7.5, 10.5), Target, []));

    [Theory]
    [InlineData(-6, 22, StakeFault.NotSquare)]
    [InlineData(-3, 10, StakeFault.TooNear)]
    [InlineData(0, 10, StakeFault.TooNear)]
    public void A_badly_placed_stake_is_told_why(double east, double north, StakeFault fault) =>
        Assert.Contains(StakePlacement.Judge(new(0, 10), new(east, north), Target, []), f => f.Fault == fault);

    [Fact]
    public void A_stake_near_the_connection_is_too_near_even_where_the_line_is_known_only_further_on()
    {
        var tracedFromFurtherOn = new Run([new(0, 17), new(0, 40)]);

        Assert.Contains(
            StakePlacement.Judge(new(0, 10), new(-3.1, 10), tracedFromFurtherOn, []),
            f => f is { Fault: StakeFault.TooNear, Measured: > 3.0 and < 3.2 });
    }

    [Fact]
    public void A_lead_across_another_line_and_a_stake_beside_one_are_seen()
    {
        var across = new KnownLine("Norrick Grid", new Run([new(-4, 0), new(-4, 40)]));
        var beside = new KnownLine("Pellow Water", new Run([new(-9, 0), new(-9, 40)]));

        var findings = StakePlacement.Judge(new(0, 10), new(-8, 10), Target, [across, beside]);

        Assert.Contains(findings, f => f is { Fault: StakeFault.AcrossAnotherLine, LineName: "Norrick Grid" });
        Assert.Contains(findings, f => f is { Fault: StakeFault.BesideAnotherLine, LineName: "Pellow Water", Measured: > 0.9 and < 1.1 });
    }
}
