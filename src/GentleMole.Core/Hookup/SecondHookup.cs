using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>The best hookup to bring a signal back with: as unlike those that were made as there is one that holds.</summary>
public sealed record SecondHookup(JudgedHookup Hookup, SecondWay Way)
{
    private const double ElsewhereMetres = 5;
    private const double OtherStakeMetres = 4;
    private const double OtherFrequencyPart = 1.5;

    /// <summary>From the plan of the same line; null where it has no other.</summary>
    /// <param name="made">Hookups that were made on the line.</param>
    public static SecondHookup? Of(HookupPlan plan, IReadOnlyList<(SitePoint At, SitePoint? Stake, double? Hertz)> made)
    {
        bool Is(JudgedHookup h, SecondWay way) => made.All(m => way switch
        {
            SecondWay.FarEnd => h.Try.At.DistanceTo(m.At) > ElsewhereMetres,
            SecondWay.OtherStake => h.Try.Stake is { } stake && m.Stake is { } was && stake.DistanceTo(was) > OtherStakeMetres,
            SecondWay.OtherFrequency => m.Hertz is { } hertz && (h.Try.Hertz > hertz * OtherFrequencyPart || h.Try.Hertz < hertz / OtherFrequencyPart),
        });
        foreach (var atMost in new[] { Verdict.Caution, Verdict.Reject })
        {
            foreach (var way in Enum.GetValues<SecondWay>())
            {
                if (plan.Ranked.FirstOrDefault(h => h.Verdict <= atMost && Is(h, way)) is { } found)
                {
                    return new SecondHookup(found, way);
                }
            }
        }

        return null;
    }
}
