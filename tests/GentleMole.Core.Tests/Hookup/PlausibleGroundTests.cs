using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using static GentleMole.Core.Tests.Hookup.PlannerTests;

namespace GentleMole.Core.Tests.Hookup;

/// <summary>A hookup is judged in every ground that is plausible, and put in order by what holds in most of them.</summary>
public class PlausibleGroundTests
{
    private static readonly SupposedGround Ground = new(
        new(80),
        [
            Line("gas", UtilityKind.Gas, "PE with tracer", Open, Earthed, new(0, 0), new(0, 60)),
            Line("cable", UtilityKind.Electric, "armoured", SupposedEnd.GoesOn, new SupposedEnd(EndSupposed.Earthed, 12), new(4, -20), new(4, 80)),
        ], [], []);

    [Fact]
    public void Soil_goes_from_half_to_double_and_every_earth_from_a_third_to_thrice()
    {
        var grounds = PlausibleGround.WhicheverWay(Ground).ToDictionary(g => g.Doubt, g => g.Ground);

        Assert.Same(Ground, grounds[GroundDoubt.AsSupposed]);
        Assert.Equal(40, grounds[GroundDoubt.WetSoil].Soil.ResistivityOhmMetres);
        Assert.Equal(160, grounds[GroundDoubt.DrySoil].Soil.ResistivityOhmMetres);
        Assert.Equal(4, grounds[GroundDoubt.GoodEarths].Line("cable")!.End.Ohms, 9);
        Assert.Equal(36, grounds[GroundDoubt.PoorEarths].Line("cable")!.End.Ohms, 9);
        Assert.Equal(3 * SupposedEnd.UsualBeyondOhms, grounds[GroundDoubt.PoorEarths].Line("cable")!.Start.BeyondOhms, 9);
        Assert.Equal(EndSupposed.Open, grounds[GroundDoubt.PoorEarths].Line("gas")!.Start.Kind);
    }

    [Fact]
    public void The_far_end_is_the_one_that_the_work_lies_towards_and_is_taken_the_other_way()
    {
        var end = PlausibleGround.FarEndOtherwise(Ground, "gas", true);
        Assert.Equal((GroundDoubt.FarEndOpen, EndSupposed.Open), (end.Doubt, end.Ground.Line("gas")!.End.Kind));
        Assert.Equal(Ground.Line("gas")!.Start, end.Ground.Line("gas")!.Start);

        var start = PlausibleGround.FarEndOtherwise(Ground, "gas", false);
        Assert.Equal((GroundDoubt.FarEndEarthed, EndSupposed.Earthed), (start.Doubt, start.Ground.Line("gas")!.Start.Kind));

        // A line that goes on does so in every ground; only what it finds there is in doubt.
        var beyond = PlausibleGround.FarEndOtherwise(Ground, "cable", false);
        Assert.Equal(EndSupposed.GoesOn, beyond.Ground.Line("cable")!.Start.Kind);
        Assert.Equal(EndKind.Open, beyond.Ground.Network().Line("cable").Start.Kind);
        Assert.Equal(Ground.Network().Line("cable").LengthMetres, beyond.Ground.Network().Line("cable").LengthMetres);
    }

    [Fact]
    public void A_circuit_turned_down_is_the_circuit_solved_with_less()
    {
        var network = Ground.Network();
        DirectSource Sent(double amperes) => new(new("gas", 0), new EarthStake(new(-8, 0)), new Drive(amperes, 60, 5));
        SolvedNetwork Solved(double amperes) => NetworkSolver.Of(new NetworkMesh(network, Cutting.For(8000, Sent(amperes))), 8000).Value.Solve(Sent(amperes));

        var (down, less) = (Solved(0.1).TurnedDownTo(0.02), Solved(0.02));

        Assert.Equal(less.Shown.Volts!.Value, down.Shown.Volts!.Value, 12);
        Assert.Equal(less.Shown.Watts!.Value, down.Shown.Watts!.Value, 12);
        Assert.Equal(less.Shown.LimitedBy, down.Shown.LimitedBy);
        Assert.All(less.Stations("cable").Zip(down.Stations("cable")), s => Assert.True((s.First.Amperes - s.Second.Amperes).Magnitude < 1e-15));
        Assert.True((less.Field().At(new(1, 20, 0.05)).InPhase - down.Field().At(new(1, 20, 0.05)).InPhase).Length < 1e-18);
        Assert.Same(less, less.TurnedDownTo(0.05));
    }

    [Fact]
    public void With_the_far_end_open_an_adequate_low_frequency_beats_a_high_one()
    {
        // The capacitance of the open end makes volts over current large and its resistance small: that is no poor earth.
        var plan = HookupPlanner.Plan(Task(Ground with { Lines = [Line("gas", UtilityKind.Gas, "PE with tracer", Open, Open, new(0, 0), new(0, 140)), Ground.Lines[1]] }))!;

        var best = plan.Best!;
        Assert.True(best.IsAdequate);
        Assert.Equal(8000, best.Try.Hertz);
        Assert.True(best.Prediction.Shown.LoopOhms > 4 * best.Prediction.Shown.ResistiveOhms, $"{best.Prediction.Shown}");
        Assert.Contains(plan.Ranked, r => r is { IsAdequate: true, Try: { Method: HookupMethod.Direct, Hertz: 83_000 } });
        Assert.DoesNotContain(plan.Ranked, r => r is { IsAdequate: true, Try: { Method: HookupMethod.Direct, Hertz: 512 } });
    }

    [Fact]
    public void One_hookup_is_judged_as_it_is_in_the_plan()
    {
        var task = Task(Ground);
        foreach (var planned in HookupPlanner.Plan(task)!.Ranked.Where((_, i) => i % 9 == 0))
        {
            var alone = HookupPlanner.Judge(task, planned.Try).Value;
            Assert.Equal(planned.Grounds.Select(g => (g.Doubt, string.Join(' ', g.Failings))), alone.Grounds.Select(g => (g.Doubt, string.Join(' ', g.Failings))));
            Assert.All(planned.Grounds.Zip(alone.Grounds), g => Assert.Equal(g.First.Prediction.Share, g.Second.Prediction.Share, 0.01));
        }
    }

    [Fact]
    public void Where_only_the_signal_is_short_it_says_the_setting_that_would_do()
    {
        var task = Task(Ground.With("gas", l => l with { Depth = new(1.6) }));
        var enough = HookupPlanner.Plan(task)!.Best!.Try;
        var judged = HookupPlanner.Judge(task, enough with { SetMilliamps = 5 }).Value;

        var supposed = judged.Grounds[0];
        Assert.Equal([HookupFailing.Signal], supposed.Failings);
        var turnedUp = HookupPlanner.Judge(task, enough with { SetMilliamps = supposed.EnoughMilliamps!.Value }).Value;
        Assert.Empty(turnedUp.Grounds[0].Failings);
    }

    private static JudgedHookup Made(HookupMethod method, double hertz, double share, double margin = 3, double set = 25, double part = 0.1, double ohms = 200, int good = 6, double? loop = null)
    {
        HookupPrediction Predicted(double m) => new()
        {
            Try = new HookupTry("gas", "gas", method, new(0, 0), "box", method == HookupMethod.Direct ? new SitePoint(-8, 0) : null, hertz, set),
            Shown = new SourceShown(0.025, 5, loop ?? ohms, ohms, 0.1, SourceLimit.Set), StartMilliamps = 20, EndMilliamps = 15, LeastMilliamps = 15, ReachMetres = 60, Covers = m >= 1,
            Share = share, Worst = new NeighbourSignal("cable", 1, part, 20, 2, 0.1), Margin = m, BatteryHours = 10, Limits = CircuitLimits.Usual,
        };
        return new JudgedHookup([.. Enum.GetValues<GroundDoubt>().Take(6).Select((d, i) => new GroundJudgement(d, Predicted(i < good ? margin : 0.2), null))]);
    }

    private static JudgedHookup First(FirstFrequency habit, params JudgedHookup[] judged) => HookupOrder.Of(judged, habit)[0];

    [Theory]
    [InlineData(3, 0.9, 0.1, 200, true)]
    [InlineData(1.49, 0.9, 0.1, 200, false)]
    [InlineData(3, 0.74, 0.1, 200, false)]
    [InlineData(3, 0.9, 0.36, 200, false)]
    [InlineData(3, 0.9, 0.1, 5001, false)]
    [InlineData(1.5, 0.75, 0.35, 5000, true)]
    public void Adequate_is_half_in_reserve_three_quarters_of_the_current_no_strong_neighbour_and_a_loop_that_conducts(double margin, double share, double part, double ohms, bool adequate) =>
        Assert.Equal(adequate, Made(HookupMethod.Direct, 8000, share, margin, 25, part, ohms).IsAdequate);

    [Fact]
    public void The_reactance_of_an_open_end_is_no_poor_earth()
    {
        Assert.True(Made(HookupMethod.Direct, 8000, 0.9, ohms: 400, loop: 60_000).IsAdequate);
        Assert.Equal(Verdict.Sound, Made(HookupMethod.Direct, 8000, 0.9, ohms: 400, loop: 60_000).Verdict);
        Assert.Equal(Verdict.Reject, Made(HookupMethod.Direct, 8000, 0.9, ohms: 7100, loop: 7100).Verdict);
    }

    [Theory]
    [InlineData(3, false)]
    [InlineData(4, true)]
    public void Most_grounds_are_more_than_half_of_them(int good, bool adequate) => Assert.Equal(adequate, Made(HookupMethod.Direct, 8000, 0.9, good: good).IsAdequate);

    [Fact]
    public void The_order_is_adequate_then_method_then_frequency_then_stake_then_power()
    {
        var direct = Made(HookupMethod.Direct, 33_000, 0.8);
        var clamp = Made(HookupMethod.Clamp, 8000, 0.99);
        Assert.Same(direct, First(FirstFrequency.Lowest, clamp, direct));
        Assert.Same(clamp, First(FirstFrequency.Lowest, clamp, Made(HookupMethod.Direct, 8000, 0.95, margin: 1.2), Made(HookupMethod.Induction, 8000, 0.99)));

        var low = Made(HookupMethod.Direct, 512, 0.80);
        var medium = Made(HookupMethod.Direct, 8000, 0.89);
        var high = Made(HookupMethod.Direct, 33_000, 0.91);
        Assert.Same(high, First(FirstFrequency.Lowest, low, high));
        Assert.Same(medium, First(FirstFrequency.Medium, low, medium));
        Assert.Same(low, First(FirstFrequency.Lowest, low, medium));

        var spare = Made(HookupMethod.Direct, 8000, 0.89, set: 10);
        Assert.Same(spare, First(FirstFrequency.Lowest, medium, spare));
        Assert.Same(medium, First(FirstFrequency.Lowest, medium, Made(HookupMethod.Direct, 8000, 0.85, set: 5)));
    }

    [Fact]
    public void What_is_adequate_nowhere_is_ordered_by_how_near_it_comes_and_what_fools_comes_last()
    {
        var near = Made(HookupMethod.Direct, 83_000, 0.7);
        var far = Made(HookupMethod.Direct, 512, 0.5);
        var fooled = Made(HookupMethod.Direct, 512, 0.74, part: 1.1);
        Assert.Equal([near, far, fooled], HookupOrder.Of([fooled, far, near], FirstFrequency.Lowest));
        Assert.Equal(Verdict.Reject, fooled.Verdict);
        Assert.Equal(Verdict.Caution, near.Verdict);
    }

    [Fact]
    public void Fooled_in_one_ground_wants_care_even_where_most_are_adequate()
    {
        var good = Made(HookupMethod.Direct, 8000, 0.9);
        Assert.Equal(Verdict.Sound, good.Verdict);
        var fooled = Made(HookupMethod.Direct, 8000, 0.9, part: 1.2).Grounds[5];
        var once = new JudgedHookup([.. good.Grounds.Take(5), fooled]);
        Assert.True(once.IsAdequate);
        Assert.Equal(Verdict.Caution, once.Verdict);
        Assert.Equal(Verdict.Reject, new JudgedHookup([.. good.Grounds.Take(2), fooled, fooled, fooled, fooled]).Verdict);
    }
}
