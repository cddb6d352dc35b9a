namespace GentleMole.Core.Hookup;

/// <summary>
/// The order in which hookups are proposed. Those that are adequate in most grounds come first: direct before clamp before
/// induction, at the lowest frequency (or, by the habit of the house, at a medium one) unless a higher one gains a tenth of the
/// current, with the best stake, at the least power. Of those that are not, the nearest to it comes first.
/// </summary>
public static class HookupOrder
{
    /// <summary>Part of the current that a higher frequency must gain to be worth it.</summary>
    public const double WorthHigher = 0.10;

    /// <summary>Shares that differ by less than this are the same: the ground is not known so well.</summary>
    private const double SameShare = 0.02;

    private const double LeastMediumHertz = 4000;
    private const double MostMediumHertz = 40_000;

    /// <summary>The same hookups, best first.</summary>
    public static IReadOnlyList<JudgedHookup> Of(IReadOnlyCollection<JudgedHookup> judged, FirstFrequency habit)
    {
        var adequate = judged.Where(j => j.IsAdequate).GroupBy(j => Rank(j.Try.Method)).OrderBy(g => g.Key).SelectMany(g => ByFrequency([.. g], habit));
        var rest = judged.Where(j => !j.IsAdequate)
            .OrderBy(j => j.Verdict == Verdict.Reject ? 1 : 0).ThenByDescending(j => j.AdequateIn).ThenByDescending(j => Math.Round(j.Closeness * Weight(j.Try.Method), 6))
            .ThenBy(j => j.Try.Hertz).ThenBy(j => j.Try.SetMilliamps).ThenBy(j => j.Try.At.East).ThenBy(j => j.Try.At.North).ThenBy(j => j.Try.Stake?.East ?? 0);
        return [.. adequate, .. rest];
    }

    private static IEnumerable<JudgedHookup> ByFrequency(IReadOnlyList<JudgedHookup> judged, FirstFrequency habit)
    {
        var byHertz = judged.GroupBy(j => j.Try.Hertz).ToDictionary(g => g.Key, g => g.Max(j => j.Share));
        var first = FirstOf([.. byHertz.Keys.Order()], habit);
        foreach (var hertz in byHertz.Keys.Where(h => h > first).Order().ToList())
        {
            first = byHertz[hertz] >= byHertz[first] + WorthHigher ? hertz : first;
        }

        return judged
            .OrderBy(j => j.Try.Hertz == first ? 0 : 1).ThenBy(j => Odd(j.Try.Hertz, habit)).ThenBy(j => j.Try.Hertz)
            .ThenByDescending(j => Math.Round(j.Share / SameShare)).ThenBy(j => j.Try.SetMilliamps)
            .ThenByDescending(j => j.Share).ThenBy(j => j.Try.At.East).ThenBy(j => j.Try.At.North).ThenBy(j => j.Try.Stake?.East ?? 0);
    }

    /// <summary>The frequency that the house would try first of these.</summary>
    private static double FirstOf(IReadOnlyList<double> hertz, FirstFrequency habit) => hertz.OrderBy(h => Odd(h, habit)).ThenBy(h => h).First();

    /// <summary>Whether the habit of the house passes a frequency over at first.</summary>
    private static int Odd(double hertz, FirstFrequency habit) => habit == FirstFrequency.Medium && hertz is < LeastMediumHertz or > MostMediumHertz ? 1 : 0;

    private static int Rank(HookupMethod method) => method switch
    {
        HookupMethod.Direct => 0,
        HookupMethod.Clamp => 1,
        HookupMethod.Induction => 2,
        HookupMethod.Passive => 3,
    };

    /// <summary>What a method that lights more than it is put on is worth less, as a part.</summary>
    private static double Weight(HookupMethod method) => method switch
    {
        HookupMethod.Direct => 1,
        HookupMethod.Clamp => 0.93,
        HookupMethod.Induction => 0.8,
        HookupMethod.Passive => 0.7,
    };
}
