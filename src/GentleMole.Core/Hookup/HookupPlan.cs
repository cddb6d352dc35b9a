namespace GentleMole.Core.Hookup;

/// <summary>All hookups that make sense, best first, with the ways that were ruled out.</summary>
/// <param name="Solved">Number of hookups that were solved.</param>
public sealed record HookupPlan(IReadOnlyList<JudgedHookup> Ranked, IReadOnlyList<RefusedWay> Refused, int Solved)
{
    /// <summary>The first of the ranking; null when the rules allow none.</summary>
    public JudgedHookup? Best => Ranked.Count > 0 ? Ranked[0] : null;

    /// <summary>Place of a hookup in the order, the best at 0.</summary>
    public int PlaceOf(JudgedHookup hookup)
    {
        for (var i = 0; i < Ranked.Count; i++)
        {
            if (ReferenceEquals(Ranked[i], hookup))
            {
                return i;
            }
        }

        return Ranked.Count;
    }

    /// <summary>The best of each other way of connecting: another method, another point.</summary>
    public IEnumerable<JudgedHookup> Alternatives => Ranked
        .GroupBy(r => (r.Try.Method, r.Try.At))
        .Select(g => g.First())
        .Where(r => r != Best);

    /// <summary>The same connection as the best at each other frequency.</summary>
    public IEnumerable<JudgedHookup> OtherFrequencies => Ranked
        .Where(r => Best is { } best && r.Try.Method == best.Try.Method && r.Try.At == best.Try.At)
        .GroupBy(r => r.Try.Hertz)
        .Select(g => g.First())
        .Where(r => r != Best);
}
