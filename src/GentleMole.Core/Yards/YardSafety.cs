using GentleMole.Core.Hookup;

namespace GentleMole.Core.Yards;

/// <summary>TRUTH: what put somebody in danger. It cannot be made good by marks.</summary>
internal static class YardSafety
{
    private const double UntestedPoints = 6;
    private const double StakePoints = 8;
    private const double EarthPoints = 6;
    private const double NearMetres = 1;

    public static IReadOnlyList<YardDangerJudged> Of(YardEvidence of, double outOf)
    {
        var dangers = new List<YardDangerJudged>();
        foreach (var (made, number) in of.Round.Hookups.Select((h, i) => (h, i + 1)).Where(h => h.h.Hookup.Method is HookupMethod.Direct or HookupMethod.Clamp).DistinctBy(h => h.h.Hookup))
        {
            var connection = of.Site.Connection(made.Hookup.Connection!)!.Value.Connection;
            var isDirect = made.Hookup.Method == HookupMethod.Direct;
            if (made.Stopped == YardStop.NotTested)
            {
                dangers.Add(new(YardDanger.LiveTouched, number, connection.On, double.NaN, outOf));
            }
            else if (isDirect && !made.Hookup.IsTestedDead)
            {
                dangers.Add(new(YardDanger.NotTested, number, connection.On, double.NaN, UntestedPoints));
            }

            if (connection.What == YardContact.Earth)
            {
                dangers.Add(new(YardDanger.PowerEarth, number, connection.On, double.NaN, EarthPoints));
            }

            if (isDirect && made.Stopped != YardStop.Live && made.Hookup.Stake is { } stake)
            {
                var (line, metres) = of.Nearest(stake.Place);
                if (made.Stopped == YardStop.StakeOnService || metres < NearMetres)
                {
                    dangers.Add(new(YardDanger.StakeAtService, number, line.Id, metres, StakePoints));
                }
            }
        }

        return dangers;
    }
}
