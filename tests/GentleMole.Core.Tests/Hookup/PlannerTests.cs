using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Tests.Network;

namespace GentleMole.Core.Tests.Hookup;

/// <summary>The planner on a made-up street: a gas tracer, a cable beside it for part of its way, a water main across.</summary>
public class PlannerTests
{
    internal static readonly TransmitterProfile Sender = new("test", [512, 8000, 33_000, 83_000], [5, 10, 25, 50, 100], 60, 5, 9, 1.5, 6, 40);
    internal static readonly ReceiverProfile Hearer = new("test", [50, 512, 8000, 33_000, 83_000], 0.4, 0.05, 0.01, 400);

    internal static SupposedLine Line(string id, UtilityKind kind, string material, SupposedEnd start, SupposedEnd end, params SitePoint[] points) =>
        new(id, id, kind, points, LineBuild.UsualDepth(kind), LineBuild.Of(kind, Material.Of(material), null), start, end);

    internal static readonly SupposedEnd Earthed = new(EndSupposed.Earthed);
    internal static readonly SupposedEnd Open = new(EndSupposed.Open);

    private static SupposedGround Street(params SupposedLine[] more) => new(
        SoilGround.Of(SoilKind.Loam),
        [Line("gas", UtilityKind.Gas, "PE with tracer", Open, Earthed, new(0, 0), new(0, 60)), .. more], [], []);

    private static readonly SupposedLine Cable = Line("cable", UtilityKind.Electric, "armoured", Earthed, Earthed, new(1.5, -20), new(1.5, 80));

    internal static PlannerTask Task(SupposedGround ground, params ConnectionPoint[] points) => new()
    {
        Ground = ground,
        Target = "gas",
        Work = new WorkStretch(25, 45),
        Points = points.Length > 0 ? points : [new ConnectionPoint("valve box", new(0, 0.5), [Connection.TracerWire, Connection.Clamp])],
        StakeGround = new StakeGround(ground, [], false, []),
        Transmitter = Sender,
        Receiver = Hearer,
    };

    [Fact]
    public void It_finds_a_direct_connection_with_the_stake_square_and_away_from_the_cable()
    {
        var plan = HookupPlanner.Plan(Task(Street(Cable)))!;

        var best = plan.Best!.Prediction;
        Assert.Equal(HookupMethod.Direct, best.Try.Method);
        Assert.True(best.Try.Stake!.Value.East < -5, $"stake at {best.Try.Stake}");
        Assert.True(best.Covers && best.Share > 0.8);
        Assert.True(plan.Best.IsAdequate);
        Assert.Equal(plan.Ranked.OrderBy(r => r.IsAdequate ? 0 : 1), plan.Ranked);
        Assert.Equal(HookupOrder.Of([.. plan.Ranked.Reverse()], FirstFrequency.Lowest), plan.Ranked);
    }

    [Fact]
    public void It_sends_no_more_than_is_needed()
    {
        var task = Task(Street().With("gas", l => l with { Depth = new(1.9) }));
        var best = HookupPlanner.Plan(task)!.Best!;

        Assert.True(best.IsAdequate);
        Assert.InRange(best.Try.SetMilliamps, 10, 50);
        var less = Sender.StepsMilliamps.Last(s => s < best.Try.SetMilliamps);
        Assert.False(HookupPlanner.Judge(task, best.Try with { SetMilliamps = less }).Value.IsAdequate, "a lower step would have done");
    }

    [Fact]
    public void It_never_connects_to_a_live_cable()
    {
        var ground = Street(Cable);
        var task = Task(ground, new ConnectionPoint("cable head", new(1.5, 0), [Connection.Direct, Connection.Clamp])) with { Target = "cable" };

        var plan = HookupPlanner.Plan(task)!;

        Assert.DoesNotContain(plan.Ranked, r => r.Try.Method == HookupMethod.Direct);
        Assert.Contains(plan.Refused, r => r is { Method: HookupMethod.Direct, Refusal: HookupRefusal.LiveElectric });
        Assert.Contains(plan.Ranked, r => r.Try.Method == HookupMethod.Clamp);
    }

    [Fact]
    public void A_clamp_needs_an_earth_on_both_sides() =>
        Assert.Contains(HookupPlanner.Plan(Task(Street()))!.Refused, r => r is { Method: HookupMethod.Clamp, Refusal: HookupRefusal.ClampWithoutEarths });

    [Fact]
    public void A_joint_between_connection_and_work_rules_the_connection_out()
    {
        var ground = Street() with { Joints = [new SupposedJoint("gas", 10, null)] };
        Assert.Contains(HookupPlanner.Plan(Task(ground))!.Refused, r => r.Refusal == HookupRefusal.InsulatedFromWork);
        Assert.DoesNotContain(HookupPlanner.Plan(Task(ground with { Joints = [new SupposedJoint("gas", 10, 0.1)] }))!.Refused, r => r.Refusal == HookupRefusal.InsulatedFromWork);
    }

    [Theory]
    [InlineData(5, -3, StakeRefusal.OnBuilding)]
    [InlineData(-6, 12, StakeRefusal.OnPaving)]
    [InlineData(-20.5, 30, StakeRefusal.PowerEarth)]
    [InlineData(2.2, 30, StakeRefusal.ShallowService)]
    [InlineData(14, 0.5, StakeRefusal.LeadBlocked)]
    public void A_stake_keeps_off_what_is_there(double east, double north, StakeRefusal refusal)
    {
        var stakes = new StakeGround(
            Street(Cable),
            [new SurfaceArea(Surface.Building, [new(4, -5), new(12, -5), new(12, 5), new(4, 5)]), new SurfaceArea(Surface.Paved, [new(-9, 10), new(-4, 10), new(-4, 14), new(-9, 14)])],
            false, [new SitePoint(-20, 31)]);

        Assert.Equal(refusal, stakes.Refuses(new(0, 0.5), new(east, north), 0.4));
        Assert.Null(stakes.Refuses(new(0, 0.5), new(-9, 0.5), 0.4));
    }

    [Fact]
    public void On_paving_only_drawn_soil_takes_a_stake()
    {
        var bed = new SurfaceArea(Surface.Soil, [new(-10, -1), new(-7, -1), new(-7, 2), new(-10, 2)]);
        var task = Task(Street()) with { StakeGround = new StakeGround(Street(), [bed], true, []) };
        Assert.All(HookupPlanner.Plan(task)!.Ranked.Where(r => r.Try.Stake is not null), r => Assert.True(DigArea.Holds(bed.Corners, r.Try.Stake!.Value)));
        Assert.Contains(HookupPlanner.Plan(task with { StakeGround = task.StakeGround with { Areas = [] } })!.Refused, r => r is { Refusal: HookupRefusal.NoStakePlace, Stake: StakeRefusal.OnPaving });
    }

    [Fact]
    public void The_box_stands_well_away_from_the_work_or_is_ruled_out()
    {
        var induced = HookupPlanner.Plan(Task(Street()))!.Ranked.Where(r => r.Try.Method == HookupMethod.Induction).ToList();
        Assert.NotEmpty(induced);
        Assert.All(induced, r => Assert.True(r.Try.At.North is <= 10 or >= 60));
        Assert.Contains(HookupPlanner.Plan(Task(Street()) with { Work = new WorkStretch(5, 55) })!.Refused, r => r.Refusal == HookupRefusal.TooNearForInduction);
    }

    [Fact]
    public void A_bonded_shallow_neighbour_fools_the_receiver_and_is_named()
    {
        var shallow = Cable with { Depth = new(0.25) };
        var deep = Street(shallow).With("gas", l => l with { Depth = new(1.8), End = Open }) with { Bonds = [new SupposedBond("gas", 60, "cable", 80, 0.5)] };

        var best = HookupPlanner.Plan(Task(deep))!.Best!.Prediction;

        Assert.Equal("cable", best.Worst!.Line);
        Assert.True(best.Worst.Part > 1 && best.Worst.CurrentPart < 1.05);
    }

    [Fact]
    public void Only_frequencies_that_the_receiver_hears_are_planned()
    {
        var deaf = Task(Street()) with { Receiver = Hearer with { FrequenciesHertz = [8000.5] } };
        Assert.All(HookupPlanner.Plan(deaf)!.Ranked, r => Assert.Equal(8000, r.Try.Hertz));
    }

    [Fact]
    public void The_habit_of_the_house_picks_the_first_frequency_where_both_serve()
    {
        var lowest = HookupPlanner.Plan(Task(Street()))!.Best!.Prediction.Try.Hertz;
        var medium = HookupPlanner.Plan(Task(Street()) with { Habit = FirstFrequency.Medium })!.Best!.Prediction.Try.Hertz;
        Assert.Equal(512, lowest);
        Assert.Equal(8000, medium);
    }

    [Fact]
    public void A_line_without_metal_has_no_plan() =>
        Assert.Null(HookupPlanner.Plan(Task(Street(Line("drain", UtilityKind.Sewer, "clay", Open, Open, new(5, 0), new(5, 40)))) with { Target = "drain" }));

    [Theory]
    [InlineData(FeatureKind.Valve, UtilityKind.Gas, 0.5, true)]
    [InlineData(FeatureKind.Valve, UtilityKind.Gas, 6, false)]
    [InlineData(FeatureKind.Valve, UtilityKind.Water, 0.5, false)]
    [InlineData(FeatureKind.Sign, UtilityKind.Gas, 0.5, true)]
    [InlineData(FeatureKind.Pit, UtilityKind.Gas, 0.5, false)]
    public void What_stands_on_a_line_of_its_own_utility_is_a_place_to_connect(FeatureKind kind, UtilityKind utility, double away, bool may)
    {
        var point = ConnectionPoint.Of(new Placed(kind, [new(away, 5)], utility, "", null, 0.3), "x", UtilityKind.Gas, new Run([new(0, 0), new(0, 60)]));
        Assert.Equal(may, point is not null);
    }

    [Fact]
    public void A_power_cabinet_is_an_earth_to_keep_off_and_a_valve_is_not()
    {
        Placed At(FeatureKind kind, UtilityKind utility) => new(kind, [new(-9, 1)], utility, "", null, 0.3);
        StakeRefusal? Refused(Placed placed) => StakeGround.Of(Street(), [], true, [placed]).Refuses(new(0, 0.5), new(-9, 0.5), 0.4);
        Assert.Equal(StakeRefusal.PowerEarth, Refused(At(FeatureKind.Cabinet, UtilityKind.Electric)));
        Assert.Null(Refused(At(FeatureKind.Valve, UtilityKind.Gas)));
    }

    [Fact]
    public void A_clean_hookup_is_sound_one_with_a_strong_neighbour_wants_care_and_one_that_fools_is_refused()
    {
        Verdict Best(SupposedGround ground) => HookupPlanner.Plan(Task(ground))!.Best!.Prediction.Verdict;
        SupposedGround Bonded(double depth, double ohms) => Street(Cable with { Depth = new(depth) }).With("gas", l => l with { End = Open })
            with { Bonds = [new SupposedBond("gas", 60, "cable", 80, ohms)] };

        Assert.Equal(Verdict.Sound, Best(Street()));
        Assert.Equal(Verdict.Caution, Best(Bonded(1.6, 0.5)));
        Assert.Equal(Verdict.Reject, Best(Bonded(0.3, 0.5).With("gas", l => l with { Depth = new(1.6) })));
    }

    [Theory]
    [InlineData(1.0, 0.4, true)]
    [InlineData(1.3, 1.6, true)]
    [InlineData(0.9, 1.6, false)]
    public void Whatever_reads_as_strong_as_the_target_fools_whether_it_carries_less_or_more(double part, double currentPart, bool fools) =>
        Assert.Equal(fools, new NeighbourSignal("cable", 20, part, 10, 2, currentPart).Fools);

    [Fact]
    public void A_stake_beyond_the_lead_is_refused() =>
        Assert.Equal(StakeRefusal.BeyondLead, StakeGround.Of(Street(), [], false, []).Refuses(new(0, 0.5), new(-12, 0.5), 0.4, 9));

    [Fact]
    public void It_says_how_far_it_is()
    {
        var told = new List<(int Done, int All)>();
        var plan = HookupPlanner.Plan(Task(Street(Cable)), new Told(told))!;
        Assert.Equal(plan.Solved, told.Count);
        Assert.Equal(plan.Solved, told.Max(t => t.Done));
    }

    private sealed class Told(List<(int Done, int All)> told) : IProgress<(int Done, int All)>
    {
        public void Report((int Done, int All) value)
        {
            lock (told)
            {
                told.Add(value);
            }
        }
    }
}
