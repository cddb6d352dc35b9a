using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Identify;

/// <summary>Asks which line it is on the ground as a sheet supposes it.</summary>
public static class SupposedTask
{
    /// <summary>Farther from all dots and from the hookup than this a line makes no response; without a bond it only slows the answer down.</summary>
    private const double ReachMetres = 40;

    /// <summary>A plan is off one way here and another way there; along a line it is alike over so much.</summary>
    private const double HoldsMetres = 20;

    /// <summary>One plan in eight is worse than it says.</summary>
    private const double BadPlan = 0.12;

    /// <summary>Most lines that are reckoned with: the target and the nearest.</summary>
    private const int MostLines = 12;

    /// <summary>The task, or why there is none.</summary>
    /// <param name="ground">As supposed before anything was read: what was read must not tell where a line lies and then agree with it.</param>
    /// <param name="doubtMetres">How well a line's place is known, standard deviation, metres, by its name.</param>
    /// <param name="shown">What the transmitter shows; it has no part in an answer where it is not given.</param>
    public static (IdentifyTask? Task, NoIdentity Why) Of(
        SupposedGround ground, Func<string, double> doubtMetres, HookupTry hookup, TransmitterProfile sender, ReceiverProfile hearer, (double? Milliamps, double? Volts) shown,
        IReadOnlyList<ObservedDot> dots)
    {
        if (ground.Lines.All(l => l.Id != hookup.Target))
        {
            return (null, NoIdentity.NotDrawn);
        }

        if (hookup.Method == HookupMethod.Passive)
        {
            return (null, NoIdentity.NothingSent);
        }

        if (ground.Line(hookup.Target) is null || ground.Line(hookup.On) is null)
        {
            return (null, NoIdentity.NoMetal);
        }

        if (hookup.Method == HookupMethod.Direct && hookup.Stake is null)
        {
            return (null, NoIdentity.NoStake);
        }

        var reckoned = Near(ground, hookup, [.. dots.Select(d => d.Dot)]);
        var network = reckoned.Network();
        var task = new IdentifyTask
        {
            Network = network,
            DoubtMetres = [.. network.Lines.Select(l => Math.Clamp(doubtMetres(l.Id), IdentifyRules.Doubt.Least, IdentifyRules.Doubt.Most))],
            PlanHoldsMetres = HoldsMetres,
            BadPlanChance = BadPlan,
            MayBeBondedOnTheWay = true,
            Source = hookup.Source(reckoned, sender),
            Hertz = hookup.Hertz,
            Frequencies = FrequencyMatch.Common(sender, hearer),
            Target = hookup.Target,
            ShownMilliamps = shown.Milliamps,
            ShownVolts = shown.Volts,
            Receiver = ReceiverBuild.Of(hearer, hookup.Hertz) with { RelativeNoise = Math.Max(0.01, hearer.RelativeNoise) },
            Dots = dots,
        };
        return IdentifyRules.Check(task).Count == 0 ? (task, NoIdentity.None) : (null, NoIdentity.CannotBeSolved);
    }

    /// <summary>Lines that can matter: those near the dots or the hookup and those bonded to them, the nearest first.</summary>
    private static SupposedGround Near(SupposedGround ground, HookupTry hookup, IReadOnlyList<SitePoint> dots)
    {
        IReadOnlyList<SitePoint> places = [.. dots, hookup.At, .. hookup.Stake is { } stake ? [stake] : Array.Empty<SitePoint>()];
        double Away(SupposedLine line) => places.Min(p => line.Run.Project(p).Foot.DistanceTo(p));
        bool IsTied(SupposedLine line) => ground.Bonds.Any(b => (b.From == line.Id && b.To == hookup.Target) || (b.To == line.Id && b.From == hookup.Target));
        var kept = ground.Metallic.Select(l => (Line: l, Away: l.Id == hookup.Target || l.Id == hookup.On ? -2 : IsTied(l) ? -1 : Away(l)))
            .Where(l => l.Away <= ReachMetres).OrderBy(l => l.Away).Take(MostLines).Select(l => l.Line.Id).ToHashSet();
        return ground with { Lines = [.. ground.Lines.Where(l => kept.Contains(l.Id))] };
    }
}
