using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>Connects and walks lines of a demo job.</summary>
internal static class DemoHookup
{
    private const double Hertz = 8000;

    public static Hookup Direct(
        Job job, UtilityKind kind, string to, SitePoint connection, SitePoint stake, double sent, double volts, Instant at)
    {
        var hookup = new Hookup
        {
            JobId = job.Id,
            LineId = job.Lines.Single(l => l.Kind == kind).Id,
            Method = HookupMethod.Direct,
            ConnectedTo = to,
            ConnectionEast = connection.East,
            ConnectionNorth = connection.North,
            StakeEast = stake.East,
            StakeNorth = stake.North,
            FrequencyHertz = Hertz,
            SentMilliamps = sent,
            Volts = volts,
            MadeAt = at,
        };
        job.Hookups.Add(hookup);
        return hookup;
    }

    /// <param name="undecidedFrom">Index of the first dot that is left for the person to decide; −1 for none.</param>
    public static void Walk(
        Job job,
        Hookup hookup,
        IReadOnlyList<DrivenLine> driven,
        BuriedLine line,
        double[] chainages,
        int undecidedFrom,
        Random random,
        Instant start)
    {
        var walk = new DemoWalk(driven, random);
        for (var i = 0; i < chainages.Length; i++)
        {
            var undecided = undecidedFrom >= 0 && i >= undecidedFrom;
            var dot = walk.Dot(line, chainages[i], lift: i % 2 == 0 || undecided, across: undecided && i == chainages.Length - 1);
            dot.LineId = hookup.LineId;
            dot.TakenAt = start.Plus(Duration.FromMinutes(6 * i));
            dot.FrequencyHertz = Hertz;
            dot.State = undecided ? DotState.Taken : DotState.Accepted;
            job.Readings.Add(dot);
            hookup.Readings.Add(dot);
        }
    }
}
