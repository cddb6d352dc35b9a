using System.Collections.Concurrent;
using System.Globalization;
using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Instruments;
using GentleMole.Core.Network;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Words;

namespace GentleMole.Web.Sheet;

/// <summary>
/// What plans and suspicion say of the lines of a job before anything is read: where each should be, how deep, and what current a
/// hookup puts on it by the engine. Dots do not change it, so that the verdict on one does not hang on the others.
/// </summary>
internal sealed class KnownGround
{
    /// <summary>Further aside a line moves no peak.</summary>
    private const double FarMetres = 5;

    /// <summary>Half-width of a run of which no doubt is told, 95 %: that of most plans.</summary>
    private const double UsualDoubtMetres = 1;

    /// <summary>No plan is truer than this, standard deviation.</summary>
    private const double LeastSigmaMetres = 0.2;

    /// <summary>A line predicted to carry less than this part may carry more all the same: bonds that nobody has drawn are common.</summary>
    private const double LeastRatio = 0.05;

    private const double MostRatio = 100;

    private readonly JobSheet _frame;
    private readonly IReadOnlyList<GroundSource> _sources;
    private readonly ConcurrentDictionary<(int Hookup, int Line), Lazy<(SupposedGround Ground, SolvedNetwork Currents)?>> _solved = new();

    private readonly Lazy<SupposedGround> _ground;

    private KnownGround(JobSheet frame, IReadOnlyList<GroundSource> sources, string fingerprint) =>
        (_frame, _sources, Fingerprint, _ground) = (frame, sources, fingerprint, new(() => SheetGround.Of(frame)));

    /// <summary>Two that are the same say the same.</summary>
    public string Fingerprint { get; }

    /// <param name="frame">The sheet without its dots.</param>
    public static KnownGround Of(JobSheet frame)
    {
        var job = frame.Job;
        static string Said(params object?[] facts) => string.Join('|', facts.Select(f => f is IEnumerable<SitePoint> points ? string.Join(';', points) : Convert.ToString(f, CultureInfo.InvariantCulture)));
        IEnumerable<string> facts =
        [
            Said(job.SoilOhmMetres),
            .. job.Lines.Select(l => Said(l.Id, l.Owner, l.Kind, l.Material, l.OutsideDiameterMetres, l.ExpectedRun)),
            .. job.Records.Select(r => Said(r.Id, r.LineId, r.Owner, r.Kind, r.Material, r.Points, r.CoverMetres, r.DoubtMetres)),
            .. job.LineModels.Select(m => Said(
                m.Of, m.Kind, m.Points, m.NoMetal, m.Metal, m.OutsideMetres, m.WallMetres, m.Coating, m.DepthMetres, m.StartKind, m.StartOhms, m.EndKind, m.EndOhms, m.NetMilliamps)),
            .. job.Ties.Select(t => Said(t.From, t.FromMetres, t.To, t.ToMetres, t.Ohms, t.IsJoint)),
            .. job.Hookups.Select(h => Said(h.Id, h.LineId, h.Method, h.Connection, h.Stake, h.FrequencyHertz, h.SentMilliamps, h.Volts, h.TransmitterId, h.ReceiverId)),
            .. frame.Instruments.Select(i => Said(i.Id, i.Kind, i.FloorNanotesla)),
            .. job.Features.Select(f => Said(f.Kind, f.Points)),
        ];
        return new KnownGround(frame, SheetGround.Sources(frame), string.Join('\n', facts));
    }

    /// <summary>For a row across a dot, offsets right of it.</summary>
    /// <param name="ahead">Direction of walking at the dot.</param>
    public PinpointPrior At(SheetLine line, int? hookupId, SitePoint place, SitePoint ahead)
    {
        var own = SheetGround.LineName(line.Line.Id);
        var solved = hookupId is { } id ? _solved.GetOrAdd((id, line.Line.Id), _ => new(() => Solve(id, line))).Value : null;
        var target = _sources.FirstOrDefault(s => s.Of == own);
        var offset = target is null ? null : Beside(target, place, ahead);
        var neighbours = _sources.Where(s => s.Of != own)
            .Select(s => (Source: s, Beside: Beside(s, place, ahead)))
            .Where(s => s.Beside is { } aside && Math.Abs(aside) <= FarMetres)
            .OrderBy(s => Math.Abs(s.Beside!.Value)).Take(PinpointPriorRules.MostNeighbours)
            .Select(s => new NeighbourPrior(s.Beside!.Value, SigmaOf(s.Source), s.Source.Depth, RatioOf(solved, own, s.Source.Of, place)))
            .Where(n => n.CurrentRatio is not 0)
            .Select(n => n.CurrentRatio is { } ratio && Math.Abs(ratio) < LeastRatio ? n with { CurrentRatio = null } : n)
            .ToList();
        return new PinpointPrior(
            offset is { } aside && Math.Abs(aside) <= FarMetres ? aside : null, target is null ? null : SigmaOf(target), target?.Depth, null, neighbours);
    }

    /// <summary>Asks which line dots of a hookup are on; or why nobody can say.</summary>
    /// <param name="dots">As they lie on the sheet, in the order taken.</param>
    public (IdentifyTask? Task, NoIdentity Why) Identify(SheetLine line, int? hookupId, IReadOnlyList<ObservedDot> dots)
    {
        if (Hookup(hookupId) is not { } hookup)
        {
            return (null, NoIdentity.NoHookup);
        }

        if (hookup.FrequencyHertz is not { } hertz)
        {
            return (null, hookup.Method == HookupMethod.Passive ? NoIdentity.NothingSent : NoIdentity.NoHookup);
        }

        var (sender, hearer) = (SenderOf(hookup), (Of(hookup.ReceiverId, InstrumentKind.Receiver) ?? UsualInstruments.Receiver).AsReceiver());
        return SupposedTask.Of(
            _ground.Value, of => _sources.FirstOrDefault(s => s.Of == of) is { } source ? SigmaOf(source) : UsualDoubtMetres / 1.96,
            SheetGround.TryOf(hookup, SheetGround.LineName(line.Line.Id), hertz, sender) with { On = SheetGround.LineName(hookup.LineId) }, sender, hearer, (hookup.SentMilliamps, hookup.Volts), dots);
    }

    /// <summary>What a line of the ground is called on site; with its owner where there are several of its kind.</summary>
    public string NameOf(string of) => _sources.FirstOrDefault(s => s.Of == of) is not { } source ? "a line"
        : source.Kind == UtilityKind.Unknown && source.Name.Length > 0 ? $"the line “{source.Name}”"
        : LineWords.The(source.Kind) + (_sources.Count(s => s.Kind == source.Kind) > 1 ? $" of {source.Name}" : "");

    /// <summary>Its paint.</summary>
    public UtilityKind KindOf(string of) => _sources.FirstOrDefault(s => s.Of == of)?.Kind ?? UtilityKind.Unknown;

    /// <summary>A chainage of the network as the sheet counts it.</summary>
    public double SheetChainage(LinePlace place) =>
        _ground.Value.Line(place.Line) is { } line ? Math.Clamp(place.ChainageMetres - SupposedGround.Before(line), 0, line.Run.Length) : place.ChainageMetres;

    /// <summary>True where the current away from the transmitter runs the given way at a place, by how the line should run; null where nobody knows.</summary>
    public bool? RunsAway(SheetLine line, int? hookupId, SitePoint place, SitePoint ahead) =>
        Hookup(hookupId) is { } hookup && line.Expected is { } run
            ? run.DirectionAt(run.Project(place).ChainageMetres).Dot(ahead) * (run.Project(place).ChainageMetres - run.Project(hookup.Connection).ChainageMetres) > 0
            : null;

    /// <summary>Current that the engine expects on a line at places, for what the transmitter showed as sent; null without a prediction.</summary>
    public IReadOnlyList<double>? MilliampsAt(SheetLine line, int hookupId, IEnumerable<SitePoint> places)
    {
        var own = SheetGround.LineName(line.Line.Id);
        if (_solved.GetOrAdd((hookupId, line.Line.Id), _ => new(() => Solve(hookupId, line))).Value is not var (ground, currents) || ground.Line(own) is not { } target)
        {
            return null;
        }

        // The ground is solved for what the transmitter would give; what it gave was read off it.
        var by = Hookup(hookupId)?.SentMilliamps is { } sent && currents.Shown.Amperes is { } given and > 0 ? sent / (given * 1000) : 1;
        return [.. places.Select(p => 1000 * by * currents.CurrentAt(own, SupposedGround.Before(target) + target.Run.Project(p).ChainageMetres).Magnitude)];
    }

    /// <summary>Noise floor of the receiver of a hookup at its frequency, nanotesla; null where either is not said.</summary>
    public double? FloorNanotesla(int? hookupId) =>
        Hookup(hookupId) is { FrequencyHertz: { } hertz, ReceiverId: { } receiver } && Of(receiver, InstrumentKind.Receiver) is { } instrument
            ? 1e9 * instrument.AsReceiver().FloorTesla(hertz)
            : null;

    /// <summary>Where a line passes a dot, right of it; none where it does not pass.</summary>
    private static double? Beside(GroundSource source, SitePoint place, SitePoint ahead)
    {
        var run = new Run(source.Points);
        var station = run.Project(place);
        var along = run.DirectionAt(station.ChainageMetres);
        var across = station.Foot - place;

        // Past its end or across the walk it is no neighbour alongside.
        return Math.Abs(across.Dot(along)) > 0.3 || Math.Abs(along.Dot(ahead)) < 0.7 ? null : across.Dot(ahead.Right);
    }

    private double SigmaOf(GroundSource source)
    {
        var doubt = _frame.Job.Records.Where(r => source.Of == $"record-{r.Id}" || source.Of == SheetGround.LineName(r.LineId ?? 0))
            .Select(r => (double?)r.DoubtMetres).Min() ?? UsualDoubtMetres;
        return Math.Clamp(doubt / 1.96, LeastSigmaMetres, 20);
    }

    /// <summary>Current there as a signed part of the target's, as the engine predicts; null without a prediction, zero in what is no metal.</summary>
    private static double? RatioOf((SupposedGround Ground, SolvedNetwork Currents)? solved, string target, string other, SitePoint place)
    {
        if (solved is not var (ground, currents) || ground.Line(target) is not { } own)
        {
            return null;
        }

        if (ground.Line(other) is not { } beside)
        {
            return 0;
        }

        var (here, there) = (own.Run.Project(place), beside.Run.Project(place));
        var current = currents.CurrentAt(target, SupposedGround.Before(own) + here.ChainageMetres);
        var sameWay = Math.Sign(own.Run.DirectionAt(here.ChainageMetres).Dot(beside.Run.DirectionAt(there.ChainageMetres)));
        return current.Magnitude > 0
            ? Math.Clamp((currents.CurrentAt(other, SupposedGround.Before(beside) + there.ChainageMetres) / current).Real * sameWay, -MostRatio, MostRatio)
            : null;
    }

    private (SupposedGround Ground, SolvedNetwork Currents)? Solve(int hookupId, SheetLine line)
    {
        if (Hookup(hookupId) is not { FrequencyHertz: { } hertz } hookup || hookup.Method == HookupMethod.Passive
            || (hookup.Method == HookupMethod.Direct && hookup.Stake is null) || (_frame.LineById(hookup.LineId) ?? line) is not { } connected)
        {
            return null;
        }

        var sender = SenderOf(hookup);
        if (SheetGround.Task(_frame, connected, sender, UsualInstruments.Receiver.AsReceiver()) is not { } task || task.Ground.Line(task.Target) is null)
        {
            return null;
        }

        return HookupPlanner.Predict(task, SheetGround.TryOf(hookup, task.Target, hertz, sender)) is { IsGood: true, Value: var predicted } ? (task.Ground, predicted.Solved) : null;
    }

    private Hookup? Hookup(int? id) => _frame.Job.Hookups.Find(h => h.Id == id);

    private Instrument? Of(int? id, InstrumentKind kind) => _frame.Instruments.FirstOrDefault(i => i.Id == id && i.Kind == kind);

    private TransmitterProfile SenderOf(Hookup hookup) => (Of(hookup.TransmitterId, InstrumentKind.Transmitter) ?? UsualInstruments.Transmitter).AsTransmitter();
}
