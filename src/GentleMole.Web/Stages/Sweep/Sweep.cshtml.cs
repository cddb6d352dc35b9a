using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Candidates;
using GentleMole.Core.Hookup;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.StandIns;
using GentleMole.Store;
using GentleMole.Store.Evidence;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>Walking the ground: passes laid and ticked off, what was heard on them, the lines it joins up to.</summary>
internal sealed class SweepPage(MoleDb db, SheetLoader loader, PlaceClock clock, WalkDesk walks) : SheetPage(db, loader)
{
    private const int MostNote = 500;

    /// <summary>Sweep at hand; 0 for a new one.</summary>
    [BindProperty(SupportsGet = true, Name = "sweep")]
    public int? SweepId { get; set; }

    /// <summary>Pass at hand, by its number.</summary>
    [BindProperty(SupportsGet = true, Name = "pass")]
    public int? PassNumber { get; set; }

    /// <summary>Candidate at hand, by its number.</summary>
    [BindProperty(SupportsGet = true, Name = "candidate")]
    public int? CandidateNumber { get; set; }

    public override JobStage Stage => JobStage.Sweep;

    public SheetSweeps Swept => SheetSweeps.Of(Sheet);

    /// <summary>The sweep at hand: as asked for, else the first with something to walk, else the last.</summary>
    public SweepView? View => SweepId == 0 ? null : Chosen is { } sweep ? SweepView.Of(Sheet, sweep) : null;

    /// <summary>The pass at hand: as asked for, else the first that is not walked.</summary>
    public SweptPass? Pass => View is { } view ? view.Passes.FirstOrDefault(p => p.Number == PassNumber) ?? view.Open.FirstOrDefault() : null;

    public SweptLine? Candidate => Swept.Lines.FirstOrDefault(l => l.Number == CandidateNumber);

    /// <summary>What the form says of a sweep that is being laid.</summary>
    public SweepLaid? Laid { get; private set; }

    /// <summary>Lines that were found and are not settled.</summary>
    public IEnumerable<FoundLine> Unsettled => Sheet.Job.Found.Where(f => f is { Becomes: FoundAs.Unknown, SettledAt: null });

    protected override bool IsFieldWork => true;

    private Sweep? Chosen => Sheet.Job.Sweeps.Find(s => s.Id == SweepId)
        ?? Sheet.Job.Sweeps.OrderBy(s => s.Id).FirstOrDefault(s => s.Passes.Exists(p => p.WalkedAt is null)) ?? Sheet.Job.Sweeps.MaxBy(s => s.Id);

    public IActionResult OnGet()
    {
        if (SweepId is > 0 && !Sheet.Job.Sweeps.Exists(s => s.Id == SweepId))
        {
            return NotFound();
        }

        Laid = LaidOf(Suggested());
        return Page();
    }

    /// <summary>How a sweep would lie, while it is being typed.</summary>
    public IActionResult OnPostLayJudge()
    {
        var reader = Reader();
        Laid = LaidOf(Typed(reader), reader.Errors);
        return Partial("_Laid", this);
    }

    /// <summary>Lays a sweep.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var sweep = Typed(reader);
        sweep.Note = reader.Text("note", MostNote);
        Laid = LaidOf(sweep, reader.Errors);
        if (Laid.Errors.Count > 0)
        {
            return Refused(Laid.Errors);
        }

        if (Swept.Walked.Count + Laid.Passes.Count > CandidateRules.MostPasses)
        {
            return Refused([new FieldError("spacing", $"With these there would be {Swept.Walked.Count + Laid.Passes.Count} passes on this job; {CandidateRules.MostPasses} is the most. Sweep a smaller area, or wider.")]);
        }

        (sweep.LaidBy, sweep.LaidAt) = (Visitor.Name, clock.Moment);
        sweep.Passes.AddRange(Laid.Passes.Select((p, i) => new SweptPass
        {
            JobId = Id, Number = i + 1, FromEast = Rounded(p.From.East), FromNorth = Rounded(p.From.North), ToEast = Rounded(p.To.East), ToNorth = Rounded(p.To.North), Mode = p.Mode,
        }));
        Db.Sweeps.Add(sweep);
        await SaveAsync();
        return Done(new { sweep = sweep.Id });
    }

    /// <summary>A pass was walked, and what was heard on it; more passes after it when nothing was.</summary>
    public async Task<IActionResult> OnPostWalkedAsync()
    {
        var reader = Reader();
        if (View is not { } view || view.Passes.FirstOrDefault(p => p.Number == PassNumber) is not { } pass)
        {
            return Refused([new FieldError("heard", "This pass is no more. Look which is next.")]);
        }

        var heard = reader.Heard("heard", pass.Pass.LengthMetres);
        if (Request.Form.TryGetValue("was", out var was) && was.ToString() != StateOf(pass))
        {
            reader.Refuse("heard", pass.WalkedAt is null
                ? "Somebody else has taken this pass back since. Send it again if it was walked."
                : $"{pass.WalkedBy} has ticked this pass off since, {(pass.Responses.Count == 0 ? "with nothing heard" : "with " + HeardText(pass).Replace("\n", ", ", StringComparison.Ordinal))}. Compare, and send again if yours is right.");
        }

        var through = reader.Whole("through", "", pass.Number, view.Passes.Count) ?? pass.Number;
        if (through > pass.Number && heard.Count > 0)
        {
            reader.Refuse("through", "Several passes at once only where nothing was heard. Tick this one off with what was heard, then go on.");
        }

        var others = Swept.Responses.Count(r => r.Pass.Id != pass.Id);
        if (others + heard.Count > CandidateRules.MostResponses)
        {
            reader.Refuse("heard", $"With these there would be {others + heard.Count} responses on this job; {CandidateRules.MostResponses} is the most.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        foreach (var walked in await Db.Passes.Include(p => p.Responses).Where(p => p.SweepId == view.Sweep.Id && p.JobId == Id && p.Number >= pass.Number && p.Number <= through).ToListAsync())
        {
            // A pass that was ticked off before keeps its time; what is typed takes the place of what was heard then.
            (walked.WalkedAt, walked.WalkedBy) = walked.WalkedAt is null ? (clock.Moment, Visitor.Name) : (walked.WalkedAt, walked.WalkedBy);
            if (walked.Number == pass.Number)
            {
                Replace(walked, heard);
            }
        }

        await SaveAsync();
        return Done(new { sweep = view.Sweep.Id });
    }

    /// <summary>A pass was not walked after all; what was heard on it goes with it.</summary>
    public async Task<IActionResult> OnPostNotWalkedAsync()
    {
        if (View is { } view && await Db.Passes.Include(p => p.Responses).SingleOrDefaultAsync(p => p.SweepId == view.Sweep.Id && p.JobId == Id && p.Number == PassNumber) is { WalkedAt: not null } pass)
        {
            (pass.WalkedAt, pass.WalkedBy) = (null, "");
            Db.Responses.RemoveRange(pass.Responses);
            await SaveAsync();
        }

        return Done(new { sweep = SweepId });
    }

    /// <summary>Passes that a device has walked since the sweep was laid are ticked off, with what its levels show on them.</summary>
    public async Task<IActionResult> OnPostTrackAsync()
    {
        if (View is not { Open.Count: > 0 } view)
        {
            return Done(new { sweep = SweepId });
        }

        var words = await Db.Loose.Where(l => l.JobId == Id).Select(l => l.Utility).Distinct().ToListAsync(HttpContext.RequestAborted);
        var samples = new List<Sample>();
        await foreach (var sample in EvidenceStore.LooseAsync(Db, Id, HttpContext.RequestAborted, words: [.. words.Where(w => PassTrack.IsNamed(w) && (PassTrack.ModeOf(w) ?? view.Sweep.Mode) == view.Sweep.Mode)]))
        {
            if (sample.Peak is not null && sample.TakenAt >= view.Sweep.LaidAt && SiteRules.IsPlace(new SitePoint(sample.EastMetres, sample.NorthMetres)))
            {
                samples.Add(sample);
            }
        }

        // A device may send late and out of order; its own clock says how it was walked.
        samples.Sort((a, b) => a.TakenAt.CompareTo(b.TakenAt));
        List<(SitePoint, double)> levels = [.. samples.Select(s => (new SitePoint(s.EastMetres, s.NorthMetres), s.Peak!.Value))];
        var (walked, heard) = (0, Swept.Responses.Count);
        foreach (var pass in await Db.Passes.Include(p => p.Responses).Where(p => p.SweepId == view.Sweep.Id && p.JobId == Id && p.WalkedAt == null).ToListAsync())
        {
            var track = PassTrack.Of(pass.Pass, levels, view.Sweep.ThresholdNanotesla);
            if (!track.IsWalked || heard + track.Peaks.Count > CandidateRules.MostResponses)
            {
                continue;
            }

            (pass.WalkedAt, pass.WalkedBy) = (clock.Moment, Visitor.Name);
            Replace(pass, [.. track.Peaks.Select(p => Shown(pass.Pass, p, samples))]);
            (walked, heard) = (walked + 1, heard + track.Peaks.Count);
        }

        if (walked == 0)
        {
            return Refused([new FieldError("track", samples.Count == 0
                ? $"No device has sent anything for these passes yet. Readings under the name “{PassTrack.WordFor(view.Sweep.Mode)}” belong to them."
                : $"A device has sent {samples.Count} readings, and no open pass is walked from end to end by them.")]);
        }

        await SaveAsync();
        return Done(new { sweep = view.Sweep.Id });
    }

    /// <summary>How the simulated device gets on; null when none walked here.</summary>
    public WalkProgress? Walk => walks.Of(Id);

    /// <summary>In the demo a simulated device walks what is left, over a ground that nobody sees.</summary>
    public bool MayBeWalked => walks.IsOn && View is { Open.Count: > 0 } view && SweepOrderWalk.CanBe(view.Sweep.Mode) && Hookup is not null;

    /// <summary>Sends the simulated device over the passes that are left.</summary>
    public IActionResult OnPostDevice()
    {
        if (!MayBeWalked || View is not { } view || Hookup is not { FrequencyHertz: { } hertz } hookup)
        {
            return NotFound();
        }

        var (ground, name, seed) = (SheetGround.Of(Sheet), SheetGround.LineName(hookup.LineId), (Id * 1000) + hookup.LineId);
        if (ground.Line(name) is null)
        {
            return Refused([new FieldError("track", "Nothing can be walked: nobody has said where the line of the hookup runs, or it has no metal.")]);
        }

        var sender = (Sheet.InstrumentAtHand(InstrumentKind.Transmitter) ?? UsualInstruments.Transmitter).AsTransmitter();
        var hearer = (Sheet.InstrumentAtHand(InstrumentKind.Receiver) ?? UsualInstruments.Receiver).AsReceiver();
        SitePoint[] around = [.. view.Passes.SelectMany(p => new[] { p.Pass.From, p.Pass.To })];
        walks.Start(new SweepOrderWalk(
            Id, [.. view.Open.Select(p => p.Pass)], StrayGround.Under(ground, name, seed).WithCableAcross(around, seed), SheetGround.TryOf(hookup, name, hertz, sender), sender, hearer,
            view.Sweep.ThresholdNanotesla * 1e-9, clock.Moment, HashCode.Combine(seed, view.Sweep.Id)));
        return Done(new { sweep = view.Sweep.Id });
    }

    /// <summary>The hookup whose signal is on: the one made last with a transmitter.</summary>
    private Hookup? Hookup => Sheet.Job.Hookups.Where(h => h is { Method: not HookupMethod.Passive, FrequencyHertz: not null }).MaxBy(h => h.MadeAt);

    protected override bool ChangesJob(string? handler) => handler != "Device";

    /// <summary>A response with the depth and the current that the device showed nearest to it.</summary>
    private static SweepResponse Shown(SweepPass pass, PassPeak peak, List<Sample> samples)
    {
        var place = pass.At(peak.AlongMetres);
        var near = samples.Where(s => (s.DepthMetres ?? s.CurrentMilliamps) is not null).MinBy(s => new SitePoint(s.EastMetres, s.NorthMetres).DistanceTo(place));
        var isHere = near is not null && new SitePoint(near.EastMetres, near.NorthMetres).DistanceTo(place) < ShownWithinMetres;
        return new SweepResponse(
            0, Math.Round(Math.Clamp(peak.AlongMetres, 0, pass.LengthMetres), 3), isHere && near!.DepthMetres is { } d && CandidateRules.Depth.Hold(d) ? new Depth(d) : null,
            isHere && near!.CurrentMilliamps is { } i && CandidateRules.Milliamps.Hold(i) ? i : null, isHere && near!.DirectionDegrees is { } way ? Azimuth.Of(way) : null);
    }

    private const double ShownWithinMetres = 0.3;

    /// <summary>A sweep of which nothing was walked is taken away.</summary>
    public async Task<IActionResult> OnPostRemoveAsync()
    {
        if (await Db.Sweeps.Include(s => s.Passes).SingleOrDefaultAsync(s => s.Id == SweepId && s.JobId == Id) is { } sweep)
        {
            if (sweep.Passes.Exists(p => p.WalkedAt is not null))
            {
                return Refused([new FieldError("sweep", "Some of it was walked: that is evidence and stays.")]);
            }

            Db.Passes.RemoveRange(sweep.Passes);
            Db.Sweeps.Remove(sweep);
            await SaveAsync();
        }

        return RedirectToPage(null, null, new { id = Id });
    }

    /// <summary>What a candidate is: somebody decides.</summary>
    public async Task<IActionResult> OnPostFoundAsync()
    {
        var reader = Reader();
        var key = Request.Form["key"].ToString();
        if (Swept.Lines.FirstOrDefault(l => l.Key == key) is not { } candidate)
        {
            return Refused([new FieldError("becomes", "The candidate has changed since with what was heard. Look at it again.")]);
        }

        CandidateNumber = candidate.Number;
        var becomes = reader.Choice("becomes", candidate.Suggested);
        var step = reader.Choice("step", FoundStep.Energise);
        var note = reader.Text("foundNote", MostNote);
        var line = becomes == FoundAs.Target ? Sheet.LineById(reader.Whole("foundLine", "", 1, int.MaxValue))?.Line.Id : null;
        if (becomes == FoundAs.Target && line is null)
        {
            reader.Refuse("foundLine", "Say which line of the notice it is.");
        }

        if (becomes == FoundAs.Neighbour && note.Length == 0)
        {
            reader.Refuse("foundNote", "Say whose it is, or how it is known.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var found = candidate.Decision is { } before ? await Db.Found.SingleAsync(f => f.Id == before.Id) : Db.Found.Add(new FoundLine { JobId = Id }).Entity;
        var ofLine = Db.Entry(found).Property(f => f.LineId);
        if (becomes == FoundAs.Unknown && (found.Becomes != FoundAs.Unknown || found.LineId is null))
        {
            // It becomes a line of the sheet, so that it is energised, traced and answered for like any other. Its number comes with the save.
            ofLine.CurrentValue = Db.Entry(NewLine(candidate)).Property(l => l.Id).CurrentValue;
        }
        else if (becomes != FoundAs.Unknown)
        {
            ofLine.CurrentValue = line;
        }

        (found.Becomes, found.NextStep, found.Note, found.By, found.At) = (becomes, step, note, Visitor.Name, clock.Moment);
        (found.Points, found.Modes, found.DepthMetres) = ([.. candidate.Line.Points], [.. candidate.Line.Modes], candidate.Line.Depth?.Metres);
        (found.Probability, found.Lateral95Metres) = (candidate.Line.Probability, candidate.Line.Lateral95Metres);
        await SaveAsync();
        return Done(new { sweep = SweepId, candidate = candidate.Number });
    }

    /// <summary>An unknown line is known now.</summary>
    public async Task<IActionResult> OnPostSettledAsync()
    {
        var reader = Reader();
        var outcome = reader.Text("outcome", MostNote, required: true);
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        if (await Db.Found.SingleOrDefaultAsync(f => f.JobId == Id && f.Id == reader.Whole("found", "", 1, int.MaxValue)) is { } found)
        {
            (found.Outcome, found.SettledAt) = (outcome, clock.Moment);
            await SaveAsync();
        }

        return Done(new { sweep = SweepId });
    }

    /// <summary>Entries of a response as they were typed.</summary>
    public string HeardText(SweptPass pass) => string.Join("\n", pass.Responses.OrderBy(r => r.AlongMetres).Select(r => string.Join(' ', new[]
    {
        LengthText.ForEntry(r.AlongMetres, Person.Units), r.DepthMetres is { } d ? LengthText.ForEntry(d, Person.Units) : "-", r.CurrentMilliamps?.ToString("0.###", CultureInfo.InvariantCulture) ?? "-",
        r.DirectionDegrees?.ToString("0.#", CultureInfo.InvariantCulture) ?? "-",
    }).TrimEnd(' ', '-')));

    /// <summary>What a pass holds, so that a form can say what was seen.</summary>
    public string StateOf(SweptPass pass) => pass.WalkedAt is null ? "" : "walked " + HeardText(pass).Replace('\n', ';');

    /// <summary>Laying may be done at the desk; walking waits for the cautions.</summary>
    protected override bool IsBeforeFieldWork(string? handler) => string.IsNullOrEmpty(handler) || handler is "Remove";

    protected override PlanExtras OnPlan
    {
        get
        {
            var view = View;
            var heard = Swept.Responses;
            var alone = Swept.Unexplained.ToHashSet();
            return new PlanExtras(Sweep: new SweepOverlay(
                [.. view?.Passes.Select(p => (p.Pass.From, p.Pass.To, p.WalkedAt is not null ? PassState.Walked : p.Number == Pass?.Number ? PassState.Next : PassState.Open, p.Number))
                    ?? Laid?.Passes.Select((p, i) => (p.From, p.To, PassState.Open, i + 1)) ?? []],
                [.. Swept.Walked.Where(p => p.SweepId != view?.Sweep.Id).Select(p => (p.Pass.From, p.Pass.To))],
                [.. heard.Select((r, i) => (SheetSweeps.PlaceOf(r.Pass, r.Response), !alone.Contains(i)))],
                [.. view?.Coverage?.Hatch(HatchMetres) ?? []],
                Swept.Lines, CandidateNumber));
        }
    }

    private const double HatchMetres = 1;

    private static double Rounded(double metres) => Math.Round(metres, 3);

    private void Replace(SweptPass pass, List<SweepResponse> heard)
    {
        bool Is(SweptResponse r, SweepResponse h) => Math.Abs(r.AlongMetres - h.AlongMetres) < 0.001 && r.DepthMetres == h.Depth?.Metres && r.CurrentMilliamps == h.Milliamps && r.DirectionDegrees == h.Direction?.Degrees;
        Db.Responses.RemoveRange(pass.Responses.Where(r => !heard.Exists(h => Is(r, h))));
        Db.Responses.AddRange(heard.Where(h => !pass.Responses.Exists(r => Is(r, h))).Select(h => new SweptResponse
        {
            JobId = Id, SweptPassId = pass.Id, AlongMetres = h.AlongMetres, DepthMetres = h.Depth?.Metres, CurrentMilliamps = h.Milliamps, DirectionDegrees = h.Direction?.Degrees,
            By = Visitor.Name, At = clock.Moment,
        }));
    }

    private SoughtLine NewLine(SweptLine candidate) => Db.Lines.Add(new SoughtLine
    {
        JobId = Id, Kind = UtilityKind.Unknown, Owner = $"found by sweep {Sheet.Job.Found.Count(f => f.Becomes == FoundAs.Unknown) + 1}", ExpectedRun = [.. candidate.Line.Points],
    }).Entity;

    /// <summary>A sweep as it is usually begun here: round the hookup while nothing was swept, then the dig back and forth.</summary>
    private Sweep Suggested()
    {
        var hookup = Sheet.Job.Hookups.MaxBy(h => h.MadeAt);
        var isRound = hookup is not null && !Sheet.Job.Sweeps.Exists(s => s.Order.IsRound);
        var mode = isRound ? SweepMode.Active : Enum.GetValues<SweepMode>().FirstOrDefault(m => m is not SweepMode.Active && !Sheet.Job.Sweeps.Exists(s => s.Mode == m), SweepMode.Power);
        var sweep = new Sweep
        {
            JobId = Id, Kind = isRound ? SweepKind.Circle : SweepKind.Grid, Mode = mode, Area = isRound ? [] : Round(Sheet.Job.DigCorners), CentreEast = hookup?.ConnectionEast ?? 0, CentreNorth = hookup?.ConnectionNorth ?? 0,
            RadiusMetres = SweepOrder.UsualRadiusMetres, AlongDegrees = isRound ? 0 : Rounded(Sheet.Cut is { } cut ? cut.DirectionAt(0).Right.Azimuth.Degrees : 0), IsBothWays = true,
        };
        Seek(sweep, SweepSought.Usual(mode));
        return sweep;
    }

    /// <summary>The dig and some metres round it: a line beside it matters too.</summary>
    private static List<SitePoint> Round(IReadOnlyList<SitePoint> corners) => corners.Count < 3 ? [] : [.. DigArea.Widened(corners, MarginMetres)];

    private const double MarginMetres = 4;

    private static void Seek(Sweep sweep, SweepSought sought)
    {
        (sweep.ShallowestMetres, sweep.DeepestMetres, sweep.SoughtMilliamps) = (sought.Shallowest.Metres, sought.Deepest.Metres, sought.Milliamps);
        (sweep.ThresholdNanotesla, sweep.SoughtLengthMetres) = (sought.ThresholdNanotesla, sought.LengthMetres);
        sweep.SpacingMetres = sweep.SpacingMetres > 0 ? sweep.SpacingMetres : Spacing(sought);
    }

    /// <summary>The smaller of the two rules; two metres where neither gives one.</summary>
    private static double Spacing(SweepSought sought) =>
        Math.Clamp(Math.Min(sought.BothWaysMetres ?? double.PositiveInfinity, sought.AlongsideMetres ?? double.PositiveInfinity) is var least && double.IsFinite(least) ? Math.Floor(10 * least) / 10 : 2, SweepRules.Spacing.Least, SweepRules.Spacing.Most);

    private Sweep Typed(FormReader reader)
    {
        var suggested = Suggested();
        var sweep = new Sweep { JobId = Id, Kind = reader.Choice("kind", suggested.Kind), Mode = reader.Choice("mode", suggested.Mode) };
        var usual = SweepSought.Usual(sweep.Mode);
        if (sweep.Order.IsRound)
        {
            var centre = reader.Place("centreEast", "centreNorth") ?? new SitePoint(suggested.CentreEast, suggested.CentreNorth);
            (sweep.CentreEast, sweep.CentreNorth) = (centre.East, centre.North);
            sweep.RadiusMetres = reader.Length("radius", SweepRules.Radius) ?? SweepOrder.UsualRadiusMetres;
            sweep.Degrees = reader.Number("degrees", "°", SweepRules.Degrees) ?? 360;
        }
        else
        {
            sweep.Area = reader.Places("area", SweepRules.MostCorners);
            sweep.Area = sweep.Area.Count == 0 && reader.IsGood ? Round(Sheet.Job.DigCorners) : sweep.Area;
            sweep.IsBothWays = reader.Ticked("both");
            sweep.SpacingMetres = reader.Length("spacing", SweepRules.Spacing) ?? 0;
        }

        sweep.AlongDegrees = reader.Number("along", "°", new Bounds(-360, 360)) ?? (sweep.Order.IsRound ? 0 : suggested.AlongDegrees);
        var shallowest = reader.Length("shallowest", SweepRules.Depth) ?? usual.Shallowest.Metres;
        var deepest = reader.Length("deepest", SweepRules.Depth) ?? usual.Deepest.Metres;
        if (deepest < shallowest)
        {
            reader.Refuse("deepest", "It must not be less than the shallowest.");
        }

        Seek(sweep, new SweepSought(
            new Depth(shallowest), new Depth(deepest), reader.Number("soughtCurrent", "mA", SweepRules.Milliamps) ?? usual.Milliamps, reader.Number("threshold", "nT", SweepRules.Threshold) ?? usual.ThresholdNanotesla,
            reader.Length("soughtLength", SweepRules.Length) ?? usual.LengthMetres));
        sweep.PositionSigmaMetres = reader.Length("sigma", CandidateRules.Sigma) ?? CandidateTask.UsualSigmaMetres;
        return sweep;
    }

    private SweepLaid LaidOf(Sweep sweep, IReadOnlyList<FieldError>? typed = null)
    {
        List<FieldError> errors = [.. typed ?? []];
        if (errors.Count == 0)
        {
            errors.AddRange(SweepRules.Check(sweep.Order));
        }

        var passes = errors.Count == 0 ? sweep.Order.Passes(SheetSweeps.Obstacles(Sheet)) : [];
        if (errors.Count == 0 && passes.Count is 0 or > SweepLayout.MostPasses)
        {
            errors.Add(new FieldError("spacing", passes.Count == 0 && SweepRules.Spacing.Hold(sweep.SpacingMetres) && !sweep.Order.IsRound
                ? $"No pass fits, or more than {SweepLayout.MostPasses}: widen the spacing, or sweep in parts." : $"These are {passes.Count} passes; {SweepLayout.MostPasses} is the most. Widen the spacing, or sweep in parts."));
        }

        return new SweepLaid(sweep, errors.Count == 0 ? passes : [], errors);
    }
}
