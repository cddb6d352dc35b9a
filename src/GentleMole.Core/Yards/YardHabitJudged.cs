namespace GentleMole.Core.Yards;

/// <summary>A habit as it was kept in a round.</summary>
/// <param name="Kept">Null where it had no occasion.</param>
/// <param name="Measured">What was found, in the unit that the habit implies (degrees, metres, a share, a count); NaN where there is none.</param>
/// <param name="Needed">From where on it is kept, same unit.</param>
public sealed record YardHabitJudged(YardHabit Habit, bool? Kept, double Measured = double.NaN, double Needed = double.NaN);
