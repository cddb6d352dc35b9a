using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Instruments;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Core.Trace;
using GentleMole.StandIns;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>How the signal is put on a line: connection, stake, circuit against the prediction, wires tried, ring walked.</summary>
internal sealed partial class HookupPage(MoleDb db, SheetLoader loader, PlaceClock clock, SignalDesk desk, WalkDesk walks) : SheetPage(db, loader)
{
    /// <summary>Wires that can be compared at once.</summary>
    public const int MostWires = 4;

    /// <summary>Cables in a chamber that have a row each; more are typed elsewhere.</summary>
    public const int MostCables = 6;

    /// <summary>A hookup taken over from the plan, as it fits into an address.</summary>
    [BindProperty(SupportsGet = true, Name = "take")]
    public string? TakeText { get; set; }

    public override JobStage Stage => JobStage.Hookup;

    protected override bool IsFieldWork => true;

    public override SheetLine? LineAtHand => Sheet.LineById(LineId)
        ?? Sheet.Lines.FirstOrDefault(l => Sheet.HookupOf(l.Line.Id) is null && l.Line.Answer == LineAnswer.Pending)
        ?? Sheet.Lines.FirstOrDefault();

    /// <summary>The latest hookup on the line at hand.</summary>
    public Hookup? Shown => LineAtHand is { } line ? Sheet.HookupOf(line.Line.Id) : null;

    public IReadOnlyList<Hookup> Earlier => LineAtHand is { } line
        ? [.. Sheet.Job.Hookups.Where(h => h.LineId == line.Line.Id).OrderByDescending(h => h.MadeAt)]
        : [];

    public CircuitResult Circuit { get; private set; } = new(CircuitState.NotMeasured, null);

    public IReadOnlyList<StakeFinding> StakeFindings { get; private set; } = [];

    /// <summary>Why no stake may be driven there at all.</summary>
    public string? StakeRuledOut { get; private set; }

    public bool StakeIsGood { get; private set; }

    public double OffSquare { get; private set; }

    public double StakeDistance { get; private set; }

    /// <summary>What was planned and is being connected now.</summary>
    public HookupTry? Taken => LineAtHand is { } line ? HookupDraft.Read(TakeText, SheetGround.LineName(line.Line.Id)) : null;

    /// <summary>What the engine expects of this hookup, when enough of it is said.</summary>
    public PredictedHookup? Expected { get; private set; }

    public IReadOnlyList<CauseFigure> Causes { get; private set; } = [];

    /// <summary>The likeliest of the causes with which a loop looks good and is not, where together they are likelier than not.</summary>
    public CauseFigure? Misleading => Causes.Where(c => CircuitWords.Misleads(c.Cause)).ToList() is { Count: > 0 } doubts && doubts.Sum(d => d.Chance) > 0.5 ? doubts[0] : null;

    /// <summary>True when the current out on the line was read too.</summary>
    public bool HeardIsKnown { get; private set; }

    public WireComparison? Wires { get; private set; }

    /// <summary>Which of the cables in a chamber it is.</summary>
    public CableChoice? Cables { get; private set; }

    public IReadOnlyList<CableReading> JudgedCables { get; private set; } = [];

    /// <summary>What was sent meanwhile.</summary>
    public double? JudgedSent { get; private set; }

    public ArcExpected? Ring { get; private set; }

    public IReadOnlyList<ArcMatch> RingMatches { get; private set; } = [];

    public SupposedGround? Ground { get; private set; }

    /// <summary>Why the instruments do not fit: the receiver does not hear this, or is out of check.</summary>
    public string? InstrumentDoubt { get; private set; }

    public GuideEntry Guide => LineAtHand is { } line ? Sheet.GuideOf(line.Line.Kind) : ShippedGuide.Of(UtilityKind.Unknown);

    /// <summary>What the guide says of what stands at the connection.</summary>
    public (string Feature, string Text)? GuideHere { get; private set; }

    public IReadOnlyList<Instrument> Transmitters => [.. Sheet.Instruments.Where(i => i.Kind == InstrumentKind.Transmitter)];

    public IReadOnlyList<Instrument> Receivers => [.. Sheet.Instruments.Where(i => i.Kind == InstrumentKind.Receiver)];

    public HookupMethod JudgedMethod { get; private set; } = HookupMethod.Direct;

    /// <summary>What can hurt somebody at this connection.</summary>
    public string? Caution => LineAtHand?.Line.Kind switch
    {
        UtilityKind.Electric => "Never connect directly to a live or possibly live electric line. Clamp, or listen passively, by the firm's safety rules. Transmitter off while leads are handled.",
        UtilityKind.Gas => "Transmitter off while leads are plugged or touched. Never across a regulator or meter: the house side leads elsewhere.",
        null => null,
        UtilityKind.Unknown or UtilityKind.Communications or UtilityKind.Water or UtilityKind.Reclaimed or UtilityKind.Sewer => "Transmitter off while leads are plugged or touched; test the line dead first. Never enter a chamber without the confined-space routine.",
    };

    public void OnGet() => JudgeStored();

    /// <summary>The circuit judged as it is typed; nothing is kept.</summary>
    public PartialViewResult OnPostJudge()
    {
        if (LineAtHand is { } line)
        {
            var reader = Reader();
            Judge(Read(reader, line.Line.Id), reader.Place("connectionEast", "connectionNorth") is not null);
        }

        return Partial("_Circuit", this);
    }

    public async Task<IActionResult> OnPostAsync()
    {
        if (LineAtHand is not { } line)
        {
            return NotFound();
        }

        var reader = Reader();
        var read = Read(reader, line.Line.Id);
        if (!reader.IsGood)
        {
            Judge(read, Reader().Place("connectionEast", "connectionNorth") is not null);
            return Refused(reader);
        }

        var kept = int.TryParse(Request.Form["as"], out var id)
            ? await Db.Hookups.SingleOrDefaultAsync(h => h.Id == id && h.JobId == Id && h.LineId == line.Line.Id)
            : null;
        if (kept is null)
        {
            Db.Hookups.Add(read);
        }
        else
        {
            (read.Id, read.MadeAt) = (kept.Id, kept.MadeAt);
            Db.Entry(kept).CurrentValues.SetValues(read);
        }

        await SaveAsync();
        return Done(new { line = line.Line.Id });
    }

    public bool MayWalk => walks.IsOn && Shown is { Method: not HookupMethod.Passive, FrequencyHertz: not null };

    /// <summary>Sends the simulated receiver along the line as it lies in a ground that the sheet does not know.</summary>
    public IActionResult OnPostWalk()
    {
        if (LineAtHand is not { } line || Shown is not { FrequencyHertz: { } hertz } hookup || !MayWalk)
        {
            return NotFound();
        }

        var (sender, hearer) = ProfilesOf(hookup);
        var ground = SheetGround.Of(Sheet);
        var name = SheetGround.LineName(line.Line.Id);
        if (ground.Line(name) is null)
        {
            return Refused([new FieldError("walk", "Nothing can be walked: nobody has said where this line runs, or it has no metal.")]);
        }

        var seed = (Id * 1000) + line.Line.Id;
        walks.Start(new WalkOrder(
            Id, line.Line.Owner, StrayGround.Under(ground, name, seed),
            SheetGround.TryOf(hookup, name, hertz, sender, Taken?.SetMilliamps),
            sender, hearer, clock.Moment, HashCode.Combine(seed, hookup.Id, clock.Moment)));
        return RedirectToPage("/Stages/Trace/Trace", new { id = Id, line = line.Line.Id });
    }

    protected override bool ChangesJob(string? handler) => handler != "Walk";

    private void JudgeStored()
    {
        if (Taken is { } taken)
        {
            Judge(new Hookup
            {
                Method = taken.Method, ConnectionEast = taken.At.East, ConnectionNorth = taken.At.North, StakeEast = taken.Stake?.East, StakeNorth = taken.Stake?.North,
                FrequencyHertz = taken.Hertz, ConnectedTo = taken.ConnectedTo,
            });
        }
        else if (Shown is { } hookup)
        {
            Judge(hookup);
        }
    }

    /// <param name="isPlaced">False while nobody has said where it is connected.</param>
    private void Judge(Hookup hookup, bool isPlaced = true)
    {
        JudgedMethod = hookup.Method;
        Circuit = CircuitCheck.Judge(hookup.Volts, hookup.SentMilliamps, Sheet.Firm.CircuitLimits);
        Cables = hookup.Cables.Count >= CableChoice.Fewest ? CableChoice.Of(hookup.SentMilliamps, null, hookup.Cables) : null;
        (JudgedCables, JudgedSent) = (hookup.Cables, hookup.SentMilliamps);
        Wires = hookup.Wires.Count > 0 ? WireComparison.Of(hookup.Wires) : null;
        if (LineAtHand is not { } line || !isPlaced)
        {
            return;
        }

        JudgeInstruments(hookup);
        var here = Sheet.Job.Features.Where(f => f.Points.Count > 0 && f.Points[0].DistanceTo(hookup.Connection) < HookupPlanner.OnLineMetres)
            .OrderBy(f => f.Points[0].DistanceTo(hookup.Connection)).FirstOrDefault();
        GuideHere = here is not null && Sheet.GuideAt(line.Line.Kind, here.Kind) is { Length: > 0 } text ? (WalkWords.Kind(here.Kind), text) : null;
        Predict(line, hookup);
        if (hookup.Stake is not { } stake || hookup.Method != HookupMethod.Direct)
        {
            return;
        }

        var stakes = SheetGround.Stakes(Sheet, SheetGround.Of(Sheet));
        StakeRuledOut = stakes.Refuses(hookup.Connection, stake, HookupTry.DrivenMetres) is { } refusal ? HookupWords.Stake(refusal, stakes, stake, Person) : null;
        StakeFindings = StakePlacement.Judge(hookup.Connection, stake, line.BestRun, Sheet.OthersThan(line.Line.Id));
        StakeIsGood = StakeFindings.Count == 0 && StakeRuledOut is null && line.BestRun is not null;
        if (StakeIsGood)
        {
            OffSquare = StakePlacement.DegreesOffSquare(hookup.Connection, stake, line.BestRun!);
            StakeDistance = hookup.Connection.DistanceTo(stake);
        }
    }

    /// <summary>What its instruments can do; those at hand where the hookup does not say.</summary>
    private (TransmitterProfile Sender, ReceiverProfile Hearer) ProfilesOf(Hookup hookup) => (
        (Transmitters.FirstOrDefault(t => t.Id == hookup.TransmitterId) ?? Sheet.InstrumentAtHand(InstrumentKind.Transmitter) ?? UsualInstruments.Transmitter).AsTransmitter(),
        (Receivers.FirstOrDefault(r => r.Id == hookup.ReceiverId) ?? Sheet.InstrumentAtHand(InstrumentKind.Receiver) ?? UsualInstruments.Receiver).AsReceiver());

    private void JudgeInstruments(Hookup hookup)
    {
        var hearer = Receivers.FirstOrDefault(r => r.Id == hookup.ReceiverId);
        var state = hearer?.StateOn(Sheet.Now.Date) ?? CheckState.Good;
        InstrumentDoubt = hearer is not null && hookup.FrequencyHertz is { } f && !FrequencyMatch.Hears(hearer.FrequenciesHertz, f)
            ? $"{hearer.Name} does not hear {LineWords.Frequency(f)}."
            : state == CheckState.Good ? null : $"{hearer!.Name}: {InstrumentWords.Check(state)}. Everything read with it is flagged.";
    }

    /// <summary>What the loop, at one frequency or two, and the current on the line say of the circuit.</summary>
    private IReadOnlyList<CauseFigure> CausesOf(PlannerTask task, HookupTry hookupTry, Hookup hookup)
    {
        CircuitReading[] read =
        [
            .. new[] { CircuitReading.Of(hookup.FrequencyHertz, hookup.Volts, hookup.SentMilliamps), CircuitReading.Of(hookup.OtherHertz, hookup.OtherVolts, hookup.OtherMilliamps) }
                .OfType<CircuitReading>(),
        ];
        return read.Length > 0 && desk.Circuit(task, hookupTry, CircuitDiagnosis.Frequencies(task, hookupTry.Hertz, read.Select(r => r.Hertz))) is { } model
            ? CircuitDiagnosis.Causes(model, read, hookup.SentMilliamps is > 0 ? hookup.HeardMilliamps / hookup.SentMilliamps : null)
            : [];
    }

    /// <summary>The hookup as it is, solved on the supposed ground, and what was measured held against it.</summary>
    private void Predict(SheetLine line, Hookup hookup)
    {
        var (sender, hearer) = ProfilesOf(hookup);
        if (SheetGround.Task(Sheet, line, sender, hearer) is not { } task || task.Ground.Line(task.Target) is null
            || hookup.FrequencyHertz is not { } hertz || (hookup.Method == HookupMethod.Direct && hookup.Stake is null))
        {
            return;
        }

        var hookupTry = SheetGround.TryOf(hookup, task.Target, hertz, sender, Taken?.SetMilliamps);
        if (desk.Predict(task, hookupTry) is not { IsGood: true } solved)
        {
            return;
        }

        (Expected, Ground, HeardIsKnown) = (solved.Value, task.Ground, hookup.HeardMilliamps is not null);
        Causes = hookup.Method == HookupMethod.Direct ? CausesOf(task, hookupTry, hookup) : [];
        if (hookup.ArcBearings.Count > 0 && hookup.Method != HookupMethod.Passive)
        {
            Ring = ArcSweep.Expect(solved.Value.Solved, task.Ground, hookup.Connection, hookup.ArcRadiusMetres ?? ArcSweep.UsualRadiusMetres);
            RingMatches = ArcSweep.Compare(Ring, [.. hookup.ArcBearings.Select(Azimuth.Of)]);
        }
    }
}
