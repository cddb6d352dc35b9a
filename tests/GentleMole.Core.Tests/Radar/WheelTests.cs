using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

public class WheelTests
{
    [Fact]
    public void The_factor_is_true_over_counted_and_scatter_is_for_ten_metres()
    {
        var check = WheelCheck.Of(20, [19.8, 19.84, 19.82]).Value;
        Assert.Equal(20 / 19.82, check.Factor, 1e-9);
        Assert.Equal(0.02 * (20 / 19.82) / 2, check.ScatterPerTenMetres!.Value, 1e-9);
        Assert.Equal(Verdict.Sound, check.Verdict);
    }

    [Fact]
    public void Once_is_not_enough_wild_is_refused_and_a_wrong_wheel_is_named()
    {
        Assert.Equal((Verdict.Caution, null), (WheelCheck.Of(10, [10]).Value.Verdict, WheelCheck.Of(10, [10]).Value.ScatterPerTenMetres));
        Assert.Equal(Verdict.Reject, WheelCheck.Of(10, [9.6, 10.2, 10.4]).Value.Verdict);
        Assert.Contains(WheelCheck.Of(10, [8.5, 8.51, 8.5]).Value.Reasons, r => r.Code == "wheel-far-off");
        Assert.Equal(["countedMetres"], WheelCheck.Of(10, []).Errors.Select(e => e.Field));
        Assert.Equal(["countedMetres[1]"], WheelCheck.Of(10, [10, 0]).Errors.Select(e => e.Field));
        Assert.Equal("trueMetres", WheelCheck.Of(0, [10]).Errors[0].Field);
    }
}
