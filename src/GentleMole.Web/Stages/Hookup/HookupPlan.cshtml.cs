using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Exchange.Scenes;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Stages;

/// <summary>Which hookup is best here, and what any of them would do, before anybody walks.</summary>
internal sealed class HookupPlanPage(MoleDb db, SheetLoader loader, SignalDesk desk) : SheetPage(db, loader)
{
    /// <summary>A plan that is ready within this is shown at once; a longer one shows how far it is.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromMilliseconds(900);

    private const double CutHalfMetres = 4;

    /// <summary>The hookup at hand, as <see cref="HookupDraft"/> writes it; empty for the best.</summary>
    [BindProperty(SupportsGet = true, Name = "try")]
    public string? TryText { get; set; }

    /// <summary>What the lower pane shows: <c>field</c>, <c>current</c> or <c>ring</c>.</summary>
    [BindProperty(SupportsGet = true, Name = "show")]
    public string? Show { get; set; }

    [BindProperty(SupportsGet = true, Name = "sender")]
    public int? SenderId { get; set; }

    [BindProperty(SupportsGet = true, Name = "hearer")]
    public int? HearerId { get; set; }

    /// <summary>Ask for the best second hookup: one to bring the signal back with.</summary>
    [BindProperty(SupportsGet = true, Name = "back")]
    public bool IsBack { get; set; }

    /// <summary>The second hookup, where it was asked for and there is one.</summary>
    public SecondHookup? Second { get; private set; }

    public override JobStage Stage => JobStage.Hookup;

    public override SheetLine? LineAtHand => Sheet.LineById(LineId)
        ?? Sheet.Lines.FirstOrDefault(l => Sheet.HookupOf(l.Line.Id) is null && l.Line.Answer == LineAnswer.Pending)
        ?? Sheet.Lines.FirstOrDefault();

    public Instrument Sender => Pick(SenderId, InstrumentKind.Transmitter, UsualInstruments.Transmitter);

    public Instrument Hearer => Pick(HearerId, InstrumentKind.Receiver, UsualInstruments.Receiver);

    public IReadOnlyList<double> Frequencies => FrequencyMatch.Common(Sender.AsTransmitter(), Hearer.AsReceiver());

    public PlannerTask? Task { get; private set; }

    public HookupPlan? Planned { get; private set; }

    /// <summary>How far the plan is while it is being made.</summary>
    public (int Done, int All)? Progress { get; private set; }

    public HookupTry? Chosen { get; private set; }

    public PredictedHookup? Predicted { get; private set; }

    /// <summary>The hookup at hand in every plausible ground.</summary>
    public JudgedHookup? Judged { get; private set; }

    /// <summary>Why the hookup at hand is ruled out; it is shown all the same, so that one sees why.</summary>
    public HookupRefusal? RuledOut { get; private set; }

    public StakeRefusal? StakeRuledOut { get; private set; }

    public IReadOnlyList<WhyCard> Cards => Task is { } task && Chosen is { Method: not HookupMethod.Passive } chosen ? desk.Cards(task, chosen) : [];

    public (SitePoint From, SitePoint To) Cut { get; private set; }

    private SceneFrame? _window;

    public double ArcRadius { get; private set; } = ArcSweep.UsualRadiusMetres;

    /// <summary>Currents and names, as they are swapped while the stake is dragged: for the part of the plan that is looked at.</summary>
    public string SignalSvg
    {
        get
        {
            var plan = _window is { } part ? new PlanDrawing(Sheet, Person.Units, part, SelectedDot, OnPlan) : DrawPlan();
            var svg = new SvgScene(plan.Scene, SvgMode.Units);
            return svg.Layer("signal") + svg.Labels();
        }
    }

    public SignalOverlay? Overlay => Predicted is { } p
        ? new SignalOverlay(p, Task!.Ground, Sheet.Job.Features.Where(f => f is { Shape: FeatureShape.Spot, Points.Count: > 0 }).Select(f => f.Points[0]))
        : null;

    public override (string Part, object Model)? Lower => Predicted is null ? null : ("_PredictedLower", this);

    public CurrentChart CurrentChart => new(Predicted!, Task!, Person.SectionWidth, Person.SectionHeight, Person.Units);

    public FieldChart FieldChart => new(
        FieldSection.Along(Predicted!.Solved, Task!.Ground, Cut.From, Cut.To, Task.Target), Task.Ground, Person.SectionWidth, Person.SectionHeight, Person.Units);

    public RingDrawing Ring
    {
        get
        {
            var ring = ArcSweep.Expect(Predicted!.Solved, Task!.Ground, Chosen!.At, ArcRadius);
            var found = Sheet.HookupOf(LineAtHand!.Line.Id)?.ArcBearings ?? [];
            return new RingDrawing(ring, Task.Ground, found.Count > 0 ? ArcSweep.Compare(ring, [.. found.Select(Azimuth.Of)]) : [], Person.SectionHeight);
        }
    }

    public async Task OnGetAsync()
    {
        if (!MakeTask())
        {
            return;
        }

        var run = desk.Plan(Task!);
        await System.Threading.Tasks.Task.WhenAny(run.Work, System.Threading.Tasks.Task.Delay(Patience, HttpContext.RequestAborted));
        if (!run.Work.IsCompleted)
        {
            Progress = run.Progress;
            return;
        }

        Planned = await run.Work;
        Second = IsBack && Planned is { } planned
            ? SecondHookup.Of(planned, [.. Sheet.Job.Hookups.Where(h => h.LineId == LineAtHand!.Line.Id).Select(h => (h.Connection, h.Stake, h.FrequencyHertz))])
            : null;
        Choose(HookupDraft.Read(TryText, Task!.Target) ?? Second?.Hookup.Try ?? Planned?.Best?.Try, null, null);
    }

    /// <summary>The hookup as it is dragged and turned; nothing is kept.</summary>
    /// <param name="west">Left edge of what is looked at, with the next four: as a closer look asks for it.</param>
    public IActionResult OnPostPredictJudge(double west, double north, int width, int height, double unit)
    {
        _window = PartOf(west, north, width, height, unit);
        if (!MakeTask())
        {
            return BadRequest();
        }

        var reader = Reader();
        var (at, stake) = (reader.Place("atEast", "atNorth"), reader.Place("stakeEast", "stakeNorth"));
        var method = reader.Choice("method", HookupMethod.Direct);
        var step = reader.Whole("step", "", 0, Math.Max(0, Frequencies.Count - 1)) ?? 0;
        var set = reader.Number("set", "mA", HookupRules.SentMilliamps) ?? 0;
        var (from, to) = (reader.Place("cutFromEast", "cutFromNorth"), reader.Place("cutToEast", "cutToNorth"));
        ArcRadius = reader.Length("radius", HookupRules.ArcRadius) ?? ArcRadius;
        if (!reader.IsGood || at is not { } place || (method == HookupMethod.Direct && stake is null) || Frequencies.Count == 0)
        {
            return Partial("_PredictedWrong", reader.Errors.Count > 0 ? reader.Errors[0].Sentence : "Place the stake first.");
        }

        var hertz = method == HookupMethod.Passive ? Task!.MainsHertz : Frequencies[step];
        Choose(
            new HookupTry(Task!.Target, Task.Target, method, place, reader.Text("atName", 200), method == HookupMethod.Direct ? stake : null, hertz, set), from, to);
        return Predicted is null ? Partial("_PredictedWrong", Errors.Count > 0 ? Errors[0].Sentence : "This cannot be solved.") : Partial("_Predicted", this);
    }

    public string Link(HookupTry? hookup = null, string? show = null) => Url.Page(null, new
    {
        id = Id, line = LineAtHand?.Line.Id, sender = SenderId, hearer = HearerId, show = show ?? Show, back = IsBack ? "true" : null,
        @try = (hookup ?? (TryText is { Length: > 0 } ? Chosen : null)) is { } t ? HookupDraft.Write(t) : null,
    }) ?? "";

    protected override PlanExtras OnPlan => new(Signal: Overlay);

    protected override Task PrepareWindowAsync() => OnGetAsync();

    private bool MakeTask()
    {
        Task = LineAtHand is { } line ? SheetGround.Task(Sheet, line, Sender.AsTransmitter(), Hearer.AsReceiver()) : null;
        return Task?.Ground.Line(Task.Target) is not null;
    }

    private void Choose(HookupTry? hookup, SitePoint? from, SitePoint? to)
    {
        if (hookup is null)
        {
            return;
        }

        Chosen = hookup;
        var solved = desk.Predict(Task!, hookup);
        Predicted = solved.IsGood ? solved.Value : null;
        Judged = Planned?.Ranked.FirstOrDefault(j => j.Try == hookup) ?? (solved.IsGood && desk.Judge(Task!, hookup) is { IsGood: true } judged ? judged.Value : null);
        var target = Task!.Ground.Line(Task.Target)!;
        RuledOut = HookupPlanner.Rule(Task, target, hookup.At, hookup.Method);
        StakeRuledOut = hookup.Stake is { } stake ? Task.StakeGround.Refuses(hookup.At, stake, HookupTry.DrivenMetres, Task.Transmitter.LeadMetres) : null;
        var middle = (Task.Work.FromMetres + Task.Work.ToMetres) / 2;
        Cut = from is { } a && to is { } b && a.DistanceTo(b) > 0.5
            ? (a, b)
            : (target.Run.At(middle, -CutHalfMetres), target.Run.At(middle, CutHalfMetres));
    }

    private Instrument Pick(int? id, InstrumentKind kind, Instrument usual) =>
        Sheet.Instruments.FirstOrDefault(i => i.Kind == kind && i.Id == id) ?? Sheet.InstrumentAtHand(kind) ?? usual;
}
