using GentleMole.Core;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Signal;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Web.Sheets;

/// <summary>A dot with the verdict that the core gives it in its place on the line.</summary>
internal sealed record JudgedDot(Reading Reading, DotJudgement Judgement)
{
    /// <summary>Where the mark goes by the place's school.</summary>
    public SitePoint MarkPlace => Reading.Place + (Judgement.Ahead.Right * Judgement.PlaceMark.OffsetMetres);

    public MarkPoint ToMark() => new(
        MarkPlace,
        Math.Max(
            Judgement.Position.High95 - Judgement.PlaceMark.OffsetMetres,
            Judgement.PlaceMark.OffsetMetres - Judgement.Position.Low95),
        Judgement.Depth,
        Judgement.Verdict,
        Reading.Number);
}

/// <summary>A utility with its dots and the line through the accepted ones.</summary>
internal sealed record SheetLine(SoughtLine Line, IReadOnlyList<JudgedDot> Dots, TracedLine Traced)
{
    public double ZoneHalfWidth(double toleranceMetres) =>
        ToleranceZone.HalfWidth(Line.OutsideDiameterMetres ?? 0, toleranceMetres);

    /// <summary>The run by the owner's plan, if one was drawn.</summary>
    public Run? Expected => Line.ExpectedRun.Count >= 2 ? new Run(Line.ExpectedRun) : null;

    /// <summary>Where the line is taken to run: as marked, else as plans say; null when neither is known.</summary>
    public Run? BestRun => Traced.Run ?? Expected;
}

/// <summary>Everything on one job's sheet, judged and joined; what pages, drawings and exports are made from.</summary>
internal sealed class JobSheet
{
    public required Job Job { get; init; }

    public required Firm Firm { get; init; }

    public required WorkingCalendar Calendar { get; init; }

    public required IReadOnlyList<SheetLine> Lines { get; init; }

    /// <summary>Readings of utilities that are not on the notice.</summary>
    public required IReadOnlyList<Reading> Loose { get; init; }

    public required LocalDateTime Now { get; init; }

    public required NoticeTimes? Times { get; init; }

    public required JobProgress Progress { get; init; }

    public IReadOnlyList<Deadline> Deadlines => Times is null
        ? []
        : NoticeClock.Deadlines(Times, Job.DigPlanned is { } planned ? LocalDate.FromDateOnly(planned) : null, Now.Date);

    public bool HasDig => Job.DigCorners.Count >= 3;

    /// <summary>Where the section is cut: the middle of the dig, else the tape, else nothing.</summary>
    public Run? Cut => HasDig ? DigArea.Axis(Job.DigCorners) : Job.Tape.Count == 2 ? new Run(Job.Tape) : null;

    public SheetLine? LineById(int? id) => Lines.FirstOrDefault(l => l.Line.Id == id);

    /// <summary>Known or expected lines other than one, for judging where a stake stands.</summary>
    public IReadOnlyList<KnownLine> OthersThan(int lineId) =>
        [.. Lines.Where(l => l.Line.Id != lineId && l.BestRun is not null).Select(l => new KnownLine(l.Line.Owner, l.BestRun!))];

    /// <summary>The hookup that readings on a line are taken with now.</summary>
    public Hookup? HookupOf(int lineId) => Job.Hookups.Where(h => h.LineId == lineId).MaxBy(h => h.MadeAt);

    /// <summary>What a new dot on a line would be judged against.</summary>
    public DotContext ContextFor(SheetLine line, Hookup? hookup, Reading? before, SitePoint place, LineFeature feature) => new()
    {
        SentMilliamps = hookup?.SentMilliamps,
        Previous = before is null ? null : new PreviousDot(before.Place, before.DepthMetres, before.CurrentMilliamps),
        Connection = hookup is { Method: HookupMethod.Direct or HookupMethod.Clamp } ? hookup.Connection : null,
        Stake = hookup?.Stake,
        ExpectedDirection = line.Expected is { } run ? run.DirectionAt(run.Project(place).ChainageMetres) : null,
        Feature = feature,
        ToleranceMetres = line.ZoneHalfWidth(Firm.ToleranceMetres),
        School = Firm.School,
    };

    /// <summary>The last dot before a moment that the line goes through, taken with the same hookup.</summary>
    public static Reading? Before(IEnumerable<Reading> dots, int? hookupId, DateTime moment) => dots
        .Where(d => d.State == DotState.Accepted && d.HookupId == hookupId && d.TakenAt < moment)
        .MaxBy(d => d.TakenAt);
}
