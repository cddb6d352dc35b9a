using System.Text.Json;
using GentleMole.Core.Yards;
using GentleMole.Store.Model;

namespace GentleMole.Web.Practice;

/// <summary>What finished rounds say of one learner.</summary>
internal static class LearnerRecord
{
    /// <summary>A round as it was judged; null where it is not finished, or was kept by another version.</summary>
    public static PracticeJudged? Judged(PracticeRound round) => round is { Score: not null, Judged.Length: > 0 } ? JsonSerializer.Deserialize<PracticeJudged>(round.Judged) : null;

    /// <summary>Rounds as the core counts them, in the order given.</summary>
    public static IReadOnlyList<YardPlayed> Played(IEnumerable<PracticeRound> rounds) =>
        [.. rounds.Where(r => r.Score is not null).Select(r => new YardPlayed(r.Yard, r.Score!.Value, Habits(r)))];

    public static IReadOnlyDictionary<YardHabit, bool> Habits(PracticeRound round) =>
        Judged(round) is { } judged ? Enum.GetValues<YardHabit>().Where(h => judged.Habits.ContainsKey(YardHabits.Code(h))).ToDictionary(h => h, h => judged.Habits[YardHabits.Code(h)]) : new Dictionary<YardHabit, bool>();
}
