using GentleMole.Core.Fault;
using GentleMole.Core.Practice;

namespace GentleMole.Core.Tests.Fault;

/// <summary>What comes before the walk, and where the frame goes on it.</summary>
public class FaultOrderTests
{
    [Fact]
    public void Each_step_waits_for_the_one_before()
    {
        var prep = new FaultPrep(false, false, 0.2, 20_000, 15, 60);
        Assert.Equal(FaultPrepStep.LiftNear, prep.Next);
        Assert.Equal(FaultPrepStep.LiftFar, (prep = prep with { NearLifted = true }).Next);
        Assert.Equal(FaultPrepStep.Ready, (prep = prep with { FarLifted = true }).Next);
        Assert.Equal(FaultPrepStep.ForeignVoltage, (prep with { ForeignVolts = null }).Next);
        Assert.Equal(FaultPrepStep.Stop, (prep with { ForeignVolts = 51 }).Next);
        Assert.Equal(FaultPrepStep.Resistance, (prep with { SheathOhms = null }).Next);
        Assert.Equal(FaultPrepStep.NothingToFind, (prep with { SheathOhms = 3e6 }).Next);
        Assert.Equal(FaultPrepStep.Stake, (prep with { StakeMetres = null }).Next);
        Assert.Equal(FaultPrepStep.Reference, (prep with { ReferenceLevel = null }).Next);
        Assert.True((prep with { ForeignVolts = 12 }).IsDisturbed);
        Assert.True((prep with { StakeMetres = 2 }).IsStakeNear);
    }

    [Theory]
    [InlineData(3.2)]
    [InlineData(17)]
    [InlineData(61.4)]
    public void Whoever_follows_it_comes_to_the_fault_in_few_readings(double leak)
    {
        var sheath = new MadeUpSheath([(leak, 0.7, 30)], 0.6);
        var readings = new List<FrameReading>();
        FrameNext next;
        while ((next = FrameNext.Of(readings, 60, [], 90)).Step is not (FrameStep.TurnAcross or FrameStep.Ended))
        {
            readings.Add(new FrameReading(next.AlongMetres!.Value, sheath.LevelAt(next.AlongMetres.Value)));
            Assert.True(readings.Count < 25, $"{readings.Count} readings");
        }

        Assert.Equal(FrameStep.TurnAcross, next.Step);
        Assert.Equal(leak, next.AlongMetres!.Value, 0.15);

        // Pinned, it goes on behind it, to the end.
        var behind = FrameNext.Of(readings, 60, [leak], 90);
        Assert.Contains(behind.Step, new[] { FrameStep.GoOnBehind, FrameStep.Ended });
    }

    [Fact]
    public void Without_a_reference_nothing_begins_and_behind_a_fault_it_goes_back()
    {
        Assert.Equal(FrameStep.Reference, FrameNext.Of([], null, [], null).Step);
        Assert.Equal(FrameStep.Begin, FrameNext.Of([], 60, [], null).Step);
        var back = FrameNext.Of([new(12, 8), new(16, 3)], 60, [], null);
        Assert.Equal(FrameStep.GoBack, back.Step);
        Assert.True(back.AlongMetres < 12);
        Assert.Equal(FrameStep.Ended, FrameNext.Of([new(2, -8), new(20, -9)], 60, [], 20).Step);
    }
}
