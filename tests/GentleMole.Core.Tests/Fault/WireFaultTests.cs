using CsCheck;
using GentleMole.Core.Fault;

namespace GentleMole.Core.Tests.Fault;

public class WireFaultTests
{
    private static readonly WireTest Wire = new(120, 13.2, 24, null, null, null, null, null, null);

    private static double Ohms(double metres) => metres * 13.2 / 1000;

    private static void Near(double truth, WireFault fault) => Assert.InRange(truth, fault.Along!.Value.Low95, fault.Along.Value.High95);

    [Fact]
    public void A_break_is_where_the_capacitances_say() => Gen.Double[5, 115].Sample(at =>
    {
        var fault = WireFault.Of(Wire with { LoopOhms = double.PositiveInfinity, NanofaradsNear = 0.1 * at, NanofaradsFar = 0.1 * (120 - at) }).Value;
        Assert.Equal(WireFaultKind.Open, fault.Kind);
        Assert.Equal(at, fault.Along!.Value.Value, 1e-6);
        Near(at, fault);
    });

    [Fact]
    public void An_earth_fault_is_where_both_ends_say_whatever_its_own_resistance() => Gen.Select(Gen.Double[5, 115], Gen.Double[0, 5000]).Sample((at, touch) =>
    {
        var fault = WireFault.Of(Wire with { LoopOhms = 27.2, EarthOhmsNear = Ohms(at) + touch, EarthOhmsFar = Ohms(120 - at) + touch }).Value;
        Assert.Equal(WireFaultKind.Earth, fault.Kind);
        Assert.Equal(at, fault.Along!.Value.Value, 1e-6);
        Assert.Equal(touch, fault.FaultOhms!.Value, 1e-6);
        Near(at, fault);
    });

    [Fact]
    public void A_great_resistance_of_its_own_leaves_an_earth_fault_unplaced()
    {
        var soft = WireFault.Of(Wire with { LoopOhms = 27.2, EarthOhmsNear = 0.6, EarthOhmsFar = 1.2 }).Value;
        var hard = WireFault.Of(Wire with { LoopOhms = 27.2, EarthOhmsNear = 800.6, EarthOhmsFar = 801.2 }).Value;
        Assert.True(hard.Along!.Value.HalfWidth > soft.Along!.Value.HalfWidth);
        Assert.Equal((0.0, 120.0), (hard.Along.Value.Low95, hard.Along.Value.High95));
    }

    [Fact]
    public void A_touch_of_the_return_is_told_by_what_is_missing_of_the_coil() => Gen.Double[10, 110].Sample(at =>
    {
        var near = WireFault.Of(Wire with { LoopOhms = 2 * Ohms(at) }).Value;
        Assert.Equal((WireFaultKind.Short, true), (near.Kind, near.NeedsFarEnd));
        Near(at, near);
        var both = WireFault.Of(Wire with { LoopOhms = 2 * Ohms(at), FarLoopOhms = 2 * Ohms(120 - at) }).Value;
        Assert.Equal(at, both.Along!.Value.Value, 1e-6);
        Assert.False(both.NeedsFarEnd);
    });

    [Fact]
    public void One_end_alone_places_no_break_and_no_earth_fault()
    {
        var open = WireFault.Of(Wire with { LoopOhms = double.PositiveInfinity, NanofaradsNear = 3 }).Value;
        var earth = WireFault.Of(Wire with { LoopOhms = 27.2, EarthOhmsNear = 300 }).Value;
        Assert.Equal((WireFaultKind.Open, true, null), (open.Kind, open.NeedsFarEnd, open.Along));
        Assert.Equal((WireFaultKind.Earth, true, null), (earth.Kind, earth.NeedsFarEnd, earth.Along));
    }

    [Fact]
    public void A_sound_wire_and_a_weak_splice_and_nothing_measured()
    {
        Assert.Equal(WireFaultKind.None, WireFault.Of(Wire with { LoopOhms = 27.2, EarthOhmsNear = 5e6 }).Value.Kind);
        Assert.Equal(WireFaultKind.Weak, WireFault.Of(Wire with { LoopOhms = 60 }).Value.Kind);
        Assert.Equal(WireFaultKind.Unknown, WireFault.Of(Wire).Value.Kind);
        Assert.Equal("loopOhms", WireFault.Of(Wire with { LoopOhms = -1 }).Errors[0].Field);
        Assert.False(WireFault.Of(Wire with { LengthMetres = double.PositiveInfinity }).IsGood);
    }

    [Fact]
    public void Its_interval_holds_what_a_meter_makes_of_it()
    {
        var random = new Random(17);
        double Read(double ohms) => ohms * (1 + (0.01 * Deviate.Normal(random)));
        var held = Enumerable.Range(0, 500).Count(_ =>
        {
            var at = 5 + (110 * random.NextDouble());
            var real = 120 * (1 + (0.03 * Deviate.Normal(random)));
            var fault = WireFault.Of(Wire with { LoopOhms = 27, EarthOhmsNear = Read(Ohms(at)) + (0.1 * Deviate.Normal(random)) + 1, EarthOhmsFar = Read(Ohms(120 - at)) + (0.1 * Deviate.Normal(random)) + 1 }).Value;
            return at * real / 120 >= fault.Along!.Value.Low95 && at * real / 120 <= fault.Along.Value.High95;
        });
        Assert.InRange(held, 455, 500);
    }
}
