namespace GentleMole.Core.Yards;

/// <summary>What to practise next, by the learner's own record: the easiest yard that teaches what was missed lately, else the easiest that is not mastered.</summary>
/// <param name="Habit">Missed lately; null where the yard is the next one anyhow.</param>
/// <param name="Missed">How often it was missed lately.</param>
/// <param name="Occasions">Of so many occasions.</param>
public sealed record YardNext(Yard Yard, YardHabit? Habit, int Missed, int Occasions)
{
    /// <summary>From this score on a yard is mastered.</summary>
    public const double Mastered = 80;

    /// <summary>Occasions of a habit that count: the latest.</summary>
    private const int Lately = 4;

    /// <param name="yards">At least one.</param>
    /// <param name="played">The latest first.</param>
    public static YardNext Of(IReadOnlyList<Yard> yards, IReadOnlyList<YardPlayed> played)
    {
        ArgumentNullException.ThrowIfNull(yards);
        double Last(Yard yard) => played.FirstOrDefault(p => p.Yard == yard.Code)?.Score ?? -1;
        var missed = Enum.GetValues<YardHabit>()
            .Select(habit => (Habit: habit, Occasions: played.Where(p => p.Kept.ContainsKey(habit)).Take(Lately).Select(p => p.Kept[habit]).ToList()))
            .Select(h => (h.Habit, Missed: h.Occasions.Count(kept => !kept), h.Occasions.Count))
            .Where(h => h.Missed >= 2 && h.Missed * 2 >= h.Count).OrderByDescending(h => (double)h.Missed / h.Count).ThenByDescending(h => h.Missed).ToList();
        foreach (var (habit, times, of) in missed)
        {
            if (yards.Where(y => y.Teaches.Contains(habit) && Last(y) < Mastered).OrderBy(y => y.Level).FirstOrDefault() is { } teaching)
            {
                return new YardNext(teaching, habit, times, of);
            }
        }

        return new YardNext(yards.OrderBy(y => Last(y) >= Mastered).ThenBy(y => y.Level).ThenBy(Last).First(), null, 0, 0);
    }
}
