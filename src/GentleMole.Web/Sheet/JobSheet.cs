using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Paint;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Core.Together;
using GentleMole.Core.Walk;
using GentleMole.Store.Model;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>Everything on one job's sheet, judged and joined; what pages, drawings and exports are made from.</summary>
internal sealed record JobSheet
{
    public required Job Job { get; init; }

    public required FirmSettings Firm { get; init; }

    /// <summary>How the place wants lines on the ground.</summary>
    public PaintCustom Custom { get; init; } = PaintCustom.Shipped[0];

    /// <summary>Sheets that went out, the first first; what they claimed is with the last two.</summary>
    public IReadOnlyList<HandedSheet> Handed { get; init; } = [];

    /// <summary>The last one; null before any.</summary>
    public HandedSheet? LastHanded => Handed.Count > 0 ? Handed[^1] : null;

    public required WorkingCalendar Calendar { get; init; }

    public required IReadOnlyList<SheetLine> Lines { get; init; }

    /// <summary>Samples of instruments that name no utility of the notice: evidence without a dot.</summary>
    public required LooseEvidence Loose { get; init; }

    public required LocalDateTime Now { get; init; }

    public required DateTimeZone Zone { get; init; }

    public required JobClocks Clocks { get; init; }

    public required JobProgress Progress { get; init; }

    /// <summary>Owners as the office keeps them.</summary>
    public required IReadOnlyList<OwnerRow> Owners { get; init; }

    /// <summary>The firm's transmitters and receivers.</summary>
    public required IReadOnlyList<Instrument> Instruments { get; init; }

    public required IReadOnlyList<OwnerFile> Files { get; init; }

    /// <summary>Cautions that apply to this site.</summary>
    public required IReadOnlyList<SiteCaution> Cautions { get; init; }

    /// <summary>Parts that cannot be drawn and were left off, in words; dots that lie nowhere come last.</summary>
    public IReadOnlyList<UndrawablePart> Undrawable
    {
        get => [.. field, .. NowhereDots.Select(d => new UndrawablePart($"dot {d.Number}", $"trace?line={d.LineId}"))];
        init;
    } = [];

    /// <summary>Dots whose place is none on a site; they are on no line.</summary>
    public IReadOnlyList<Reading> NowhereDots { get; init; } = [];

    /// <summary>What was drawn of it already; not of a sheet whose lines are not on it yet.</summary>
    public DrawnOnce Drawn { get; private init; } = new();

    /// <summary>Number of the last log entry when the sheet was read.</summary>
    public required long LogHead { get; init; }

    public NoticeTimes? Times => Clocks.Times(Firm.Rules, Calendar, Zone);

    /// <summary>Last day on which the marks hold.</summary>
    public LocalDate? MarksExpire => Clocks.MarksExpire(Calendar, Zone)?.Date;

    public IReadOnlyList<Deadline> Deadlines => Clocks.Deadlines(Firm.Rules, Calendar, Zone, Now.Date);

    /// <summary>Cautions that nobody has acknowledged today.</summary>
    public IReadOnlyList<SiteCaution> OpenCautions =>
        [.. Cautions.Where(c => !Job.Acks.Exists(a => a.Caution == c && a.Day == Now.Date))];

    /// <summary>Record lines with their doubt, for comparing with what is seen.</summary>
    public IReadOnlyList<RecordedRun> Recorded =>
        [.. Job.Records.Where(r => r.Points.Count >= 2).Select(r => new RecordedRun(r.Id, r.Kind, new Run(r.Points), r.DoubtMetres))];

    public IReadOnlyList<SeenFeature> Seen => [.. Job.Features.Where(f => f.Points.Count > 0).Select(f => new SeenFeature(f.Id, PlacedOf(f)))];

    /// <summary>Where trees stand.</summary>
    public IReadOnlyList<SitePoint> Trunks => [.. Job.Features.Where(f => f is { Kind: FeatureKind.Tree, Points.Count: > 0 }).Select(f => f.Points[0])];

    /// <summary>Features that do not lie where the plans say.</summary>
    public IReadOnlyList<RecordQuestion> Questions => RecordCheck.Questions(Seen, Recorded);

    /// <summary>Of these, what nobody has settled, or what has moved since.</summary>
    public IReadOnlyList<RecordQuestion> OpenQuestions => [.. Questions.Where(q => SettlementOf(q) is null)];

    /// <summary>Runs of radar responses that contradict the receiver on their line, and nobody has said which is right.</summary>
    public IReadOnlyList<(SheetLine Line, WitnessHeld Held)> OpenHeld => [.. Lines.SelectMany(l => l.Together.Witnesses.Where(w => w.IsOpen).Select(w => (l, w)))];

    /// <summary>A decided run of radar responses, held against the dots of its line; null of what has none.</summary>
    public WitnessHeld? HeldOf(FoundLine found) => LineById(found.LineId)?.Together.Witnesses.FirstOrDefault(w => w.Witness.Id == found.Id);

    public Settlement? SettlementOf(RecordQuestion question) => Job.Settlements.FindLast(s => s.FeatureId == question.FeatureId
        && s.RecordLineId == question.RecordId && Math.Abs(s.DistanceMetres - question.DistanceMetres) < 0.1);

    /// <summary>The same sheet with its lines judged, and how far the job is by them.</summary>
    public JobSheet With(IReadOnlyList<SheetLine> lines) => this with
    {
        Lines = lines,
        Drawn = new DrawnOnce(),
        Progress = new JobProgress(
            HasDig && Job.ReceivedAt is not null && (lines.Count > 0 || Job.Sought != JobSought.Utilities),
            Files.Count(f => f.State is not (RecordState.Complete or RecordState.Nothing)),
            OpenCautions.Count,
            lines.Count,
            Job.Hookups.Count,
            lines.Count(l => l.Line.Answer == LineAnswer.Pending && l.Traced.Points.Count < 2),
            lines.Count(l => l.Line.Answer == LineAnswer.Pending),
            Job.HandedOverAt is not null)
        {
            SeeksNoUtility = Job.Sought != JobSought.Utilities,
            Sweeps = Job.Sweeps.Count,
            Profiles = Job.Profiles.Count,
            ProfilesOpen = Job.Profiles.Count(p => p.ReadAt is null),
            SweepsOpen = Job.Sweeps.Count(s => s.Passes.Exists(p => p.WalkedAt is null)),
        },
    };

    /// <summary>Searches for faults, worked out.</summary>
    public IReadOnlyList<SearchTold> Searches => Drawn.Get(nameof(Searches), () => new SearchesTold([.. Job.FaultSearches.OrderBy(s => s.Id).Where(s => LineById(s.LineId) is not null).Select(s => SearchTold.Of(s, LineById(s.LineId)!))])).All;

    private sealed record SearchesTold(IReadOnlyList<SearchTold> All);

    /// <summary>Dots of all its lines.</summary>
    public int DotCount => Lines.Sum(l => l.Dots.Count);

    /// <summary>The site and the dig alone, without what is or may be in the ground.</summary>
    public JobSheet WithoutLines() => this with
    {
        Lines = [],
        Loose = LooseEvidence.None,
        Drawn = new DrawnOnce(),
        Job = new Job
        {
            Id = Job.Id, Name = Job.Name, Digger = Job.Digger, DigCorners = Job.DigCorners, DigRoute = Job.DigRoute, DigLaterals = Job.DigLaterals,
            OutlineStyle = Job.OutlineStyle, OriginProvisional = Job.OriginProvisional, Tape = Job.Tape,
        }.WithFeatures(Job.Features),
    };

    public static Placed PlacedOf(SiteFeature f) => new(f.Kind, f.Points, f.Utility, f.Material, f.Was, f.DoubtMetres);

    public bool HasDig => Job.DigCorners.Count >= 3;

    /// <summary>Where the section is cut: the middle of the dig, else the tape, else nothing.</summary>
    public Run? Cut => Job.DigRoute.Count >= 2
        ? new Run(Job.DigRoute)
        : HasDig ? DigArea.Axis(Job.DigCorners) : Job.Tape.Count == 2 ? new Run(Job.Tape) : null;

    public SheetLine? LineById(int? id) => Lines.FirstOrDefault(l => l.Line.Id == id);

    /// <summary>Known or expected lines other than one, for judging where a stake stands.</summary>
    public IReadOnlyList<KnownLine> OthersThan(int lineId) =>
        [.. Lines.Where(l => l.Line.Id != lineId && l.BestRun is not null).Select(l => new KnownLine(l.Line.Owner, l.BestRun!))];

    /// <summary>By what a line was found of which no plan tells; its run is where that has it. Null for lines that somebody drew.</summary>
    public FoundBy? FoundOnlyBy(SoughtLine line) => Job.Found.Find(f => f.LineId == line.Id && f.Becomes == FoundAs.Unknown)?.Source;

    /// <summary>The hookup that readings on a line are taken with now.</summary>
    public Hookup? HookupOf(int lineId) => Job.Hookups.Where(h => h.LineId == lineId).MaxBy(h => h.MadeAt);

    /// <summary>Pages of the connection guide that the lead has made the firm's own.</summary>
    public IReadOnlyList<GuideEntry> Guide { get; init; } = [];

    /// <summary>The lead's notes on kinds of features.</summary>
    public IReadOnlyList<GuideNote> GuideNotes { get; init; } = [];

    /// <summary>What the guide says of a feature of a utility; empty when nothing.</summary>
    public string GuideAt(UtilityKind kind, FeatureKind feature) =>
        GuideNotes.FirstOrDefault(n => n.Kind == kind && n.Feature == feature)?.Text ?? ShippedGuide.At(kind, feature);

    public GuideEntry GuideOf(UtilityKind kind) => Guide.FirstOrDefault(g => g.Kind == kind) ?? ShippedGuide.Of(kind);

    /// <summary>
    /// Why a reading is to be doubted for its receiver: the state of the receiver it was taken with on its day; null when it is
    /// good, or when nobody said which it was.
    /// </summary>
    public CheckState? DoubtOf(Reading reading)
    {
        var state = ReceiverOf(reading)?.StateOn(PlaceClock.Local(reading.TakenAt, Firm.TimeZone).Date) ?? CheckState.Good;
        return state == CheckState.Good ? null : state;
    }

    /// <summary>The instrument to reckon with: the one used last on this job, else one in check, else any; null when there is none.</summary>
    public Instrument? InstrumentAtHand(InstrumentKind kind)
    {
        var own = Instruments.Where(i => i.Kind == kind).ToList();
        var last = Job.Hookups.OrderByDescending(h => h.MadeAt)
            .Select(h => kind == InstrumentKind.Transmitter ? h.TransmitterId : h.ReceiverId).FirstOrDefault(i => i is not null);
        return own.Find(i => i.Id == last) ?? own.Find(i => i.StateOn(Now.Date) == CheckState.Good) ?? own.FirstOrDefault();
    }

    /// <summary>The receiver that a reading was taken with, where the hookup says it.</summary>
    public Instrument? ReceiverOf(Reading reading) =>
        Job.Hookups.Find(h => h.Id == reading.HookupId)?.ReceiverId is { } id ? Instruments.FirstOrDefault(i => i.Id == id) : null;

    /// <summary>From where to where the dig lies on a cut; null where it does not.</summary>
    public (double? From, double? To) DigSpan(Run cut)
    {
        if (!HasDig)
        {
            return (null, null);
        }

        if (Cut is { } axis && axis.Points.SequenceEqual(cut.Points))
        {
            return (0, cut.Length);
        }

        var ring = new Run([.. Job.DigCorners, Job.DigCorners[0]]);
        var chainages = cut.CrossingsWith(ring).Select(c => c.ChainageMetres).Order().ToList();
        return chainages.Count >= 2 ? (chainages[0], chainages[^1]) : (null, null);
    }
}
