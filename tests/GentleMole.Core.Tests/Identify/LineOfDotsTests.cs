using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Tests.Identify;

/// <summary>Many dots of one line: they share a ground, one is taken in after the other, and together they teach what the ground is.</summary>
public class LineOfDotsTests
{
    private const double Beside = 2;
    private static readonly TransmitterProfile Sender = new("sender", [512, 8000, 33_000], [5, 10, 25, 50, 100], 60, 5, 15, 1, 2, 100);
    private static readonly ReceiverProfile Hearer = new("receiver", [512, 8000, 33_000], 0.4, 0.05, 0.01, 100);

    private static SupposedLine Line(string id, UtilityKind kind, double east, Conductor? conductor, SupposedEnd start, SupposedEnd end) =>
        new(id, id, kind, [new(east, 0), new(east, 60)], new Depth(0.8), conductor, start, end);

    /// <summary>A gas tracer that is wanted, earthed at its far end by the records, and a cable beside it.</summary>
    private static readonly SupposedGround Records = new(
        new SoilGround(80),
        [
            Line("gas", UtilityKind.Gas, 0, LineBuild.Tracer, new SupposedEnd(EndSupposed.Open), new SupposedEnd(EndSupposed.Earthed, 20)),
            Line("lamp", UtilityKind.Electric, Beside, LineBuild.Of(UtilityKind.Electric, Material.Of("armoured cable"), 0.03), new SupposedEnd(EndSupposed.Earthed, 15), new SupposedEnd(EndSupposed.Earthed, 15)),
        ],
        [], []);

    private static readonly HookupTry Hookup = new("gas", "gas", HookupMethod.Direct, new(0, 0), "valve box", new(-8, 0), 8000, 50);

    /// <summary>In truth the gas is open at its end and bonded there to the lamp cable, which brings the current back.</summary>
    private static readonly SupposedGround Bonded =
        Records.With("gas", l => l with { End = new SupposedEnd(EndSupposed.Open) }) with { Bonds = [new SupposedBond("gas", 60, "lamp", 60, 0.5)] };

    private static IdentifyTask Task(SupposedGround ground, IReadOnlyList<ObservedDot> dots, (double? Milliamps, double? Volts)? shown = null) =>
        SupposedTask.Of(ground, _ => 0.3, Hookup, Sender, Hearer, shown ?? (50, null), dots).Task!;

    /// <summary>What a receiver shows over a line of a ground as it really is, where it is strongest near a line's place.</summary>
    private static (IReadOnlyList<ObservedDot> Dots, (double? Milliamps, double? Volts) Shown) Walk(SupposedGround truth, double east, params double[] norths)
    {
        var source = Hookup.Source(truth, Sender);
        var solved = NetworkSolver.Of(new NetworkMesh(truth.Network(), Cutting.For(8000, source)), 8000).Value.Solve(source);
        var field = solved.Field();
        var dots = norths.Select(north =>
        {
            double Level(double e, double height) => field.At(new(e, north, height)).SizeAlong(new(1, 0, 0));
            var at = Enumerable.Range(-40, 81).Select(i => east + (0.01 * i)).MaxBy(e => Level(e, 0.05));
            var (low, high) = (Level(at, 0.05), Level(at, 0.45));
            var distance = 0.4 / ((low / high) - 1);
            return new ObservedDot(new SitePoint(at, north), Azimuth.Of(0), 0)
            {
                Depth = new Depth(distance - 0.05), CurrentMilliamps = low * distance * 5e9, Way = field.At(new(at, north, 0.05)).InPhase.East > 0 ? CurrentWay.With : CurrentWay.Against,
            };
        }).ToList();
        return (dots, (solved.Shown.Amperes * 1000, solved.Shown.Volts));
    }

    private static IReadOnlyList<DotIdentity> InTurn(IdentifyTask task) =>
        [.. LineIdentities.InTurn(task, GroundSet.Of(task, default), default).SelectMany(few => few).OrderBy(d => d.Dot).Select(d => d.Identity)];

    [Fact]
    public void Every_dot_of_a_good_line_is_the_target_and_the_answers_come_in_order()
    {
        var (dots, shown) = Walk(Records, 0, 8, 14, 20, 26, 32, 38, 44, 50, 55);
        var task = Task(Records, dots, shown);
        var answers = LineIdentities.InTurn(task, GroundSet.Of(task, default), default).ToList();

        Assert.Equal(Enumerable.Range(0, 9), answers.SelectMany(a => a).Select(a => a.Dot));
        Assert.True(answers.Count > 1, "in several goes, so that others get their turn");
        Assert.All(answers.SelectMany(a => a), a => Assert.True(a.Identity.OnTarget > 0.9, $"dot {a.Dot}: {a.Identity.OnTarget:0.00}"));
        Assert.All(answers.SelectMany(a => a), a => Assert.Equal(1, a.Identity.Hypotheses.Sum(h => h.Probability), 9));
    }

    [Fact]
    public void One_dot_more_changes_nothing_in_what_was_taken_in_before()
    {
        var (dots, shown) = Walk(Records, 0, 10, 25, 40);
        var task = Task(Records, [dots[0], dots[1]], shown);
        var both = DotChains.Of(task, GroundSet.Of(task, default), default);
        var before = both.Identity(1, false, default).Hypotheses.ToList();
        var three = both.With(dots[2], default);

        Assert.Equal(before, both.Identity(1, false, default).Hypotheses);
        Assert.Equal((2, 3), (both.Task.Dots.Count, three.Task.Dots.Count));
        Assert.True(three.Identity(0, false, default).OnTarget > 0.9);
    }

    [Fact]
    public void Taken_in_one_after_the_other_or_alone_a_clear_dot_is_the_same_line()
    {
        var (dots, shown) = Walk(Bonded, Beside, 15, 30, 45);
        foreach (var task in new[] { Task(Records, dots, shown), Task(Records, dots, shown) with { PlanHoldsMetres = null, BadPlanChance = 0 } })
        {
            var chains = DotChains.Of(task, GroundSet.Of(task, default), default);
            for (var dot = 0; dot < 3; dot++)
            {
                var identity = chains.Identity(dot, false, default);
                Assert.Equal("lamp", identity.Best.Line);
                Assert.True(identity.OnTarget < 0.2, $"{identity.OnTarget:0.00}");
            }
        }
    }

    [Fact]
    public void A_plan_that_is_off_one_way_here_and_another_way_there_is_no_reason_to_refuse()
    {
        // The line crosses its plan: 0.5 m left at one end, 0.5 m right at the other.
        var truth = Records.With("gas", l => new SupposedLine(l.Id, l.Name, l.Kind, [new(-0.5, 0), new(0.5, 60)], l.Depth, l.Conductor, l.Start, l.End));
        var (left, shown) = Walk(truth, -0.4, 6);
        var (right, _) = Walk(truth, 0.4, 54);
        var task = Task(Records, [.. left, .. right], shown);
        var (here, there) = (InTurn(task), Identification.Of(task with { PlanHoldsMetres = null, BadPlanChance = 0 }, GroundSet.Of(task, default), default));

        Assert.All(here, i => Assert.True(i.OnTarget > 0.8, $"{i.OnTarget:0.00}"));
        Assert.True(here.Min(i => i.OnTarget) >= there.Min(i => i.OnTarget) - 0.02, "as one stiff line it can be no likelier");
    }

    [Fact]
    public void A_bond_that_later_dots_show_makes_earlier_marks_doubtful_and_it_is_said_since_which()
    {
        var (onLamp, shown) = Walk(Bonded, Beside, 20, 30, 40);

        // The first was marked with hardly anything read: no way, no depth, between the two plans.
        var first = new ObservedDot(new SitePoint(1.3, 12), Azimuth.Of(0), 0) { CurrentMilliamps = onLamp[0].CurrentMilliamps };
        var task = Task(Records, [first, .. onLamp], shown);
        var grounds = GroundSet.Of(task, default);
        var alone = Identification.Of(task with { Dots = [first] }, grounds, default)[0];
        var together = InTurn(task)[0];

        Assert.True(together.OnTarget < alone.OnTarget, $"{alone.OnTarget:0.00} alone, {together.OnTarget:0.00} with the later ones");
        Assert.All(InTurn(task).Skip(1), i => Assert.Equal("lamp", i.Best.Line));
        if (!LineIdentities.IsDoubtful(alone) && LineIdentities.Since(task, 0, grounds, default) is { } since)
        {
            Assert.InRange(since, 1, 3);
        }
    }

    [Fact]
    public void Dots_teach_that_a_far_end_is_not_earthed()
    {
        var truth = Records.With("gas", l => l with { End = new SupposedEnd(EndSupposed.Open) });
        var (dots, shown) = Walk(truth, 0, 6, 14, 22, 30, 38, 46, 54);
        var lessons = LineIdentities.Lessons(Task(Records, dots, shown), default);

        Assert.Contains(lessons, l => l.Kind == LessonKind.EndIsOpen && l.Line == "gas" && l.IsAtEnd);
        Assert.All(lessons, l => Assert.InRange(l.Chance, GroundLesson.LeastChance, 1));
    }

    [Fact]
    public void A_bond_half_way_is_taught_with_its_place_and_what_it_feeds_is_named()
    {
        var truth = Records with { Bonds = [new SupposedBond("gas", 30, "lamp", 30, 2)] };
        var (dots, shown) = Walk(truth, 0, 6, 12, 18, 24, 37, 43, 49, 55);
        var (onLamp, _) = Walk(truth, Beside, 46);
        var task = Task(Records, [.. dots, .. onLamp], shown);
        var bond = Assert.Single(LineIdentities.Lessons(task, default), l => l.Kind == LessonKind.Bond).Bond!;

        Assert.Equal(("gas", "lamp"), (bond.From.Line, bond.To.Line));
        Assert.InRange(bond.From.ChainageMetres, 18, 42);
        Assert.Equal("lamp", InTurn(task)[^1].Best.Line);
    }

    [Fact]
    public void Other_soil_and_other_earths_are_not_taken_for_a_bond()
    {
        var random = new Random(77);
        double Times(double by) => Math.Exp(((2 * random.NextDouble()) - 1) * Math.Log(by));
        var bonds = Enumerable.Range(0, 6).Count(_ =>
        {
            SupposedEnd Other(SupposedEnd end) => end.Kind == EndSupposed.Earthed ? new SupposedEnd(EndSupposed.Earthed, end.Ohms * Times(3)) : end;
            var truth = Records with
            {
                Soil = new SoilGround(80 * Times(2)),
                Lines = [.. Records.Lines.Select(l => new SupposedLine(l.Id, l.Name, l.Kind, l.Run.Points, l.Depth, l.Conductor, Other(l.Start), Other(l.End)))],
            };
            var (dots, shown) = Walk(truth, 0, 8, 18, 28, 38, 50);
            return LineIdentities.Lessons(Task(Records, dots, shown), default).Any(l => l.Kind == LessonKind.Bond);
        });

        Assert.InRange(bonds, 0, 1);
    }

    [Fact]
    public void A_ground_that_is_as_records_say_teaches_no_fault()
    {
        var (dots, shown) = Walk(Records, 0, 10, 30, 50);
        var lessons = LineIdentities.Lessons(Task(Records, dots, shown), default);

        Assert.DoesNotContain(lessons, l => l.Kind is LessonKind.Bond or LessonKind.UnknownLine or LessonKind.WrongClip or LessonKind.EndIsOpen or LessonKind.EndIsEarthed);
    }

    [Theory]
    [InlineData(0, 2, 2, 3)]
    [InlineData(5, 2, 4, 9)]
    public void Companions_are_others_with_the_one_before_last(int dot, int least, int most, int count)
    {
        var dots = Enumerable.Range(0, count).Select(i => new ObservedDot(new SitePoint(0, 4 * i), Azimuth.Of(0), 0) { CurrentMilliamps = 40 - i, Way = i == 7 ? CurrentWay.Against : CurrentWay.With }).ToList();
        var chosen = Companions.Of(dots, dot);

        Assert.DoesNotContain(dot, chosen);
        Assert.Equal(chosen.Count, chosen.Distinct().Count());
        Assert.InRange(chosen.Count, least, most);
        if (dot > 0)
        {
            Assert.Equal(dot - 1, chosen[^1]);
            Assert.Contains(7, chosen);
        }
    }

    [Fact]
    public void Where_nothing_can_be_asked_it_is_said_why()
    {
        NoIdentity Why(SupposedGround ground, HookupTry hookup) =>
            SupposedTask.Of(ground, _ => 0.3, hookup, Sender, Hearer, (50, null), [new ObservedDot(new SitePoint(0, 20), Azimuth.Of(0), 0)]).Why;

        Assert.Equal(NoIdentity.None, Why(Records, Hookup));
        Assert.Equal(NoIdentity.NotDrawn, Why(Records, Hookup with { Target = "water" }));
        Assert.Equal(NoIdentity.NothingSent, Why(Records, Hookup with { Method = HookupMethod.Passive }));
        Assert.Equal(NoIdentity.NoStake, Why(Records, Hookup with { Stake = null }));
        Assert.Equal(NoIdentity.NoMetal, Why(Records.With("gas", l => l with { Conductor = null }), Hookup));
    }

    [Fact]
    public void A_clamp_is_reckoned_by_the_current_that_it_shows()
    {
        var (dots, _) = Walk(Records, 0, 25);
        foreach (var milliamps in new[] { 20.0, 50 })
        {
            var clamp = Hookup with { Method = HookupMethod.Clamp, At = new SitePoint(0, 5), Stake = null };
            var scaled = dots.Select(d => d with { CurrentMilliamps = milliamps * 0.9 }).ToList();
            var task = SupposedTask.Of(Records, _ => 0.3, clamp, Sender, Hearer, (milliamps, null), scaled).Task!;
            var current = Identification.Of(task, GroundSet.Of(task, default), default)[0].Signs.Single(s => s.Sign == IdentitySign.Current).Expected.Single(e => e.Kind == HypothesisKind.Target);
            Assert.InRange(milliamps, current.Least * 0.8, current.Most * 1.6);
        }
    }

    [Fact]
    public void The_scale_of_a_row_says_nothing_where_it_is_the_receivers_own()
    {
        var scene = Enumerable.Range(0, 400).Select(i => MadeUpScene.Draw(new Random(i))).First(s => s.Task.Dots[0].Readings.Count > 0);
        DotIdentity With(double gain) => Identification.Of(
            scene.Task with { Dots = [scene.Task.Dots[0] with { IsRowRelative = true, Readings = [.. scene.Task.Dots[0].Readings.Select(r => r with { Peak = r.Peak * gain, Null = r.Null * gain })] }] },
            GroundSet.Of(scene.Task, default), default)[0];

        Assert.Equal(With(1).OnTarget, With(37).OnTarget, 0.02);
    }
}
