using GentleMole.Core.Yards;
using GentleMole.Web.Words;

namespace GentleMole.Web.Practice;

/// <summary>What is kept of a judged round, for the learner's record.</summary>
/// <param name="Parts">Points by code of the part.</param>
/// <param name="Habits">Kept or not, by code of the habit; those without occasion are left out.</param>
/// <param name="MeanErrorMetres">Of the marks of what was sought; null where there are none.</param>
internal sealed record PracticeJudged(Dictionary<string, double> Parts, Dictionary<string, bool> Habits, double? MeanErrorMetres, double? DepthErrorMetres, int Dangers)
{
    public static PracticeJudged Of(YardScore score)
    {
        var marks = score.Marks.FirstOrDefault(m => m.Utility == score.Answers[0].Utility);
        return new(
            score.Parts.ToDictionary(p => PracticeWords.Code(p.Part), p => p.Points), score.Habits.Where(h => h.Kept is not null).ToDictionary(h => YardHabits.Code(h.Habit), h => h.Kept!.Value),
            marks?.MeanErrorMetres, marks?.DepthErrorMetres, score.Dangers.Count);
    }
}
