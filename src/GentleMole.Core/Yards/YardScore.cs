namespace GentleMole.Core.Yards;

/// <summary>TRUTH: a round, judged: outcome before ritual, and safety cannot be bought back.</summary>
/// <param name="Score">0 to 100: the sum of the parts.</param>
/// <param name="RestsOn">Number of the hookup that the marks rest on, from 1; null where nothing was listened to.</param>
public sealed record YardScore(
    double Score, IReadOnlyList<YardPartScore> Parts, IReadOnlyList<YardHabitJudged> Habits, IReadOnlyList<YardMarksJudged> Marks, IReadOnlyList<YardAnswerJudged> Answers,
    IReadOnlyList<YardDangerJudged> Dangers, IReadOnlyList<YardCause> Why, int? RestsOn)
{
    /// <summary>A habit as it was kept.</summary>
    public YardHabitJudged Habit(YardHabit habit) => Habits.First(h => h.Habit == habit);

    /// <summary>Points of a part.</summary>
    public YardPartScore Part(YardPart part) => Parts.First(p => p.Part == part);
}
