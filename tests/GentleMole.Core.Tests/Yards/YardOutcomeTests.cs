using CsCheck;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Yards;

namespace GentleMole.Core.Tests.Yards;

/// <summary>What marks are worth: the nearer to the truth the more, nothing without having listened, nothing on another line.</summary>
public class YardOutcomeTests
{
    private static readonly Yard Lane = YardBook.Find("quiet-lane")!;

    /// <summary>A round in which the line was walked with something on it.</summary>
    private static YardRound Walked(Yard yard, bool listens = true)
    {
        var round = new YardRound(yard, 3);
        var (feature, of) = round.Site.Connection("f1-a")!.Value;
        var run = round.Site.Ground.Line(of.On)!.Run;
        var places = new[] { 1, -1 }.Select(side => feature.Place + (run.DirectionAt(0).Right * (10 * side)));
        var stake = places.MaxBy(p => round.Site.Ground.Lines.Where(l => l.Id != of.On).Select(l => l.Run.Project(p).Foot.DistanceTo(p)).DefaultIfEmpty(0).Min());
        Assert.True(round.Hook(new YardHookup(HookupMethod.Direct, "f1-a", true, new YardStake(stake, 1, true), null, 8192, 25)) is { IsGood: true, Value.Stopped: null });
        if (listens)
        {
            Assert.True(round.Read([.. Enumerable.Range(0, (int)run.Length).Select(i => new YardReadingAsk(run.At(i), 0.05, run.DirectionAt(i).Azimuth))]).IsGood);
        }

        return round;
    }

    private static YardOutcome Marked(YardRound round, double aside, double deeper = 0, string line = "gas", UtilityKind utility = UtilityKind.Gas)
    {
        var of = round.Site.Ground.Line(line)!;
        Assert.Empty(round.Mark(utility, [.. Enumerable.Range(0, ((int)of.Run.Length / 2) + 1).Select(i => new YardPoint(of.Run.At(2 * i, aside), of.DepthAt(2 * i).Metres + deeper))]));
        return round.Outcome;
    }

    [Fact]
    public void Marks_on_the_line_are_worth_all_and_without_having_listened_next_to_nothing()
    {
        var outcome = Marked(Walked(Lane), 0);
        Assert.Equal((1, 1, 1), (outcome.Position, outcome.Depth, outcome.RightLine));
        Assert.True(Marked(Walked(Lane, listens: false), 0).Position < 0.2);
        Assert.Equal(new YardOutcome(0, 0, 0), Walked(Lane).Outcome);
    }

    [Fact]
    public void Moving_a_mark_nearer_to_the_truth_never_costs()
    {
        var round = Walked(Lane);
        Gen.Select(Gen.Double[-1.2, 1.2], Gen.Double[0, 1], Gen.Double[-0.6, 0.6]).Sample(
            (aside, part, deeper) =>
            {
                var (far, near) = (Marked(round, aside, deeper), Marked(round, aside * part, deeper * part));
                Assert.True(near.Position >= far.Position - 0.02 && near.Depth >= far.Depth - 1e-9 && near.RightLine >= far.RightLine - 1e-9, $"{far} {near}");
            }, iter: 60, threads: 1);
    }

    [Fact]
    public void Marks_on_the_neighbour_are_worth_nothing_and_half_the_line_half_of_it()
    {
        var round = Walked(Lane);
        var other = Marked(round, 0, 0, "water");
        Assert.Equal((0, 0), (other.Position, other.RightLine));
        var run = round.Site.Ground.Line("gas")!.Run;
        Assert.Empty(round.Mark(UtilityKind.Gas, [new YardPoint(run.At(0), null), new YardPoint(run.At(run.Length / 2), null)]));
        Assert.InRange(round.Outcome.Position, 0.4, 0.6);
        Assert.Equal(0, round.Outcome.Depth);
        Assert.Empty(round.Mark(UtilityKind.Gas, []));
        Assert.Equal(0, round.Outcome.Position);
    }

    [Fact]
    public void What_nobody_can_know_is_not_missed()
    {
        var round = Walked(YardBook.Find("wire-stops")!);
        Assert.True(Marked(round, 0).Position > 0.95);
    }

    [Fact]
    public void Nonsense_is_told_at_its_field_and_changes_nothing()
    {
        var round = Walked(Lane, listens: false);
        var place = round.Site.Area[0];
        Assert.Equal("points", round.Mark(UtilityKind.Gas, [new YardPoint(place, null)])[0].Field);
        Assert.Equal("points[1]", round.Mark(UtilityKind.Gas, [new YardPoint(place, null), new YardPoint(new SitePoint(1e300, 0), null)])[0].Field);
        Assert.All([double.NaN, -1, 1e300], d => Assert.Equal("points[0].depthMetres", round.Mark(UtilityKind.Gas, [new YardPoint(place, d), new YardPoint(round.Site.Area[1], null)])[0].Field));
        Assert.Equal("utility", round.Mark(UtilityKind.Reclaimed, [])[0].Field);
        Assert.Equal("utility", round.Answer(new YardAnswer(UtilityKind.Reclaimed, LineAnswer.Clear, ""))[0].Field);
        Assert.Equal("answer", round.Answer(new YardAnswer(UtilityKind.Gas, LineAnswer.Pending, ""))[0].Field);
        Assert.Empty(round.Marks);
        Assert.Empty(round.Answers);
        Assert.Empty(round.Answer(new YardAnswer(UtilityKind.Gas, LineAnswer.Marked, "")));
        Assert.Empty(round.Answer(new YardAnswer(UtilityKind.Gas, LineAnswer.Escalated, "not sure")));
        Assert.Equal(LineAnswer.Escalated, round.Answers[UtilityKind.Gas].Answer);
    }
}
