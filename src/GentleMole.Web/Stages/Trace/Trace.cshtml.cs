using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Job;
using GentleMole.Core.Ledger;
using GentleMole.Core.Marking;
using GentleMole.Core.Measures;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.StandIns;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Stages;

/// <summary>Dots along a line, each judged as it is typed.</summary>
internal sealed partial class TracePage(MoleDb db, SheetLoader loader, PlaceClock clock, WalkDesk walks, IdentityDesk identities) : SheetPage(db, loader)
{
    /// <summary>Height of the lower coil over ground when the tip rests on it, for rows that do not say.</summary>
    private const double TipHeightMetres = 0.05;

    private const int MostBranches = 8;
    private const int MostListed = 24;
    private const int ListedOfMany = 10;

    private Reading? _typed;
    private (SheetLine? Of, JudgedDot? Dot) _selected;
    private IReadOnlyList<FieldError> _trouble = [];
    private int _growing;
    private WhichLine? _line;

    /// <summary>The simulated receiver's walk on this job, when there is one.</summary>
    public WalkProgress? Walk => walks.Of(Id);

    /// <summary>The dot at hand; none for a new one.</summary>
    [BindProperty(SupportsGet = true, Name = "dot")]
    public Guid? DotId { get; set; }

    /// <summary>Ask for an empty form even when dots wait to be decided.</summary>
    [BindProperty(SupportsGet = true, Name = "new")]
    public bool WantsNew { get; set; }

    /// <summary>Id that a new dot will get: sent twice, it is stored once.</summary>
    public Guid NewId { get; private set; } = Guid.NewGuid();

    public override JobStage Stage => JobStage.Trace;

    /// <summary>A dot that the line goes through is evidence that somebody relied on.</summary>
    public override bool NeedsWhy => base.NeedsWhy || (DotId is not null && SelectedDot is { Reading.State: DotState.Accepted });

    protected override bool IsFieldWork => true;

    public override SheetLine? LineAtHand => Sheet.LineById(LineId)
        ?? Sheet.Lines.FirstOrDefault(l => l.Undecided > 0)
        ?? Sheet.Lines.FirstOrDefault(l => l.Line.Answer == LineAnswer.Pending && Sheet.HookupOf(l.Line.Id) is not null)
        ?? Sheet.Lines.FirstOrDefault();

    /// <summary>The dot asked for, else the last one that waits for a decision.</summary>
    public override JudgedDot? SelectedDot
    {
        get
        {
            if (_selected.Of != LineAtHand || _selected.Of is null)
            {
                _selected = (LineAtHand, DotId is { } id ? LineAtHand?.Dots.FirstOrDefault(d => d.Reading.Id == id)
                    : WantsNew || Request.HasFormContentType || LineAtHand?.Undecided is 0 ? null
                    : LineAtHand?.Dots.LastOrDefault(d => d.Reading.State == DotState.Taken));
            }

            return _selected.Dot;
        }
    }

    public Hookup? Hookup => LineAtHand is { } line
        ? Sheet.Job.Hookups.Find(h => h.Id == SelectedDot?.Reading.HookupId) ?? Sheet.HookupOf(line.Line.Id)
        : null;

    /// <summary>Along the line once there is one, unless the dig is asked for.</summary>
    protected override bool CutAlongLine => CutBy != "dig" && LineAtHand?.Traced.Run is not null;

    public override bool HasLedger => LineAtHand is { } line && LineLedger.TaskOf(line, Hookup) is not null;

    public override (string Part, object Model)? Lower => CutBy == "current" && Ledger is not null ? ("_LineLedger", this) : null;

    /// <summary>Where the current along the line goes; null where too little was read.</summary>
    public LedgerTold? Ledger => _ledger ??= LineAtHand is { } line && LineLedger.TaskOf(line, Hookup) is { } task
        ? new LedgerTold(task, Sheet.Drawn.Get((nameof(LineLedger), line.Line.Id, Hookup?.Id), () => CurrentLedger.Of(task).Value), Person) { Engine = LineLedger.EngineOf(line, Hookup!, task) }
        : null;

    private LedgerTold? _ledger;

    public ShownVerdict Shown => Dressed(_typed is not null || _trouble.Count > 0
        ? new ShownVerdict(_typed is null ? null : Judge(_typed), Person, _trouble.Count > 0 ? _trouble[0].Sentence : null, _typed?.Across ?? [], _growing) { Offered = Offered(_typed) }
        : new ShownVerdict(SelectedDot?.Judgement, Person, null, SelectedDot?.Reading.Across ?? []) { Offered = Offered(SelectedDot?.Reading) });

    public bool NeedsReason => Errors.Any(e => e.Field == "note")
        || SelectedDot is { Verdict: Verdict.Reject };

    public bool MoreOpen => SelectedDot is null
        ? Errors.Any(e => IsMore(e.Field))
        : SelectedDot.Reading is { Across.Count: > 0 } or { LiftMetres: not null } or { TiltLeftMetres: not null } or { WidthLeftMetres: not null };

    private static bool IsMore(string field) => field is "lift" or "lifted" or "turned" or "tiltLeft" or "tiltRight" or "widthLeft" or "widthRight" or "branches" or "across";

    public string AcrossText => SelectedDot is null ? "" : AsTyped(SelectedDot.Reading.Across);

    private string AsTyped(IEnumerable<CrossReading> row) => string.Join('\n', row.Select(r =>
        string.Create(CultureInfo.InvariantCulture, $"{LengthText.ForEntry(r.OffsetMetres, Person.Units)} {r.Peak:0.####} {r.Null:0.####}").TrimEnd()));

    /// <summary>The row that an instrument took across a dot; nothing where the dot has a row.</summary>
    private string Offered(Reading? dot)
    {
        if (dot is null || dot.Across.Count > 0 || _growing > 0 || Sheet.Loose.Rows.Count == 0 || LineAtHand?.Own is null)
        {
            return "";
        }

        var ahead = ContextFor(dot).AheadAt(dot.ToObservation());
        return AsTyped(RowAcross.Of(
            Sheet.Loose.Rows.Where(s => s.Peak is not null).Select(s => (new SitePoint(s.EastMetres, s.NorthMetres), s.Peak!.Value, s.Null)), dot.Place, ahead, TipHeightMetres));
    }

    /// <summary>Dots that are listed in the panel: all of a short line; of a long one those round the dot at hand, or the latest. The plan has them all.</summary>
    public IReadOnlyList<JudgedDot> ListedDots => LineAtHand is not { } line ? []
        : line.Dots.Count <= MostListed ? line.Dots
        : [.. line.Dots.Skip(FirstListed(line)).Take(ListedOfMany)];

    /// <summary>The dot before those listed; null when there is none.</summary>
    public JudgedDot? Earlier => LineAtHand is { } line && line.Dots.Count > MostListed && FirstListed(line) is > 0 and var first ? line.Dots[first - 1] : null;

    public JudgedDot? Later => LineAtHand is { } line && line.Dots.Count > MostListed && FirstListed(line) + ListedOfMany is var next && next < line.Dots.Count ? line.Dots[next] : null;

    /// <summary>Where the dot is against what it is connected to.</summary>
    public string? WhereText => SelectedDot is { } dot && Hookup is { } hookup && hookup.ConnectedTo.Length > 0
        ? $"{Person.Run(hookup.Connection.DistanceTo(dot.Reading.Place))} from {hookup.ConnectedTo}"
        : null;

    public IActionResult OnGet() => DotId is not null && SelectedDot is null ? NotFound() : Page();

    /// <summary>The verdict on what is typed so far; nothing is kept.</summary>
    public IActionResult OnPostJudge()
    {
        if (LineAtHand is null)
        {
            return NotFound();
        }

        Read(Reader(), growing: true);
        return Partial("_Verdict", Shown);
    }

    /// <summary>The same with the line that the dot is on, which takes a moment longer; given up when something else is typed meanwhile.</summary>
    public async Task<IActionResult> OnPostWhichJudgeAsync()
    {
        if (LineAtHand is null)
        {
            return NotFound();
        }

        Read(Reader(), growing: true);
        await FindLineAsync();
        return Partial("_Verdict", Shown);
    }

    public async Task<IActionResult> OnPostAsync()
    {
        if (LineAtHand is not { } line)
        {
            return NotFound();
        }

        var reader = Reader();
        var state = reader.Choice("state", DotState.Taken);
        var note = reader.Text("note", 500);
        Read(reader);
        if (Guid.TryParse(Request.Form["newId"], out var sent))
        {
            NewId = sent;
        }

        if (_typed is not null && reader.IsGood)
        {
            await FindLineAsync();
        }

        if (reader.IsGood && state == DotState.Accepted && note.Length == 0 && Shown.Whole is { NeedsReasonToMark: true })
        {
            reader.Refuse("note", "The verdict says do not mark. Say why you mark it all the same, or keep it as doubtful.");
        }

        if (reader.IsGood && state == DotState.Accepted && _typed is { PlaceDoubtMetres: not null, Feature: LineFeature.Plain } && (note.Length == 0 || note == SelectedDot?.Reading.StateNote))
        {
            reader.Refuse("note", "It was not read over the line. Step in, read it there and give that place; or say why you mark it all the same.");
        }

        if (!reader.IsGood || _typed is not { } typed)
        {
            _trouble = [.. reader.Errors.Where(e => e.Field != "note")];
            return Refused(reader);
        }

        (typed.State, typed.StateNote) = (state, note);
        (typed.OnTarget, typed.Likeliest) = (_line?.Identity?.OnTarget, _line?.Identity is { } identity ? IdentifyWords.Named(identity.Best) : "");
        await KeepAsync(typed);
        return Done(new { line = line.Line.Id, @new = state == DotState.Accepted ? "true" : null, dot = state == DotState.Accepted ? null : (Guid?)typed.Id });
    }

    public async Task<IActionResult> OnPostTapeAsync()
    {
        var reader = Reader();
        var ends = reader.Places("tape", 2);
        if (reader.IsGood && ends.Count is not (0 or 2))
        {
            reader.Refuse("tape", "A tape has two ends; give both.");
        }
        else if (ends.Count == 2 && ends[0].DistanceTo(ends[1]) < 0.1)
        {
            reader.Refuse("tape", "Both ends of the tape are in one place.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var job = await TrackedJobAsync();
        job.Tape = ends;
        await SaveAsync();
        return Done();
    }

    private async Task KeepAsync(Reading typed)
    {
        var stored = await Db.Readings.SingleOrDefaultAsync(r => r.Id == (DotId ?? NewId) && r.JobId == Id, HttpContext.RequestAborted);
        if (stored is null)
        {
            // The id came back from the form; should it stand in another job, this is not that reading.
            typed.Id = await Db.Readings.AnyAsync(r => r.Id == NewId, HttpContext.RequestAborted) || await Db.Loose.AnyAsync(l => l.Id == NewId, HttpContext.RequestAborted)
                ? Guid.NewGuid() : NewId;
            typed.TakenAt = clock.Moment;
            Db.Readings.Add(typed);
        }
        else
        {
            // What a device sent along with the dot stays; only what stands on the form is replaced.
            (typed.Id, typed.TakenAt, typed.Number) = (stored.Id, stored.TakenAt, stored.Number);
            (typed.Peak, typed.Null, typed.FrequencyHertz, typed.Utility) = (stored.Peak, stored.Null, stored.FrequencyHertz, stored.Utility);
            typed.PlaceDoubtMetres = stored.Place == typed.Place ? stored.PlaceDoubtMetres : null;
            typed.HookupId = stored.HookupId ?? typed.HookupId;
            Db.Entry(stored).CurrentValues.SetValues(typed);
        }

        await SaveAsync();
    }

    private DotJudgement Judge(Reading typed) => LineAtHand!.Own!.Ground.Widened(
        DotJudge.Judge(typed.ToObservation(), _line?.Identity is { } identity ? LineAtHand!.Own!.Ground.ContextFor(Hookup?.Id, Before, typed, identity, _line.LastMilliamps) : ContextFor(typed)),
        typed.TakenAt == default ? Instant.MaxValue : typed.TakenAt);

    private DotContext ContextFor(Reading dot) => LineAtHand!.Own!.Ground.ContextFor(Hookup?.Id, Before, dot);

    /// <summary>The last dot before the one at hand that the line goes through.</summary>
    private Reading? Before => LineAtHand!.LastAccepted(Hookup?.Id, SelectedDot?.Reading.TakenAt ?? Instant.MaxValue, SelectedDot?.Reading.Id);

    private async Task FindLineAsync()
    {
        if (_typed is { } typed)
        {
            (typed.Id, typed.PlaceDoubtMetres) = (SelectedDot?.Reading.Id ?? NewId, SelectedDot?.Reading is { } kept && kept.Place == typed.Place ? kept.PlaceDoubtMetres : null);
            _line = await identities.OfAsync(LineAtHand!.Own!.Ground, typed, Before, LineAtHand.Dots, HttpContext.RequestAborted);
        }
    }

    /// <summary>A verdict with the line that the dot is on, or with where that is to be asked.</summary>
    private ShownVerdict Dressed(ShownVerdict shown)
    {
        if (shown.Judgement is null || LineAtHand is not { Own: { } own } line)
        {
            return shown;
        }

        shown = shown with { GroundLink = $"/jobs/{Id}/hookup/ground", BackLink = $"/jobs/{Id}/hookup/plan?line={line.Line.Id}&back=true" };
        if (_line is not null)
        {
            return shown with
            {
                Line = _line,
                Told = _line is { Identity: { } identity, Task: { } task } ? new LineTold(identity, task, _line.Dot, _typed!, Hookup?.SentMilliamps, own.Ground.Known, Person) : null,
            };
        }

        var why = IdentityDesk.WhyNot(own.Ground, Hookup?.Id);
        return why == NoIdentity.None && shown.Judgement.Signs.Count > 0
            ? shown with { Pending = $"/jobs/{Id}/trace?line={line.Line.Id}&dot={SelectedDot?.Reading.Id}&handler=WhichJudge" }
            : shown with { Line = WhichLine.Unknown(why) };
    }

    private int FirstListed(SheetLine line)
    {
        var at = line.Dots.Count - 1;
        while (SelectedDot is { } dot && at > 0 && line.Dots[at] != dot)
        {
            at--;
        }

        return Math.Clamp(at - (ListedOfMany / 2), 0, line.Dots.Count - ListedOfMany);
    }

    /// <summary>Reads the form into a dot; errors leave none.</summary>
    private void Read(FormReader reader, bool growing = false)
    {
        var place = reader.Place("east", "north");
        var chainage = reader.Length("chainage", ReadingRules.Chainage);
        var offset = reader.Length("offset", ReadingRules.Offset);
        if (chainage is { } along && Sheet.Job.Tape.Count == 2)
        {
            place = new Run(Sheet.Job.Tape).At(along, offset ?? 0);
        }
        else if (offset is not null)
        {
            reader.Refuse("chainage", "Give the distance along the tape too.");
        }

        if (place is null && reader.IsGood)
        {
            reader.Refuse("east", "Place the dot: click the plan, type east and north, or measure along the tape.");
        }

        var separation = reader.Length("nullOffset", ReadingRules.NullOffset);
        var left = reader.Text("nullSide", 10) == "Left";
        var across = reader.Across("across", TipHeightMetres, growing);
        if (growing && across.Count is > 0 and < CrossReadingRules.FewestReadings)
        {
            (_growing, across) = (across.Count, []);
        }

        if (reader.IsGood && across.Count > 0)
        {
            reader.Refuse(CrossReadingRules.Check(across, DotJudge.NoiseFor(across)).Select(e => e with { Field = "across" }));
        }

        var (tilt, width) = (reader.Sides("tilt"), reader.Sides("width"));
        var typed = new Reading
        {
            JobId = Id,
            LineId = LineAtHand!.Line.Id,
            HookupId = Hookup?.Id,
            Utility = LineAtHand.Line.Kind.ToString(),
            EastMetres = place?.East ?? 0,
            NorthMetres = place?.North ?? 0,
            NullOffsetMetres = separation is { } apart ? (left ? -apart : apart) : null,
            DepthMetres = reader.Length("depth", ReadingRules.Depth),
            CurrentMilliamps = reader.Number("current", "mA", ReadingRules.Milliamps),
            SidewaysPercent = reader.Number("sideways", "%", ReadingRules.SidewaysPercent),
            DirectionDegrees = reader.Number("direction", "°", ReadingRules.DirectionDegrees),
            LiftMetres = reader.Length("lift", ReadingRules.Lift),
            LiftedDepthMetres = reader.Length("lifted", ReadingRules.LiftedDepth),
            TurnedDepthMetres = reader.Length("turned", ReadingRules.Depth),
            TiltLeftMetres = tilt?.Left,
            TiltRightMetres = tilt?.Right,
            WidthLeftMetres = width?.Left,
            WidthRightMetres = width?.Right,
            CurrentRunsAway = reader.Text("runs", 10) switch { "Away" => true, "Back" => false, _ => null },
            Feature = reader.Choice("feature", LineFeature.Plain),
            FrequencyHertz = Hookup?.FrequencyHertz,
            BranchMilliamps = reader.Numbers("branches", "mA", LedgerRules.Milliamps.Least, LedgerRules.Milliamps.Most, MostBranches),
            Across = across,
        };
        _typed = reader.IsGood ? typed : null;
        _trouble = reader.Errors;
    }
}
