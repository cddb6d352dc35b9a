namespace GentleMole.Core.Hookup;

/// <summary>All hookups that make sense, best first, with the ways that were ruled out.</summary>
/// <param name="Solved">Number of hookups that were solved.</param>
public sealed record HookupPlan(IReadOnlyList<RankedHookup> Ranked, IReadOnlyList<RefusedWay> Refused, int Solved)
{
    /// <summary>The first of the ranking; null when the rules allow none.</summary>
    public RankedHookup? Best => Ranked.Count > 0 ? Ranked[0] : null;

    /// <summary>The best of each other way of connecting: another method, another point.</summary>
    public IEnumerable<RankedHookup> Alternatives => Ranked
        .GroupBy(r => (r.Prediction.Try.Method, r.Prediction.Try.At))
        .Select(g => g.First())
        .Where(r => r != Best);

    /// <summary>The same connection as the best at each other frequency.</summary>
    public IEnumerable<RankedHookup> OtherFrequencies => Ranked
        .Where(r => Best is { } best && r.Prediction.Try.Method == best.Prediction.Try.Method && r.Prediction.Try.At == best.Prediction.Try.At)
        .GroupBy(r => r.Prediction.Try.Hertz)
        .Select(g => g.First())
        .Where(r => r != Best);
}
