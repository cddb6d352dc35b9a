using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Candidates;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>Walking the ground: passes laid and ticked off, what was heard on them, the lines it joins up to.</summary>
internal sealed partial class SweepPage(MoleDb db, SheetLoader loader, PlaceClock clock, WalkDesk walks, SignalDesk desk) : SheetPage(db, loader)
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

    public override bool IsLive => true;

    public override bool IsSimulated => Walk is not null;

    public SheetSweeps Swept => SheetSweeps.Of(Sheet);

    /// <summary>The sweep at hand: as asked for, else the first with something to walk, else the last.</summary>
    public SweepView? View => SweepId == 0 ? null : Chosen is { } sweep ? SweepView.Of(Sheet, sweep) : null;

    /// <summary>The pass at hand: as asked for, else the first that is not walked.</summary>
    public SweptPass? Pass => View is { } view ? view.Passes.FirstOrDefault(p => p.Number == PassNumber) ?? view.Open.FirstOrDefault() : null;

    public SweptLine? Candidate => Swept.Lines.FirstOrDefault(l => l.Number == CandidateNumber);

    /// <summary>What the form says of a sweep that is being laid.</summary>
    public SweepLaid? Laid { get; private set; }

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
