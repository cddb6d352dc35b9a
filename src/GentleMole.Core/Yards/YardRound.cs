using System.Numerics;
using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Yards;

/// <summary>SIMULATED. One go at a yard: hookups are made and the receiver is walked. Nothing that it answers tells of the ground but by what instruments show.</summary>
public sealed class YardRound
{
    /// <summary>A lead lies over nothing longer.</summary>
    private const double LeadRoomMetres = 1e-6;

    /// <summary>A rod so near to a service, beside its own thickness, goes into it.</summary>
    private const double RodTouchMetres = 0.05;

    private readonly Yard _yard;
    private readonly int _seed;
    private readonly List<YardHooked> _hookups = [];
    private readonly List<YardTaken> _readings = [];
    private readonly Dictionary<UtilityKind, IReadOnlyList<YardPoint>> _marks = [];
    private readonly Dictionary<UtilityKind, YardAnswer> _answers = [];
    private readonly Dictionary<YardHookup, YardHooked> _made = [];
    private IReadOnlyList<SolvedNetwork>? _mains;

    /// <param name="seed">Lays the ground and its noise.</param>
    public YardRound(Yard yard, int seed, YardInstrument? instrument = null)
    {
        ArgumentNullException.ThrowIfNull(yard);
        (_yard, _seed, Site, Instrument) = (yard, seed, yard.Lay(seed), instrument ?? YardInstrument.Usual);
    }

    /// <summary>What may be seen, and TRUTH: whoever answers a player takes only what may be seen.</summary>
    public YardSite Site { get; }

    /// <summary>What one has.</summary>
    public YardInstrument Instrument { get; }

    /// <summary>Marks by utility.</summary>
    public IReadOnlyDictionary<UtilityKind, IReadOnlyList<YardPoint>> Marks => _marks;

    /// <summary>Answers by utility, the last of each.</summary>
    public IReadOnlyDictionary<UtilityKind, YardAnswer> Answers => _answers;

    /// <summary>Readings taken, the first first.</summary>
    public IReadOnlyList<YardTaken> Readings => _readings;

    /// <summary>Which yard it is.</summary>
    public Yard Yard => _yard;

    /// <summary>Lays the ground and its noise.</summary>
    public int Seed => _seed;

    /// <summary>Made so far, the first first.</summary>
    public IReadOnlyList<YardHooked> Hookups => _hookups;

    /// <summary>Makes a hookup; the next readings are of it.</summary>
    public Result<YardHooked> Hook(YardHookup hookup)
    {
        ArgumentNullException.ThrowIfNull(hookup);
        var errors = Check(hookup);
        if (errors.Count > 0)
        {
            return errors;
        }

        var made = Made(hookup);
        _hookups.Add(made);
        return made;
    }

    /// <summary>TRUTH: what a hookup would do, without making it.</summary>
    internal YardHooked Made(YardHookup hookup)
    {
        if (_made.TryGetValue(hookup, out var known))
        {
            return known;
        }

        var stopped = Stopped(hookup);
        var heard = stopped is null && hookup.Method != HookupMethod.Passive ? Solve(hookup) is { } solved ? [solved] : [] : Mains;
        var isSending = stopped is null && heard.Count > 0;
        return _made[hookup] = new YardHooked(
            hookup, hookup.Method == HookupMethod.Direct && isSending ? heard[0].Shown : null, stopped, heard, hookup.Method == HookupMethod.Clamp && isSending ? Lead(hookup, heard[0]) : 1);
    }

    /// <summary>Reads the receiver, of the last hookup or, before any, of what is live.</summary>
    public Result<IReadOnlyList<YardShown>> Read(IReadOnlyList<YardReadingAsk> asks)
    {
        ArgumentNullException.ThrowIfNull(asks);
        var errors = new List<FieldError>();
        for (var i = 0; i < asks.Count; i++)
        {
            if (Refused(asks[i]) is { } sentence)
            {
                errors.Add(new FieldError(FormattableString.Invariant($"readings[{i}]"), sentence));
            }
        }

        if (errors.Count > 0)
        {
            return errors;
        }

        var last = _hookups.Count > 0 ? _hookups[^1] : new YardHooked(YardHookup.Passive, null, null, Mains, 1);
        var build = ReceiverBuild.Of(Instrument.Receiver, last.Hertz);
        var hasReference = last.IsSending && last.Hookup.Method is HookupMethod.Direct or HookupMethod.Clamp;
        var mark = (last.IsSending ? last.Hookup : YardHookup.Passive).Mark(YardDraw.Of(_yard.Code, _seed).Whole()).Whole();
        var shown = asks.Select(ask => YardReceiver.Read(
            last.FieldAt, build, ask, hasReference, YardDraw.Of(mark, ask.Place.East, ask.Place.North, ask.HeightMetres, ask.Heading.Degrees))).ToList();
        _readings.AddRange(asks.Zip(shown, (ask, of) => new YardTaken(_hookups.Count, ask, of)));
        return shown;
    }

    /// <summary>Puts the marks of a utility in place of those before; none takes them away.</summary>
    public IReadOnlyList<FieldError> Mark(UtilityKind utility, IReadOnlyList<YardPoint> points)
    {
        ArgumentNullException.ThrowIfNull(points);
        var errors = new List<FieldError>();
        if (!Site.Utilities.Contains(utility))
        {
            errors.Add(new FieldError("utility", "This yard does not ask for it."));
        }

        if (points.Count == 1)
        {
            errors.Add(new FieldError("points", "A line has two points or more; none takes the marks away."));
        }

        for (var i = 0; i < points.Count; i++)
        {
            if (!SiteRules.IsPlace(points[i].Place) || YardRings.Outside(Site.Area, points[i].Place) > YardSite.RoundMetres)
            {
                errors.Add(new FieldError(FormattableString.Invariant($"points[{i}]"), "That is no place in this yard."));
            }
            else if (points[i].DepthMetres is { } depth && !YardPoint.Depths.Hold(depth))
            {
                errors.Add(new FieldError(FormattableString.Invariant($"points[{i}].depthMetres"), FormattableString.Invariant($"Depths are from {YardPoint.Depths.Least} to {YardPoint.Depths.Most} m.")));
            }
        }

        if (errors.Count == 0)
        {
            _marks.Remove(utility);
            if (points.Count > 0)
            {
                _marks[utility] = [.. points];
            }
        }

        return errors;
    }

    /// <summary>Answers a utility.</summary>
    public IReadOnlyList<FieldError> Answer(YardAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(answer);
        if (!Site.Utilities.Contains(answer.Utility))
        {
            return [new FieldError("utility", "This yard does not ask for it.")];
        }

        if (answer.Answer == LineAnswer.Pending)
        {
            return [new FieldError("answer", "Say marked, clear, not found, or passed on.")];
        }

        _answers[answer.Utility] = answer;
        return [];
    }

    /// <summary>TRUTH: what the marks of the target are worth as they stand.</summary>
    public YardOutcome Outcome => YardOutcome.Of(
        Site, [.. Site.Ground.Lines.Where(l => Site.Target.Contains(l.Id) || Site.SameToAll.Contains(l.Id))], Site.Utility, _marks.GetValueOrDefault(Site.Utility, []),
        [.. _readings.Where(r => r.Hookup > 0 && _hookups[r.Hookup - 1].IsSending).Select(r => r.Ask.Place)]);

    private IReadOnlyList<SolvedNetwork> Mains => _mains ??= [.. Site.Ground.Lines.Where(l => l.Lies.NetMilliamps > 0)
        .Select(l => Site.Ground.Solve(new NetCurrentSource(l.Id, l.Lies.NetMilliamps!.Value / 1000), YardInstrument.MainsHertz)).OfType<SolvedNetwork>()];

    private List<FieldError> Check(YardHookup hookup)
    {
        var errors = new List<FieldError>();
        void Refuse(string field, string sentence) => errors.Add(new FieldError(field, sentence));
        if (hookup.Method == HookupMethod.Passive)
        {
            return errors;
        }

        var at = hookup.Connection is { } id ? Site.Connection(id) : null;
        if (hookup.Method != HookupMethod.Induction)
        {
            if (at is null)
            {
                Refuse("connection", "Say what it goes on: one of the connections of this yard.");
            }
            else if (!at.Value.Connection.Methods.Contains(hookup.Method))
            {
                Refuse("method", "That cannot be done there.");
            }
        }

        if (hookup.Method == HookupMethod.Direct)
        {
            if (hookup.Stake is not { } stake || !SiteRules.IsPlace(stake.Place))
            {
                Refuse("stake", "Say where the stake goes.");
            }
            else if (!(stake.Driven is > 0 and <= 1))
            {
                Refuse("stake.driven", "Say how much of it is driven: more than 0, up to 1.");
            }
            else if (at is not null && at.Value.Feature.Place.DistanceTo(stake.Place) > Instrument.Transmitter.LeadMetres + LeadRoomMetres)
            {
                Refuse("stake", FormattableString.Invariant($"The lead reaches {Instrument.Transmitter.LeadMetres:0.#} m."));
            }
            else if (Site.SurfaceAt(stake.Place) == YardSurfaceKind.Building)
            {
                Refuse("stake", "There is a building.");
            }
        }

        if (hookup.Method == HookupMethod.Induction && (hookup.Box is not { } box || !SiteRules.IsPlace(box.Place) || YardRings.Outside(Site.Area, box.Place) > YardSite.RoundMetres || Site.SurfaceAt(box.Place) == YardSurfaceKind.Building))
        {
            Refuse("box", "Say where the transmitter stands: on the site, outside buildings.");
        }

        if (hookup.Hertz is not { } hertz || !Instrument.Transmitter.FrequenciesHertz.Contains(hertz))
        {
            Refuse("frequencyHertz", "Choose one of the transmitter’s frequencies.");
        }

        if (hookup.SetMilliamps is not { } set || !Instrument.Transmitter.StepsMilliamps.Contains(set))
        {
            Refuse("setMilliamps", "Choose one of the transmitter’s settings.");
        }

        return errors;
    }

    private string? Refused(YardReadingAsk ask) =>
        !SiteRules.IsPlace(ask.Place) || !double.IsFinite(ask.Heading.Degrees) ? "Give a place and a heading in numbers."
        : !YardReadingAsk.Heights.Hold(ask.HeightMetres) ? FormattableString.Invariant($"The receiver is held from {YardReadingAsk.Heights.Least} to {YardReadingAsk.Heights.Most} m above the ground.")
        : YardRings.Outside(Site.Area, ask.Place) > YardSite.RoundMetres ? FormattableString.Invariant($"That is more than {YardSite.RoundMetres} m from the area.")
        : Site.SurfaceAt(ask.Place) == YardSurfaceKind.Building ? "There is a building."
        : null;

    private YardStop? Stopped(YardHookup hookup)
    {
        if (hookup.Method != HookupMethod.Direct)
        {
            return null;
        }

        var on = Site.Ground.Line(Site.Connection(hookup.Connection!)!.Value.Connection.On)!;
        if (on.Lies.NetMilliamps > 0)
        {
            return hookup.IsTestedDead ? YardStop.Live : YardStop.NotTested;
        }

        var stake = hookup.Stake!;
        return Site.SurfaceAt(stake.Place) != YardSurfaceKind.Soil ? YardStop.StakeNoSoil
            : Site.Ground.Lines.Any(l => IsHit(l, stake)) ? YardStop.StakeOnService
            : null;
    }

    private bool IsHit(Practice.BuriedLine line, YardStake stake)
    {
        var station = line.Run.Project(stake.Place);
        var radius = line.Lies.Conductor?.RadiusMetres ?? 0.03;
        return station.Foot.DistanceTo(stake.Place) <= radius + RodTouchMetres && stake.Driven * Instrument.RodMetres >= line.DepthAt(station.ChainageMetres).Metres - radius;
    }

    private SolvedNetwork? Solve(YardHookup hookup)
    {
        var part = hookup.SetMilliamps!.Value / Instrument.Transmitter.StepsMilliamps[^1];
        var place = hookup.Connection is { } id && Site.Connection(id) is var (_, connection) ? Site.Ground.PlaceOf(connection.On, connection.AtMetres) : null;
        SignalSource source = hookup.Method switch
        {
            HookupMethod.Direct => new DirectSource(
                place!, new EarthStake(hookup.Stake!.Place, hookup.Stake.Driven * Instrument.RodMetres, Wetted: hookup.Stake.IsWetted), new Drive(hookup.SetMilliamps.Value / 1000, Instrument.Transmitter.MaxVolts, Instrument.Transmitter.MaxWatts)),
            HookupMethod.Clamp => new ClampSource(place!, part * Instrument.Transmitter.ClampVoltsAt(hookup.Hertz!.Value)),
            HookupMethod.Induction => new InductionSource(hookup.Box!.Place, new Height(0.2), hookup.Box.Axis, part * Instrument.Transmitter.MomentAmpereSquareMetres),
            _ => throw new ArgumentOutOfRangeException(nameof(hookup)),
        };
        return Site.Ground.Solve(source, hookup.Hertz!.Value);
    }

    /// <summary>The phase of the current in the clamped line, away from its feature.</summary>
    private Complex Lead(YardHookup hookup, SolvedNetwork solved)
    {
        var connection = Site.Connection(hookup.Connection!)!.Value.Connection;
        var isFromEnd = connection.AtMetres > Site.Ground.Line(connection.On)!.Run.Length / 2;
        var current = Site.Ground.CurrentAt(solved, connection.On, connection.AtMetres) * (isFromEnd ? -1 : 1);
        return current.Magnitude > 0 ? current / current.Magnitude : 1;
    }
}
