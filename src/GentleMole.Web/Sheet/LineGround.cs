using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>
/// What the dots of one line are judged against, apart from the dots before them. Two that are the same give the same
/// verdicts, so that dots judged once need not be judged again.
/// </summary>
internal sealed class LineGround
{
    private readonly double _toleranceMetres;
    private readonly MarkTimes _times;
    private readonly MarkSchool _school;
    private readonly Run? _expected;
    private readonly List<HookupFacts> _hookups;
    private readonly SheetLine _line;
    private readonly KnownGround _known;

    public LineGround(FirmSettings firm, SheetLine bare, IEnumerable<Hookup> hookups, KnownGround known)
    {
        (_line, _known) = (bare, known);
        (_toleranceMetres, _school, _expected) = (bare.ZoneHalfWidth(firm.ToleranceMetres), firm.School, bare.Expected);
        _hookups = [.. hookups.Select(HookupFacts.Of)];
        _times = MarkTimes.Of(firm);
    }

    /// <summary>A verdict with its ± as the firm's own holes say that they must be.</summary>
    public DotJudgement Widened(DotJudgement judged, NodaTime.Instant takenAt) => judged.Widened(_times.Across(takenAt), _times.Depth(takenAt));

    /// <summary>What a dot at a place would be judged against.</summary>
    /// <param name="before">The last dot before it that the line goes through, taken with the same hookup.</param>
    public DotContext ContextFor(int? hookupId, Reading? before, Reading dot)
    {
        var context = ContextFor(hookupId, before, dot.Place, dot.Feature);

        // Only a row across is held against what else is known there.
        return dot.Across.Count == 0 ? context : context with { Prior = _known.At(_line, hookupId, dot.Place, context.AheadAt(dot.ToObservation())) };
    }

    /// <summary>What plans and suspicion say, before anything was read.</summary>
    public KnownGround Known => _known;

    public int LineId => _line.Line.Id;

    /// <summary>Everything that these dots are held against when it is asked which line they are on.</summary>
    public string Fingerprint => _known.Fingerprint;

    /// <summary>Asks which line dots are on, all of one hookup; or why nobody can say.</summary>
    public (IdentifyTask? Task, NoIdentity Why) Identify(int? hookupId, IReadOnlyList<ObservedDot> dots) => _known.Identify(_line, hookupId, dots);

    /// <summary>A dot as it is asked about.</summary>
    /// <param name="before">The last dot before it that the line goes through.</param>
    public ObservedDot Observed(Reading dot, Reading? before)
    {
        var ahead = AheadAt(dot.HookupId, before, dot);
        return dot.ToObserved(ahead, _known.RunsAway(_line, dot.HookupId, dot.Place, ahead));
    }

    /// <summary>What a dot is judged against by its signs once it is known what the ground expects of them.</summary>
    /// <param name="lastMilliamps">Current of the dot that was judged before it in the same ground.</param>
    public DotContext ContextFor(int? hookupId, Reading? before, Reading dot, DotIdentity identity, double? lastMilliamps) => ContextFor(hookupId, before, dot) with
    {
        ByGround = GroundBand.Of(identity, _known.RunsAway(_line, hookupId, dot.Place, AheadAt(hookupId, before, dot)) ?? true, lastMilliamps),
    };

    private SitePoint AheadAt(int? hookupId, Reading? before, Reading dot) => ContextFor(hookupId, before, dot.Place, dot.Feature).AheadAt(dot.ToObservation());

    private DotContext ContextFor(int? hookupId, Reading? before, SitePoint place, LineFeature feature)
    {
        var hookup = _hookups.Find(h => h.Id == hookupId);
        return new DotContext
        {
            SentMilliamps = hookup?.SentMilliamps,
            Previous = before is null ? null : new PreviousDot(before.Place, Depth.OfMetres(before.DepthMetres), before.CurrentMilliamps),
            Connection = hookup?.Connection,
            Stake = hookup?.Stake,
            ExpectedDirection = _expected is { } run ? run.DirectionAt(run.Project(place).ChainageMetres) : null,
            Feature = feature,
            FloorNanotesla = _known.FloorNanotesla(hookupId),
            ToleranceMetres = _toleranceMetres,
            School = _school,
        };
    }

    public bool IsSameAs(LineGround other) =>
        _toleranceMetres == other._toleranceMetres && _times == other._times && _school == other._school && _hookups.SequenceEqual(other._hookups) && _known.Fingerprint == other._known.Fingerprint
        && (_expected is null ? other._expected is null : other._expected is { } run && _expected.Points.SequenceEqual(run.Points));

    private sealed record HookupFacts(int Id, double? SentMilliamps, SitePoint? Connection, SitePoint? Stake)
    {
        public static HookupFacts Of(Hookup h) =>
            new(h.Id, h.SentMilliamps, h.Method is HookupMethod.Direct or HookupMethod.Clamp ? h.Connection : null, h.Stake);
    }
}
