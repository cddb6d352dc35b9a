using CsCheck;
using GentleMole.Core.Hookup;
using GentleMole.Core.Practice;
using static GentleMole.Core.Tests.Hookup.PlannerTests;

namespace GentleMole.Core.Tests.Hookup;

/// <summary>Volts and current held against every cause that is known, in circuits whose fault is built into the network.</summary>
public class CircuitDiagnosisTests
{
    private static readonly CircuitCause[] Faults =
    [
        CircuitCause.DirtyClip, CircuitCause.DryStake, CircuitCause.OpenFarEnd, CircuitCause.BrokenLine,
        CircuitCause.CorrodedJoint, CircuitCause.StakeOnService, CircuitCause.WrongWire, CircuitCause.ShortToEarth,
    ];

    private static MadeUpCircuit Made(CircuitCause fault, int seed = 1, double soil = 80) => MadeUpCircuit.Draw(new Random(seed), fault, soil, true, Sender, Hearer);

    private static CircuitModel Model(MadeUpCircuit made, double hertz = 512) => CircuitModel.Of(made.Task, made.Hookup, CircuitDiagnosis.Frequencies(made.Task, hertz, []))!;

    /// <summary>What is told of a circuit read at one frequency, then at the one that is asked for.</summary>
    private static (IReadOnlyList<CauseFigure> Once, IReadOnlyList<CauseFigure> Twice, IReadOnlyList<CauseFigure> WithHeard) Told(MadeUpCircuit made, double hertz)
    {
        var model = Model(made, hertz);
        var first = made.Read(hertz)!;
        var once = CircuitDiagnosis.Causes(model, [first]);
        CircuitReading[] both = [first, made.Read(once[0].OtherHertz!.Value)!];
        return (once, CircuitDiagnosis.Causes(model, both), CircuitDiagnosis.Causes(model, both, made.Hear(hertz)));
    }

    private static bool InTop(IReadOnlyList<CauseFigure> told, CircuitCause fault) => told.Take(2).Any(c => c.Cause == fault);

    [Fact]
    public void Of_eight_faults_at_two_frequencies_in_three_soils_the_true_one_stands_among_the_first_two()
    {
        var cases = Faults.SelectMany(f => new[] { 512.0, 8000 }.SelectMany(hz => new[] { 30.0, 80, 300 }.Select((soil, i) => (f, hz, soil, seed: (int)f + (10 * i))))).ToList();
        var told = cases.AsParallel().Select(c => (c.f, Said: Told(Made(c.f, c.seed, c.soil), c.hz))).ToList();

        Assert.Equal(48, told.Count);
        var counts = $"{told.Count(t => InTop(t.Said.Once, t.f))}, {told.Count(t => InTop(t.Said.Twice, t.f))}, {told.Count(t => InTop(t.Said.WithHeard, t.f))}";
        Assert.True(told.Count(t => InTop(t.Said.WithHeard, t.f)) >= 44, counts);
        Assert.True(told.Count(t => InTop(t.Said.Twice, t.f)) >= 38, counts);
        Assert.True(told.Count(t => InTop(t.Said.Twice, t.f)) > told.Count(t => InTop(t.Said.Once, t.f)), counts);
    }

    [Fact]
    public void A_sound_circuit_is_called_so_and_chances_make_one()
    {
        foreach (var soil in new[] { 30.0, 80, 300 })
        {
            var (once, twice, heard) = Told(Made(CircuitCause.AsPredicted, 4, soil), 8000);
            Assert.All(new[] { once, twice, heard }, told => Assert.Equal(CircuitCause.AsPredicted, told[0].Cause));
            Assert.Equal(1, once.Sum(c => c.Chance), 9);
            Assert.True(heard[0].Chance > once[0].Chance, "the current that comes out where it should settles it");
            Assert.Equal(once.Count, once.Select(c => c.Cause).Distinct().Count());
        }
    }

    [Fact]
    public void A_loop_far_below_what_the_stake_alone_has_means_a_stake_on_a_service()
    {
        var made = Made(CircuitCause.AsPredicted);
        var told = CircuitDiagnosis.Causes(Model(made), [new CircuitReading(512, 32)]);
        Assert.Equal(CircuitCause.StakeOnService, told[0].Cause);
        Assert.True(told[0].Chance > 0.8);
        Assert.True(told.Single(c => c.Cause == CircuitCause.AsPredicted).LoopOhms > 60);
    }

    [Fact]
    public void A_loop_that_nothing_listed_can_have_is_none_of_these()
    {
        // Ten times as much at a high frequency as at a low one: no buried circuit does that.
        var told = CircuitDiagnosis.Causes(Model(Made(CircuitCause.AsPredicted)), [new CircuitReading(512, 150), new CircuitReading(83_000, 1500)]);
        Assert.Equal(CircuitCause.NoneOfThese, told[0].Cause);
    }

    [Fact]
    public void The_second_frequency_tells_an_open_end_from_a_dry_stake_and_is_asked_for_until_all_were_tried()
    {
        var made = Made(CircuitCause.OpenFarEnd);
        var model = Model(made, 8000);
        var high = made.Read(8000)!;
        var once = CircuitDiagnosis.Causes(model, [high]);
        Assert.DoesNotContain(8000.0, once.Select(c => c.OtherHertz ?? 0));
        Assert.True(once.Single(c => c.Cause == CircuitCause.OpenFarEnd).OtherHertz > 0);

        CauseFigure Of(CircuitCause cause, params CircuitReading[] read) => CircuitDiagnosis.Causes(model, read).Single(c => c.Cause == cause);
        Assert.True(Of(CircuitCause.OpenFarEnd, high, made.Read(512)!).Chance > 0.9);
        Assert.True(Of(CircuitCause.DryStake, high, new CircuitReading(512, high.Ohms)).Chance > Of(CircuitCause.OpenFarEnd, high, new CircuitReading(512, high.Ohms)).Chance);
        Assert.All(CircuitDiagnosis.Causes(model, [.. model.Hertz.Select(h => made.Read(h)!)]), c => Assert.Null(c.OtherHertz));
    }

    [Fact]
    public void Volts_without_current_say_that_the_loop_has_at_least_so_much()
    {
        Assert.Equal(new CircuitReading(512, 120_000, true), CircuitReading.Of(512, 60, 0.1));
        Assert.Equal(new CircuitReading(512, 2400), CircuitReading.Of(512, 60, 25));
        Assert.Equal(new CircuitReading(512, 8, false), CircuitReading.Of(512, 0.2, 25));
        Assert.Null(CircuitReading.Of(512, 0.2, 0.1));
        Assert.Null(CircuitReading.Of(null, 60, 25));
        Assert.Null(CircuitReading.Of(512, 60, null));

        var told = CircuitDiagnosis.Causes(Model(Made(CircuitCause.AsPredicted)), [CircuitReading.Of(512, 60, 0)!]);
        Assert.Contains(told[0].Cause, new[] { CircuitCause.LooseEnd, CircuitCause.BrokenLine });
        Assert.True(told.Single(c => c.Cause == CircuitCause.AsPredicted).Chance < 0.01);
    }

    [Fact]
    public void A_current_that_does_not_come_out_on_the_line_is_no_sound_circuit()
    {
        var made = Made(CircuitCause.WrongWire);
        var (_, twice, heard) = Told(made, 512);
        Assert.True(heard.Single(c => c.Cause == CircuitCause.WrongWire).Chance > Math.Max(0.8, twice.Single(c => c.Cause == CircuitCause.WrongWire).Chance));
    }

    [Fact]
    public void Whatever_is_read_the_causes_have_finite_chances_that_make_one()
    {
        var model = Model(Made(CircuitCause.AsPredicted));
        var ohms = Gen.OneOf(Gen.Double[0, 12].Select(x => Math.Pow(10, x)), Gen.Const(0.5), Gen.Const(5e-324), Gen.Const(1e300));
        var reading = Gen.Select(Gen.OneOf(Gen.Const(512.0), Gen.Const(8000.0), Gen.Const(83_000.0), Gen.Const(77.0)), ohms, Gen.Bool, (h, o, least) => new CircuitReading(h, o, least));
        Gen.Select(reading.Array[0, 3], Gen.OneOf(Gen.Const((double?)null), Gen.Double[0, 2].Select(x => (double?)x), Gen.Const((double?)1e300))).Sample(
            (read, heard) =>
            {
                var told = CircuitDiagnosis.Causes(model, [.. read.DistinctBy(r => r.Hertz)], heard);
                Assert.All(told, c => Assert.True(c.Chance is >= 0 and <= 1 && double.IsFinite(c.LoopOhms) && double.IsFinite(c.OtherOhms ?? 0), $"{c}"));
                Assert.True(told.Count == 0 || Math.Abs(told.Sum(c => c.Chance) - 1) < 1e-9);
            },
            iter: 60);
    }

    [Fact]
    public void Only_a_direct_connection_has_a_circuit()
    {
        var made = Made(CircuitCause.AsPredicted);
        Assert.Null(CircuitModel.Of(made.Task, made.Hookup with { Method = HookupMethod.Clamp, Stake = null }, [512]));
        Assert.Null(CircuitModel.Of(made.Task, made.Hookup with { On = "nothing" }, [512]));
    }
}
