using GentleMole.Core.Fields;
using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Sweeps;
using NodaTime;

namespace GentleMole.Core.Tests.Hookup;

/// <summary>What is shown of one hookup: ring, section, why-cards, circuit, wires.</summary>
public class PredictionTests
{
    private static readonly SupposedGround Ground_ = new(
        SoilGround.Of(SoilKind.Loam),
        [
            PlannerTests.Line("gas", UtilityKind.Gas, "PE with tracer", PlannerTests.Open, PlannerTests.Earthed, new(0, 0), new(0, 60)),
            PlannerTests.Line("cable", UtilityKind.Electric, "armoured", PlannerTests.Earthed, PlannerTests.Earthed, new(2, -20), new(2, 80)),
        ],
        [], []);

    private static readonly HookupTry Hookup = new("gas", "gas", HookupMethod.Direct, new(0, 0), "valve box", new(-9, 0), 8000, 50);

    private static PredictedHookup Predict(SupposedGround? ground = null, HookupTry? hookup = null) =>
        HookupPlanner.Predict(PlannerTests.Task(ground ?? Ground_), hookup ?? Hookup).Value;

    [Fact]
    public void The_ring_shows_the_target_at_its_bearing_and_the_stake_as_itself()
    {
        var ring = ArcSweep.Expect(Predict().Solved, Ground_, new(0, 0), 8);

        Assert.Contains(ring.Responses, r => r.Line == "gas" && (r.Bearing.Degrees < 12 || r.Bearing.Degrees > 348));
        Assert.Contains(ring.Responses, r => r.OfStake && Math.Abs(r.Bearing.Degrees - 270) < 15);
        Assert.Equal(1, ring.Responses.Where(r => !r.OfStake).Max(r => r.Part), 6);
        Assert.Equal(360, ring.AroundNanotesla.Count);
    }

    [Fact]
    public void A_response_that_nobody_expected_is_told_and_one_that_is_missing_too()
    {
        var ring = ArcSweep.Expect(Predict().Solved, Ground_, new(0, 0), 8);

        var compared = ArcSweep.Compare(ring, [Azimuth.Of(358), Azimuth.Of(120)]);

        Assert.Contains(compared, m => m.Found?.Degrees == 358 && m.Expected?.Line == "gas");
        Assert.Contains(compared, m => m.Found?.Degrees == 120 && m.Expected is null);
        Assert.Contains(compared, m => m.Found is null && m.Expected is { OfStake: true });
        Assert.Equal(120, Assert.Single(compared, m => m.IsOff).Found?.Degrees);
        Assert.Equal("gas", Assert.Single(ArcSweep.Compare(ring, []), m => m.IsOff).Expected!.Line);
    }

    [Fact]
    public void The_section_has_its_peak_over_the_line_and_its_null_beside_it()
    {
        var alone = Ground_ with { Lines = [Ground_.Lines[0]] };
        var section = FieldSection.Along(Predict(alone).Solved, alone, new(-4, 30), new(4, 30), "gas");

        var peak = section.AlongMetres[section.PeakNanotesla.ToList().IndexOf(section.PeakNanotesla.Max())];
        Assert.InRange(peak, 3.9, 4.1);
        var line = Assert.Single(section.Lines);
        Assert.InRange(line.Milliamps, 45, 52);
        var expected = 1e9 * HookupPrediction.Response(line.Milliamps / 1000, 0.75 + HookupPrediction.Tip.Metres);
        Assert.InRange(section.PeakNanotesla.Max() / expected, 0.9, 1.1);
    }

    [Fact]
    public void A_neighbour_with_the_return_current_is_shown_running_back()
    {
        var bonded = Ground_.With("gas", l => l with { End = PlannerTests.Open }) with { Bonds = [new SupposedBond("gas", 60, "cable", 80, 0.5)] };
        var section = FieldSection.Along(Predict(bonded).Solved, bonded, new(-4, 30), new(4, 30), "gas");
        Assert.True(section.Lines.Single(l => l.Line == "gas").Milliamps > 0);
        Assert.True(section.Lines.Single(l => l.Line == "cable").Milliamps < 0);
    }

    /// <summary>
    /// The field with its ground return against brute force: the soil current of a buried wire's end, integrated over the
    /// half-space as small wires, gives the same field above ground.
    /// </summary>
    [Fact]
    public void The_field_of_a_soil_outlet_is_that_of_the_soil_currents_themselves()
    {
        const double depth = 1.0, amperes = 1.0;
        var closed = new CircuitField([], [new SoilOutlet(new(0, 0, -depth), amperes)]).At(new Vector3(2, 0, 0.1));

        // Current density of the outlet and its image at the surface, summed with Biot–Savart over shells.
        var sum = 0.0;
        var rings = 90;
        for (var i = 0; i < rings; i++)
        {
            var z = -Math.Pow(10, -2 + (4.3 * (i + 0.5) / rings));
            var dz = -z * (4.3 / rings) * Math.Log(10);
            for (var j = 0; j < rings; j++)
            {
                var r = Math.Pow(10, -2 + (4.3 * (j + 0.5) / rings));
                var dr = r * (4.3 / rings) * Math.Log(10);
                for (var k = 0; k < 48; k++)
                {
                    var phi = 2 * Math.PI * (k + 0.5) / 48;
                    var p = new Vector3(r * Math.Cos(phi), r * Math.Sin(phi), z);
                    Vector3 From(double up)
                    {
                        var d = p - new Vector3(0, 0, up);
                        return d * (1 / Math.Max(Math.Pow(d.Length, 3), 1e-6));
                    }

                    var density = (From(-depth) + From(depth)) * (amperes / (4 * Math.PI));
                    var to = new Vector3(2, 0, 0.1) - p;
                    sum += (density.Cross(to) * (Physics.Mu0 / (4 * Math.PI * Math.Pow(to.Length, 3)) * r * dr * dz * 2 * Math.PI / 48)).North;
                }
            }
        }

        Assert.InRange(sum / closed.InPhase.North, 0.96, 1.04);
    }

    [Fact]
    public void Every_why_card_has_numbers_of_this_site_that_say_what_the_trade_says()
    {
        var cards = WhyCards.For(PlannerTests.Task(Ground_), Hookup).ToDictionary(c => c.Kind);

        Assert.Equal(6, cards.Count);
        Assert.True(cards[WhyKind.OpenFarEnd].With < cards[WhyKind.OpenFarEnd].Without);
        Assert.True(cards[WhyKind.OpenFarEnd].Remedy > cards[WhyKind.OpenFarEnd].With, "a higher frequency helps an open end");
        Assert.True(cards[WhyKind.DrySoil].With > 5 * cards[WhyKind.DrySoil].Without);
        Assert.True(cards[WhyKind.DrySoil].Remedy < cards[WhyKind.DrySoil].With);
        Assert.True(cards[WhyKind.BondedInside].With > cards[WhyKind.BondedInside].Without);
        Assert.InRange(cards[WhyKind.ParallelRun].Without, 55, 61);
        Assert.True(cards[WhyKind.Tee].With < 0.8 * cards[WhyKind.Tee].Without);
        Assert.True(cards[WhyKind.InsulatedJoint].With < 0.2 * cards[WhyKind.InsulatedJoint].Without);
    }

    [Fact]
    public void Of_several_wires_the_one_whose_current_comes_out_where_the_line_is_expected_is_it()
    {
        var compared = WireComparison.Of([new("blue", 20, 45, 6), new("yellow", 12, 40, 33), new("green", 60, 0.2, null)]);

        Assert.Equal("yellow", compared.Likely!.Trial.Wire);
        Assert.Equal(WireFinding.LeadsElsewhere, compared.Results.Single(r => r.Trial.Wire == "blue").Finding);
        Assert.Equal(WireFinding.Dead, compared.Results.Single(r => r.Trial.Wire == "green").Finding);
        Assert.Null(WireComparison.Of([new("a", 20, 45, 22), new("b", 20, 45, 20)]).Likely);
    }

    [Fact]
    public void Frequencies_are_the_same_only_when_a_sharp_receiver_hears_them()
    {
        Assert.True(FrequencyMatch.Hears([8192], 8192));
        Assert.False(FrequencyMatch.Hears([8192], 8000));
        Assert.Equal([512, 8000, 33_000, 83_000], FrequencyMatch.Common(PlannerTests.Sender, PlannerTests.Hearer));
    }

    [Theory]
    [InlineData(new[] { 0.99, 1.01, 1.00 }, true)]
    [InlineData(new[] { 1.08, 1.09, 1.10 }, false)]
    [InlineData(new[] { 0.9, 1.1, 1.0 }, false)]
    public void A_function_check_asks_for_truth_and_for_repeatability(double[] read, bool passed) =>
        Assert.Equal(passed, FunctionCheck.Of(1.0, read).Value.Passed);

    [Fact]
    public void A_receiver_is_out_of_check_without_todays_check_after_a_failed_one_and_past_its_calibration()
    {
        var today = new LocalDate(2031, 5, 6);
        Assert.Equal(CheckState.Good, FunctionCheck.StateOn(today, today, today, true));
        Assert.Equal(CheckState.NotCheckedToday, FunctionCheck.StateOn(today, today, today.PlusDays(-1), true));
        Assert.Equal(CheckState.Failed, FunctionCheck.StateOn(today, null, today, false));
        Assert.Equal(CheckState.CalibrationOver, FunctionCheck.StateOn(today, today.PlusDays(-1), today, true));
        Assert.Equal(["known", "read"], FunctionCheck.Of(null, [1.0]).Errors.Select(e => e.Field));
    }
}
