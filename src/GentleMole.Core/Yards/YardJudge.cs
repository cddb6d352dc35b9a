using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Practice;

namespace GentleMole.Core.Yards;

/// <summary>
/// TRUTH: judges a round. Outcome (where the marks lie, what was answered) is 60 of 100 points, safety 15 and method 25; a mark nearer to the truth never costs, and ritual alone does not pass.
/// </summary>
public static class YardJudge
{
    private const double PositionPoints = 25;
    private const double DepthPoints = 10;
    private const double RightLinePoints = 15;
    private const double AnswerPoints = 10;
    private const double SafetyPoints = 15;
    private const double MethodPoints = 25;

    /// <summary>A habit that the yard teaches weighs so many times one that it does not.</summary>
    private const double TaughtWeight = 4;

    /// <summary>What a line on no record is of the outcome, and of the answers.</summary>
    private const double StrangerShare = 0.25;
    private const double StrangerAnswerShare = 0.4;
    private const double PassedOnWorth = 1.0 / 3;

    /// <summary>Judges a round as it stands.</summary>
    public static YardScore Of(YardRound round)
    {
        ArgumentNullException.ThrowIfNull(round);
        var of = new YardEvidence(round);
        var outcome = round.Outcome;
        var strangers = of.Site.Strangers.Where(s => !of.IsSought(s.Id)).ToList();
        var unknown = strangers.Count == 0 ? outcome : YardOutcome.Of(of.Site, strangers, UtilityKind.Unknown, round.Marks.GetValueOrDefault(UtilityKind.Unknown, []), [.. round.Readings.Select(r => r.Ask.Place)]);
        double Both(double target, double stranger, double share) => strangers.Count == 0 ? target : (target * (1 - share)) + (stranger * share);

        var answers = Answers(of, outcome, strangers.Count > 0 ? unknown : null);
        var isWrong = of.Marks.Count > 0 && outcome.RightLine < 0.5;
        var habits = Habits(of, outcome.RightLine, isWrong);
        var dangers = YardSafety.Of(of, SafetyPoints);
        var hasWork = of.Active.Count > 0;
        var weights = habits.Where(h => h.Kept is not null).Select(h => (h.Kept, Weight: round.Yard.Teaches.Contains(h.Habit) ? TaughtWeight : 1)).ToList();
        YardPartScore[] parts =
        [
            Part(YardPart.Position, Both(outcome.Position, unknown.Position, StrangerShare), PositionPoints),
            Part(YardPart.Depth, Both(outcome.Depth, unknown.Depth, StrangerShare), DepthPoints),
            Part(YardPart.RightLine, outcome.RightLine, RightLinePoints),
            Part(YardPart.Answers, Both(answers[0].Worth, answers.Count > 1 ? answers[1].Worth : 0, StrangerAnswerShare), AnswerPoints),
            Part(YardPart.Safety, hasWork ? Math.Max(0, 1 - (dangers.Sum(d => d.Points) / SafetyPoints)) : 0, SafetyPoints),
            Part(YardPart.Method, hasWork && weights.Count > 0 ? weights.Where(w => w.Kept == true).Sum(w => w.Weight) / weights.Sum(w => w.Weight) : 0, MethodPoints),
        ];
        var marks = round.Marks.OrderBy(m => m.Key).Select(m => Marked(of, m.Key, strangers)).ToList();
        var score = new YardScore(Math.Round(parts.Sum(p => p.Points), 1), parts, habits, marks, answers, dangers, [], of.RestsOn);
        return score with { Why = YardCauses.Of(of, score, outcome) };
    }

    private static YardPartScore Part(YardPart part, double share, double outOf) => new(part, Math.Round(share * outOf, 1), outOf);

    private static IReadOnlyList<YardHabitJudged> Habits(YardEvidence of, double rightLine, bool isWrong) =>
    [
        YardHookupHabits.TestedDead(of), YardHookupHabits.AskedCircuit(of), YardHookupHabits.TriedEach(of), YardHookupHabits.StakeSquare(of), YardHookupHabits.StakeFar(of),
        YardHookupHabits.StakeClear(of), YardHookupHabits.LowestThatWorks(of), YardHookupHabits.NoMorePower(of), YardWalkHabits.SweptRound(of), YardWalkHabits.CheckedNull(of),
        YardWalkHabits.ComparedCurrents(of), YardWalkHabits.CheckedDirection(of), YardWalkHabits.LiftOrTurn(of), YardWalkHabits.CloseOnBends(of, rightLine), YardWalkHabits.PassiveLast(of),
        YardHookupHabits.SecondHookup(of), YardWalkHabits.SaidUnsure(of, isWrong),
    ];

    private static List<YardAnswerJudged> Answers(YardEvidence of, YardOutcome outcome, YardOutcome? unknown)
    {
        LineAnswer? Given(UtilityKind utility) => of.Round.Answers.GetValueOrDefault(utility)?.Answer;
        LineAnswer[] right = of.Site.IsToBePassedOn ? [LineAnswer.Escalated] : [LineAnswer.Marked];
        var given = Given(of.Site.Utility);
        var answers = new List<YardAnswerJudged>
        {
            new(of.Site.Utility, given, right, given switch
            {
                LineAnswer.Escalated => of.Site.IsToBePassedOn ? 1 : PassedOnWorth,
                LineAnswer.Marked => !of.Site.IsToBePassedOn && outcome.RightLine >= 0.5 ? 1 : 0,
                _ => 0,
            }),
        };
        if (unknown is not null)
        {
            var met = Given(UtilityKind.Unknown);
            answers.Add(new(UtilityKind.Unknown, met, [LineAnswer.Marked, LineAnswer.Escalated], met switch
            {
                LineAnswer.Marked => unknown.RightLine >= 0.5 ? 1 : 0,
                LineAnswer.Escalated => unknown.RightLine >= 0.5 ? 1 : PassedOnWorth,
                _ => 0,
            }));
        }

        return answers;
    }

    private static YardMarksJudged Marked(YardEvidence of, UtilityKind utility, IReadOnlyList<BuriedLine> strangers)
    {
        var points = of.Round.Marks[utility];
        var isTarget = utility == of.Site.Utility;
        IReadOnlyList<BuriedLine> lines = isTarget ? [.. of.Site.Ground.Lines.Where(l => of.IsSought(l.Id))]
            : utility == UtilityKind.Unknown ? strangers : [.. of.Site.Ground.Lines.Where(l => l.Kind == utility)];
        var other = points.Select(p => of.Nearest(p.Place)).Where(n => n.Metres <= YardOutcome.OfItMetres && !lines.Contains(n.Line)).GroupBy(n => n.Line.Id).MaxBy(g => g.Count());
        var onOther = other is not null && other.Count() * 2 > points.Count ? other.Key : null;
        if (lines.Count == 0)
        {
            return new(utility, null, null, null, 0, onOther);
        }

        var held = YardOutcome.Held(of.Site, lines, points);
        return new(utility, held.Mean, held.Worst, held.Depth, held.Covered, onOther);
    }
}
