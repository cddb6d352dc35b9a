using GentleMole.Core.Hookup;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <content>A way round the hookup, held against the ring that the engine expects.</content>
internal sealed partial class SweepPage
{
    /// <summary>A sweep round a place this near to the connection goes round the hookup.</summary>
    private const double RoundHookupMetres = 2;

    private RingDrawing? _ring;

    public override (string Part, object Model)? Lower => Ring is { } ring ? ("_Ring", ring) : null;

    /// <summary>What is expected on the way round the hookup, with what was heard; null where the sweep is none, or the ground is not drawn.</summary>
    public RingDrawing? Ring => _ring ??= View is { Sweep: { Kind: SweepKind.Circle or SweepKind.Box, Mode: SweepMode.Active } sweep } view ? RingOf(sweep, view) : null;

    private RingDrawing? RingOf(Sweep sweep, SweepView view)
    {
        var centre = new SitePoint(sweep.CentreEast, sweep.CentreNorth);
        var hookup = Sheet.Job.Hookups.Where(h => h is { Method: not HookupMethod.Passive, FrequencyHertz: not null } && h.Connection.DistanceTo(centre) <= RoundHookupMetres).MaxBy(h => h.MadeAt);
        if (hookup is not { FrequencyHertz: { } hertz } || (hookup.Method == HookupMethod.Direct && hookup.Stake is null) || Sheet.LineById(hookup.LineId) is not { } line)
        {
            return null;
        }

        var sender = (Sheet.Instruments.FirstOrDefault(i => i.Id == hookup.TransmitterId) ?? UsualInstruments.Transmitter).AsTransmitter();
        var hearer = (Sheet.Instruments.FirstOrDefault(i => i.Id == hookup.ReceiverId) ?? UsualInstruments.Receiver).AsReceiver();
        if (SheetGround.Task(Sheet, line, sender, hearer) is not { } task || task.Ground.Line(task.Target) is null
            || desk.Predict(task, SheetGround.TryOf(hookup, task.Target, hertz, sender)) is not { IsGood: true } solved)
        {
            return null;
        }

        var expected = ArcSweep.Expect(solved.Value.Solved, task.Ground, centre, sweep.RadiusMetres > 0 ? sweep.RadiusMetres : ArcSweep.UsualRadiusMetres);
        List<Azimuth> heard = [.. view.Passes.Where(p => p.WalkedAt is not null).SelectMany(p => p.Responses.Select(r => Azimuth.Of(p.Pass.At(r.AlongMetres) - centre)))];

        // Nothing is missing where nobody has walked yet.
        IReadOnlyList<ArcMatch> compared = view.Passes.Count == view.Open.Count ? []
            : [.. ArcSweep.Compare(expected, heard).Where(m => m.Found is not null || IsWalked(view, centre, m.Expected!.Bearing))];
        return new RingDrawing(expected, task.Ground, compared, Person.SectionHeight);
    }

    private static bool IsWalked(SweepView view, SitePoint centre, Azimuth bearing) =>
        view.Passes.Any(p => p.WalkedAt is not null && Enumerable.Range(0, 5).Any(k => Azimuth.Of(p.Pass.At(p.Pass.LengthMetres * k / 4) - centre).ApartFrom(bearing) < WalkedDegrees));

    private const double WalkedDegrees = 12;
}
