using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Yards;

namespace GentleMole.Core.Tests.Yards;

/// <summary>Simulated learners play every yard by what may be seen: good habits are worth it, bad ones cost and are named.</summary>
public class YardLearnerTests
{
    private const int Seeds = 5;

    private static IReadOnlyList<YardScore> Played(string yard, LearnerFlaw flaws = LearnerFlaw.None) =>
        [.. Enumerable.Range(1, Seeds).Select(seed => new SimulatedLearner(new YardRound(YardBook.Find(yard)!, seed), flaws).Play())];

    private static string Told(IReadOnlyList<YardScore> scores) => string.Join(" ", scores.Select(s => s.Score)) + " " + string.Join(" ", scores[0].Parts.Select(p => $"{p.Part} {scores.Average(s => s.Part(p.Part).Points):0.0}"))
        + " not kept " + string.Join(" ", scores[0].Habits.Select(h => $"{h.Habit} {scores.Count(s => s.Habit(h.Habit).Kept == false)}"));

    public static TheoryData<string> Yards => [.. YardBook.All.Select(y => y.Code)];

    [Theory]
    [MemberData(nameof(Yards))]
    public void Good_habits_score_80_and_more_in_every_yard(string yard)
    {
        var scores = Played(yard);
        Assert.True(scores.Average(s => s.Score) >= 80, Told(scores));
        Assert.All(scores, s => Assert.Equal(s.Score, s.Parts.Sum(p => p.Points), 6));
        Assert.All(scores, s => Assert.All(s.Parts, p => Assert.InRange(p.Points, 0, p.OutOf)));
    }

    /// <summary>Yards that people draw may have nothing to connect to, no soil for a stake, an area of any shape: whoever walks them with care comes to an end all the same.</summary>
    [Theory]
    [MemberData(nameof(Yards))]
    public void A_yard_without_soil_or_without_anything_to_connect_to_is_walked_to_its_end(string code)
    {
        var yard = YardBook.Find(code)!;
        Func<YardSite, YardSite>[] odd =
        [
            s => s with { Features = [] },
            s => s with { Surfaces = [new YardSurface(YardSurfaceKind.Paved, Ring(s, 300))] },
            s => s with { Surfaces = [new YardSurface(YardSurfaceKind.Building, Ring(s, 300))] },
            s => s with { Area = [.. s.Area.Take(3)] },
            s => s with { Features = [], Surfaces = [new YardSurface(YardSurfaceKind.Building, s.Area)] },
        ];
        foreach (var change in odd)
        {
            var round = new YardRound(yard with { Draw = (draw, frame) => change(yard.Draw(draw, frame)) }, 3);
            Assert.True(SimulatedLearner.CanPlay(round.Site));
            Assert.InRange(new SimulatedLearner(round).Play().Score, 0, 100);
        }

        var blank = new YardRound(yard with { Draw = (draw, frame) => yard.Draw(draw, frame) with { Records = [] } }, 3);
        Assert.False(SimulatedLearner.CanPlay(blank.Site));
        Assert.Throws<InvalidOperationException>(() => new SimulatedLearner(blank).Play());
    }

    private static SitePoint[] Ring(YardSite site, double metres) =>
        [.. new[] { (-1, -1), (1, -1), (1, 1), (-1, 1) }.Select(c => site.Area[0] + new SitePoint(c.Item1 * metres, c.Item2 * metres))];

    [Fact]
    public void There_are_at_least_fourteen_yards_every_habit_is_taught_and_one_is_to_be_passed_on_and_one_has_a_stranger()
    {
        Assert.True(YardBook.All.Count >= 14);
        Assert.Equal(Enum.GetValues<YardHabit>().Order(), YardBook.All.SelectMany(y => y.Teaches).Distinct().Order());
        Assert.Contains(YardBook.All, y => y.Lay(1).IsToBePassedOn);
        Assert.Contains(YardBook.All, y => y.Lay(1).Strangers.Any());
        Assert.Equal(YardBook.All.Count, YardBook.All.Select(y => y.Code).Distinct().Count());
        Assert.All(YardBook.All, y => Assert.InRange(y.Level, 1, 5));
    }

    [Theory]
    [InlineData(YardHabit.StakeClear, "quiet-lane", LearnerFlaw.BadStake)]
    [InlineData(YardHabit.TriedEach, "two-tails", LearnerFlaw.FirstWire)]
    [InlineData(YardHabit.TriedEach, "wrong-side", LearnerFlaw.FirstWire)]
    [InlineData(YardHabit.CloseOnBends, "two-corners", LearnerFlaw.LongSteps)]
    [InlineData(YardHabit.NoMorePower, "two-corners", LearnerFlaw.FullPower)]
    [InlineData(YardHabit.LowestThatWorks, "iron-street", LearnerFlaw.HighestFrequency)]
    [InlineData(YardHabit.ComparedCurrents, "loud-neighbour", LearnerFlaw.Loudest)]
    [InlineData(YardHabit.CheckedDirection, "loud-neighbour", LearnerFlaw.Loudest)]
    [InlineData(YardHabit.CheckedDirection, "moved-meter", LearnerFlaw.NoDirection)]
    [InlineData(YardHabit.SweptRound, "moved-meter", LearnerFlaw.NoSweep)]
    [InlineData(YardHabit.TestedDead, "cabinet-door", LearnerFlaw.NoTest)]
    [InlineData(YardHabit.AskedCircuit, "wire-stops", LearnerFlaw.DryStake)]
    [InlineData(YardHabit.SaidUnsure, "wire-stops", LearnerFlaw.NeverUnsure)]
    [InlineData(YardHabit.SaidUnsure, "one-trench", LearnerFlaw.NeverUnsure)]
    [InlineData(YardHabit.PassiveLast, "the-stranger", LearnerFlaw.NoPassive)]
    [InlineData(YardHabit.SecondHookup, "kitchen", LearnerFlaw.OneHookup)]
    [InlineData(YardHabit.ComparedCurrents, "kitchen", LearnerFlaw.Loudest)]
    public void A_bad_habit_costs_15_points_where_it_is_taught_and_is_named(YardHabit habit, string yard, LearnerFlaw flaw)
    {
        var (good, bad) = (Played(yard), Played(yard, flaw));
        Assert.Contains(habit, YardBook.Find(yard)!.Teaches);
        Assert.True(good.Average(s => s.Score) - bad.Average(s => s.Score) >= 15, $"{Told(good)}\n{Told(bad)}");

        // Whoever has a bad habit is not caught by it each time; where it cost, it is named.
        Assert.All(bad.Zip(good).Where(p => p.Second.Score - p.First.Score >= 15), p => Assert.False(p.First.Habit(habit).Kept, Told(bad)));
        Assert.True(good.Count(s => s.Habit(habit).Kept == false) <= 1, Told(good));
        Assert.All(bad.Zip(good).Where(p => p.Second.Score - p.First.Score >= 15), p => Assert.True(p.First.Why.Count > 0 || p.First.Dangers.Count > 0));
    }

    [Theory]
    [MemberData(nameof(Yards))]
    public void Stopping_where_it_fades_looks_like_an_end_and_whoever_paints_the_record_gets_35_at_most(string yard)
    {
        Assert.True(Played(yard, LearnerFlaw.Record).Max(s => s.Score) <= 35);
        foreach (var seed in Enumerable.Range(1, Seeds))
        {
            // Even with a hookup and having walked along the record.
            var round = new YardRound(YardBook.Find(yard)!, seed);
            new SimulatedLearner(round).Play();
            foreach (var (utility, points) in round.Site.Records.Where(r => r.Utility == round.Site.Utility).Select(r => (r.Utility, r.Points)))
            {
                Assert.Empty(round.Mark(utility, [.. points.Select(p => new YardPoint(p, 0.8))]));
                var score = YardJudge.Of(round);
                var outcome = score.Score - score.Part(YardPart.Safety).Points - score.Part(YardPart.Method).Points;
                Assert.True(outcome <= 20, $"{yard} {seed}: {score.Score}, of it outcome {outcome}");
            }
        }
    }

    [Fact]
    public void A_dive_that_is_taken_for_an_end_costs()
    {
        var (good, bad) = (Played("the-dive"), Played("the-dive", LearnerFlaw.StopsAtFade));
        Assert.True(good.Average(s => s.Score) - bad.Average(s => s.Score) >= 15, Told(bad));
        Assert.All(bad, s => Assert.Contains(s.Why, w => w.Kind == YardCauseKind.Dive));
    }

    [Fact]
    public void Without_work_there_is_nothing_for_safety_or_method_and_ritual_alone_does_not_pass()
    {
        var idle = YardJudge.Of(new YardRound(YardBook.Find("quiet-lane")!, 4));
        Assert.Equal(0, idle.Score);
        Assert.Null(idle.RestsOn);
        Assert.All(YardBook.All, yard =>
        {
            var round = new YardRound(yard, 2);
            new SimulatedLearner(round).Play();
            foreach (var utility in round.Marks.Keys.ToList())
            {
                Assert.Empty(round.Mark(utility, []));
            }

            Assert.True(YardJudge.Of(round).Score <= 50);
        });
    }

    [Fact]
    public void Asking_again_hooking_up_again_and_answering_twice_change_nothing()
    {
        foreach (var yard in new[] { "quiet-lane", "kitchen", "the-stranger" })
        {
            var (once, twice) = (new YardRound(YardBook.Find(yard)!, 3), new YardRound(YardBook.Find(yard)!, 3));
            var first = new SimulatedLearner(once).Play();
            new SimulatedLearner(twice).Play();
            foreach (var taken in twice.Readings.Where(r => r.Hookup == twice.Hookups.Count).Take(20).ToList())
            {
                Assert.Equal(taken.Shown, twice.Read([taken.Ask]).Value[0]);
            }

            Assert.True(twice.Hook(twice.Hookups[^1].Hookup).IsGood);
            Assert.Empty(twice.Answer(new YardAnswer(twice.Site.Utility, LineAnswer.Clear, "")));
            Assert.Empty(twice.Answer(once.Answers[once.Site.Utility]));
            var again = YardJudge.Of(twice);
            Assert.Equal(first.Score, again.Score);
            Assert.Equal(first.Habits, again.Habits);
            Assert.Equal(first.RestsOn, again.RestsOn);
        }
    }

    [Fact]
    public void A_mark_nearer_to_the_truth_never_costs()
    {
        foreach (var yard in YardBook.All)
        {
            var round = new YardRound(yard, 7);
            new SimulatedLearner(round).Play();
            var marks = round.Marks.GetValueOrDefault(round.Site.Utility, []);
            var last = double.NegativeInfinity;
            foreach (var part in new[] { 1.0, 0.75, 0.5, 0.25, 0 })
            {
                // All marks as far aside as this; at last where they really belong.
                var moved = marks.Select(m =>
                {
                    var line = round.Site.Ground.Lines.Where(l => round.Site.Target.Contains(l.Id)).MinBy(l => l.Run.Project(m.Place).Foot.DistanceTo(m.Place))!;
                    var at = line.Run.Project(m.Place).ChainageMetres;
                    return new YardPoint(line.Run.At(at, 0.8 * part), line.DepthAt(at).Metres + (0.5 * part));
                }).ToList();
                Assert.Empty(round.Mark(round.Site.Utility, moved));
                var score = YardJudge.Of(round).Score;
                Assert.True(score >= last - 0.11, $"{yard.Code} {part}: {last} to {score}");
                last = score;
            }
        }
    }
}
