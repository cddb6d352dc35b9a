using GentleMole.Core.Hookup;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>TRUTH: the hookup that somebody who knew the ground would make, to hold a round against.</summary>
/// <param name="TargetShare">Of what is sent, what runs on the target in the area; with clamp and coil of what the strongest line carries.</param>
/// <param name="ReadableShare">Of what is sought.</param>
/// <param name="OwnShare">Of all current in lines of the area, what runs on the target.</param>
public sealed record YardBest(YardHooked Made, double TargetShare, double ReadableShare, double OwnShare)
{
    private const double UsualMilliamps = 25;
    private const double ClearMetres = 2.5;
    private static readonly double[] Turns = [90, 75, 60, -60, -75, -90];
    private static readonly double[] BoxAt = [0.2, 0.5, 0.8];

    /// <summary>Of everything that may be done there, what serves best.</summary>
    public static YardBest? Of(YardRound round)
    {
        ArgumentNullException.ThrowIfNull(round);
        var of = new YardEvidence(round);
        var first = Ways(of, 8192).Select(w => Judge(of, w)).OfType<YardBest>().MaxBy(b => b.Worth);
        return first is null ? null : round.Instrument.Transmitter.FrequenciesHertz.Select(f => Judge(of, first.Made.Hookup with { Hertz = f })).OfType<YardBest>().Append(first).MaxBy(b => b.Worth);
    }

    /// <summary>What a hookup of a round does, in the same figures.</summary>
    public static YardBest Of(YardRound round, YardHooked made) => Judge(new YardEvidence(round), made);

    private double Worth => TargetShare * ReadableShare * OwnShare;

    private static IEnumerable<YardHookup> Ways(YardEvidence of, double hertz)
    {
        var site = of.Site;
        foreach (var (feature, connection) in site.Features.SelectMany(f => f.Connections.Where(c => c.What != YardContact.Earth).Select(c => (f, c))))
        {
            if (connection.Methods.Contains(HookupMethod.Clamp))
            {
                yield return new YardHookup(HookupMethod.Clamp, connection.Id, Hertz: hertz, SetMilliamps: UsualMilliamps);
            }

            if (connection.Methods.Contains(HookupMethod.Direct) && !(site.Ground.Line(connection.On)!.Lies.NetMilliamps > 0))
            {
                var run = of.Target.MinBy(l => l.Run.Project(feature.Place).Foot.DistanceTo(feature.Place))!.Run;
                var ahead = run.DirectionAt(run.Project(feature.Place).ChainageMetres).Azimuth;
                foreach (var turn in Turns)
                {
                    var place = feature.Place + (ahead.Turned(turn).Direction * (0.95 * of.Round.Instrument.Transmitter.LeadMetres));
                    if (site.SurfaceAt(place) == YardSurfaceKind.Soil && site.Ground.Lines.Where(l => !site.Target.Contains(l.Id)).All(l => l.Run.Project(place).Foot.DistanceTo(place) >= ClearMetres))
                    {
                        yield return new YardHookup(HookupMethod.Direct, connection.Id, true, new YardStake(place, 1, true), null, hertz, UsualMilliamps);
                    }
                }
            }
        }

        if (site.Features.All(f => f.Connections.Count == 0))
        {
            var run = of.Target[0].Run;
            foreach (var part in BoxAt)
            {
                var at = run.Length * part;
                yield return new YardHookup(HookupMethod.Induction, Box: new YardBox(run.At(at), run.DirectionAt(at).Right.Azimuth), Hertz: 32768, SetMilliamps: 100);
            }
        }
    }

    private static YardBest? Judge(YardEvidence of, YardHookup hookup) => of.Round.Made(hookup) is { IsSending: true, Heard.Count: > 0 } made ? Judge(of, made) : null;

    private static YardBest Judge(YardEvidence of, YardHooked made)
    {
        if (made.Heard.Count == 0 || !made.IsSending)
        {
            return new YardBest(made, 0, 0, 0);
        }

        var currents = of.Site.Ground.Lines.ToDictionary(l => l.Id, l => YardEvidence.Along(l, 3).Where(p => YardRings.Outside(of.Site.Area, l.Run.At(p.AtMetres)) <= 3)
            .Select(p => of.Current(made, l, p.AtMetres).Magnitude).DefaultIfEmpty(0).Average());
        var (all, own) = (currents.Values.Sum(), currents.Where(c => of.IsSought(c.Key)).Sum(c => c.Value));
        var sent = YardCauses.Sent(of, made) / 1000;
        return new YardBest(made, sent > 0 ? Math.Min(1, own / sent) : 0, of.ReadableShare(made), all > 0 ? own / all : 0);
    }
}
