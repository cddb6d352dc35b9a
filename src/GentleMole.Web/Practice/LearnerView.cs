using GentleMole.Core.Yards;
using GentleMole.Store.Model;

namespace GentleMole.Web.Practice;

/// <summary>What finished rounds say of a learner, made ready to be shown.</summary>
internal sealed class LearnerView
{
    private const int Lately = 5;
    private const int Shown = 12;

    public LearnerView(string name, IReadOnlyList<Yard> yards, IEnumerable<PracticeRound> rounds)
    {
        (Name, Yards) = (name, yards);
        Finished = [.. rounds.Where(r => r.Score is not null).OrderByDescending(r => r.FinishedAt)];
        Habits = [.. Enum.GetValues<YardHabit>().Select(h => (h, (IReadOnlyList<bool>)[.. Finished.Select(LearnerRecord.Habits).Where(k => k.ContainsKey(h)).Select(k => k[h]).Take(Shown)]))
            .Where(h => h.Item2.Count > 0).OrderBy(h => h.Item2.Count(kept => kept) / (double)h.Item2.Count)];
    }

    public string Name { get; }

    public IReadOnlyList<Yard> Yards { get; }

    /// <summary>The latest first.</summary>
    public IReadOnlyList<PracticeRound> Finished { get; }

    /// <summary>Habits that had an occasion, the worst first; each with its latest occasions, the latest first.</summary>
    public IReadOnlyList<(YardHabit Habit, IReadOnlyList<bool> Kept)> Habits { get; }

    public double? Recent => Finished.Count == 0 ? null : Finished.Take(Lately).Average(r => r.Score);

    public int Dangers => Finished.Sum(r => LearnerRecord.Judged(r)?.Dangers ?? 0);

    /// <summary>Yards whose last round reached what counts as mastered.</summary>
    public int Mastered => Yards.Count(y => Finished.FirstOrDefault(r => r.Yard == y.Code)?.Score >= YardNext.Mastered);

    public string Title(PracticeRound round) => Yards.FirstOrDefault(y => y.Code == round.Yard)?.Title ?? round.Yard;
}
