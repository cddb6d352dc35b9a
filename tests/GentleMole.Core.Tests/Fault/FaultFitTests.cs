using CsCheck;
using GentleMole.Core.Fault;
using GentleMole.Core.Practice;

namespace GentleMole.Core.Tests.Fault;

public class FaultFitTests
{
    [Fact]
    public void A_narrow_frame_reads_most_at_0_707_of_the_depth_and_a_wide_one_farther()
    {
        Assert.Equal(Math.Sqrt(0.5), LeakShape.MostAt(1, 1e-3), 1e-3);

        // As a narrow frame would be read, the depth comes out 5 % too large at half a depth's width, 18 % at a whole one.
        Assert.Equal(1.05, LeakShape.MostAt(1, 0.5) / Math.Sqrt(0.5), 0.01);
        Assert.Equal(1.18, LeakShape.MostAt(1, 1) / Math.Sqrt(0.5), 0.01);
        Gen.Select(Gen.Double[0.2, 3], Gen.Double[0.2, 2]).Sample((depth, frame) =>
        {
            Assert.Equal(depth, LeakShape.DepthOfExtremes(2 * LeakShape.MostAt(depth, frame), frame)!.Value, 1e-3);
            Assert.Equal(0, LeakShape.Reading(0, depth, frame), 1e-12);
            Assert.Equal(-LeakShape.Reading(0.7, depth, frame), LeakShape.Reading(-0.7, depth, frame), 1e-12);
            Assert.True(LeakShape.Reading(-1, depth, frame) < 0);
        });
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void As_many_faults_are_found_as_there_are_and_their_intervals_hold(int leaks)
    {
        var told = Enumerable.Range(0, 300).Select(i =>
        {
            var random = new Random(91_000 + (1000 * leaks) + i);
            var sheath = MadeUpSheath.Make(random, leaks);
            return (Sheath: sheath, Finding: FaultFit.Of(sheath.Walk(random, 0.5)).Value);
        }).ToList();
        Assert.InRange(told.Count(t => t.Finding.Faults.Count == leaks), 290, 300);
        Assert.InRange(told.Average(t => t.Finding.Misfit), leaks == 0 ? 0.5 : 0.9, 1.15);
        var pairs = told.Where(t => t.Finding.Faults.Count == leaks).SelectMany(t => t.Finding.Faults.Zip(t.Sheath.Leaks)).ToList();
        if (leaks > 0)
        {
            Assert.InRange(pairs.Average(p => p.Second.Along >= p.First.Along.Low95 && p.Second.Along <= p.First.Along.High95 ? 1.0 : 0), 0.91, 0.99);
            Assert.InRange(pairs.Average(p => p.Second.Depth >= p.First.Depth.Low95 && p.Second.Depth <= p.First.Depth.High95 ? 1.0 : 0), 0.91, 0.99);
        }
    }

    /// <summary>A shallow fault beside one reading explains anything there: a fault is told only where both sides of it were heard.</summary>
    [Theory]
    [InlineData(0.8)]
    [InlineData(1.5)]
    public void One_reading_that_went_wrong_is_no_fault(double step)
    {
        var told = Enumerable.Range(0, 100).Select(i =>
        {
            var random = new Random(97_000 + i);
            var profile = new MadeUpSheath([(12, 0.8, 20)], 0.5).Walk(random, step);
            var at = 1 + random.Next(3);
            var readings = profile.Readings.ToArray();
            readings[at] = readings[at] with { Level = (random.Next(2) == 0 ? -1 : 1) * (4 + (4 * random.NextDouble())) };
            return FaultFit.Of(profile with { Readings = readings }).Value.Faults.Count(f => Math.Abs(f.Along.Value - 12) > 2);
        }).ToList();
        Assert.InRange(told.Sum(), 0, 2);
    }

    [Fact]
    public void A_fault_is_major_to_20_dB_below_the_reference_and_no_farther()
    {
        var sheath = new MadeUpSheath([(6, 0.8, 10)], 0.6);
        Assert.Equal(FaultGrade.Major, Assert.Single(FaultFit.Of(sheath.Walk(new Random(1), 0.5, 0.001, 1e-4, 99)).Value.Faults).Grade);
        Assert.Equal(FaultGrade.Minor, Assert.Single(FaultFit.Of(sheath.Walk(new Random(1), 0.5, 0.001, 1e-4, 103)).Value.Faults).Grade);
        Assert.Null(Assert.Single(FaultFit.Of(sheath.Walk(new Random(1), 0.5)).Value.Faults).Grade);
        Assert.Equal(20, new SheathFault(default, default, 10, null).BelowDecibels(100), 1e-9);
    }

    [Fact]
    public void Moved_louder_and_in_another_order_they_are_the_same_faults()
    {
        var profile = new MadeUpSheath([(5, 0.7, 20), (11, 1.1, 12)], 0.5).Walk(new Random(3), 0.4);
        var one = FaultFit.Of(profile).Value;
        var other = FaultFit.Of(profile with { Readings = [.. profile.Readings.Reverse().Select(r => new FrameReading(r.AlongMetres + 40, 7 * r.Level))], NoiseFloor = 7 * profile.NoiseFloor }).Value;
        Assert.Equal(one.Faults.Count, other.Faults.Count);
        Assert.All(one.Faults.Zip(other.Faults), p => Assert.Equal(p.First.Along.Value + 40, p.Second.Along.Value, 1e-3));
        Assert.All(one.Faults.Zip(other.Faults), p => Assert.Equal(7 * p.First.Level, p.Second.Level, 1e-2 * p.Second.Level));
    }

    [Theory]
    [InlineData(2e6, SheathClass.None)]
    [InlineData(1e6, SheathClass.HighResistance)]
    [InlineData(5e4, SheathClass.HighResistance)]
    [InlineData(49_999, SheathClass.Heavy)]
    [InlineData(0, SheathClass.Heavy)]
    public void A_sheath_is_classed_by_its_resistance(double ohms, SheathClass of) => Assert.Equal(of, FaultRules.ClassOf(ohms));

    [Fact]
    public void Silence_is_no_fault_and_wrong_entries_are_named()
    {
        Assert.Empty(FaultFit.Of(new FaultProfile(0.5, [.. Enumerable.Range(0, 9).Select(i => new FrameReading(i, 0))], 50)).Value.Faults);
        Assert.Contains("at least 5", FaultFit.Of(new FaultProfile(0.5, [new(0, 1)], 50)).Errors[0].Sentence, StringComparison.Ordinal);
        Assert.Contains("one place", FaultFit.Of(new FaultProfile(0.5, [.. Enumerable.Range(0, 9).Select(_ => new FrameReading(3, 1))], 50)).Errors[0].Sentence, StringComparison.Ordinal);
        Assert.Equal("readings[2].level", FaultFit.Of(new FaultProfile(0.5, [.. Enumerable.Range(0, 9).Select(i => new FrameReading(i, i == 2 ? double.NaN : 1))], 50)).Errors[0].Field);
    }
}
