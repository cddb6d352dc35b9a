namespace GentleMole.Core.Yards;

/// <summary>A round that was finished, as the learner's record has it.</summary>
/// <param name="Yard">Code of the yard.</param>
/// <param name="Kept">Habits that had an occasion.</param>
public sealed record YardPlayed(string Yard, double Score, IReadOnlyDictionary<YardHabit, bool> Kept);
