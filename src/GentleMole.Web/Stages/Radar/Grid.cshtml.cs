using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Grids;
using GentleMole.Core.Measures;
using GentleMole.Core.Radar;
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

/// <summary>A grid of radar lines is laid over an area and ticked off as its lines are walked.</summary>
internal sealed class GridPage(MoleDb db, SheetLoader loader, PlaceClock clock, RadarDesk desk) : RadarStagePage(db, loader)
{
    private const int MostGrids = 20;
    private const int MostNote = 500;
    private static readonly Bounds Depth = new(0.1, 30);
    private static readonly Bounds Body = new(0.1, 20);

    /// <summary>What is asked for in the form.</summary>
    public RadarGrid? Laid { get; private set; }

    /// <summary>What is wrong with it.</summary>
    public IReadOnlyList<FieldError> LaidErrors { get; private set; } = [];

    public IActionResult OnGet()
    {
        if (GridId is > 0 && !Sheet.Job.Grids.Exists(g => g.Id == GridId))
        {
            return NotFound();
        }

        Lay(Suggested());
        return Page();
    }

    /// <summary>How it would lie, while it is typed.</summary>
    public IActionResult OnPostLayJudge()
    {
        var reader = Reader();
        Lay(Typed(reader), reader.Errors);
        return Partial("_GridLaid", this);
    }

    /// <summary>Lays it.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var grid = Typed(reader);
        grid.Note = reader.Text("note", MostNote);
        if (Grids.Count >= MostGrids)
        {
            reader.Refuse("area", $"There are {MostGrids} grids on this job; that is the most.");
        }

        Lay(grid, reader.Errors);
        if (LaidErrors.Count > 0)
        {
            return Refused(LaidErrors);
        }

        (grid.JobId, grid.Number, grid.By, grid.At) = (Id, Grids.Select(g => g.Number).DefaultIfEmpty(0).Max() + 1, Visitor.Name, clock.Moment);
        Db.Grids.Add(grid);
        await SaveAsync();
        return Done(new { grid = grid.Id });
    }

    /// <summary>A grid is taken away; profiles that were walked on it stay.</summary>
    public async Task<IActionResult> OnPostRemoveAsync()
    {
        if (await Db.Grids.SingleOrDefaultAsync(g => g.JobId == Id && g.Id == GridId) is { } grid)
        {
            Db.Grids.Remove(grid);
            await SaveAsync();
        }

        return RedirectToPage(null, null, new { id = Id });
    }

    /// <summary>All profiles that lie on the site as they came, with what was decided of them.</summary>
    public async Task<IActionResult> OnGetFilesAsync() =>
        GridFinds.Laid(Sheet).Count == 0 ? NotFound() : File(await RadarArchive.MakeAsync(Sheet, desk, HttpContext.RequestAborted), "application/zip", $"job-{Id}-radar.zip");

    /// <summary>How the grid that is asked for would do, in one sentence.</summary>
    public string Say => LaidErrors.Count > 0
        ? LaidErrors[0].Sentence
        : $"{Laid!.Lines.Count} line{(Laid.Lines.Count == 1 ? "" : "s")}, {Person.Run(Laid.Lines.Sum(l => l.LengthMetres))} to walk, some {Math.Max(1, Math.Round(GridOrder.Time([.. Laid.Lines.Select(l => (l.From, l.To))]).TotalMinutes)):0} minutes.";

    /// <summary>What it would find and miss.</summary>
    public string Advice
    {
        get
        {
            var grid = Laid!;
            var order = GridView.OrderOf(grid);
            var planned = PlannedFor(grid);
            var most = RadarPlan.LinesFor(grid.BodyMetres);
            var wide = grid.SpacingMetres > most + 1e-9 ? $"Lines {Person.Length(most)} apart at most for what is sought; these are wider. " : "";
            var told = grid.BodyMetres is { } body
                ? $"{Person.Length(body)} across is gone over by {Math.Floor(body / grid.SpacingMetres):0} line{(Math.Floor(body / grid.SpacingMetres) == 1 ? "" : "s")} at least; two must. "
                : $"A pipe {Person.Run(PipeMetres)} long{(order.Expected is null ? ", at the worst angle," : ", within 30° of what is expected,")} is met often enough to be told from stones with {FigureWords.Chance(order.LeastChanceTold(PipeMetres))}. ";
            var blind = planned is null ? "Calibrate: how deep this ground lets one see is not known yet. " : planned.Shape == "sound" ? "" : planned.Sentence(Person) + " ";
            return wide + told + blind + (grid.IsBothWays ? "" : "What runs along the lines is not seen: walk both ways, or cross every find.");
        }
    }

    private const double PipeMetres = 5;

    /// <summary>How the grid at hand stands.</summary>
    public string Stands(GridView view) => view.Next is null
        ? $"All {view.Grid.Lines.Count} lines are walked."
        : view.Walked == 0 ? $"{view.Grid.Lines.Count} lines, {Person.Run(view.Grid.Lines.Sum(l => l.LengthMetres))}: some {Minutes(view.Open)} minutes."
        : $"{view.Walked} of {view.Grid.Lines.Count} lines walked; some {Minutes(view.Open)} minutes left.";

    /// <summary>Walked to the end it is sound, but not where the ground lets nothing be seen.</summary>
    public string ShapeOf(GridView view) => BlindFor(view) is not null ? "caution" : view.Next is null ? "sound" : "open";

    /// <summary>The plan of the radar where that sees nothing at the depth that the grid seeks.</summary>
    private PlannedRadar? BlindFor(GridView view) => PlannedFor(view.Grid) is { } planned && planned.Plan.IsBlind(view.Grid.DeepestMetres) ? planned : null;

    /// <summary>What of it was seen.</summary>
    public string Seen(GridView view)
    {
        var planned = PlannedFor(view.Grid);
        return BlindFor(view) is { } blind
            ? $"{blind.Sentence(Person)} What is walked is hatched all the same: not seen into down to there."
            : $"{view.Coverage.Share * 100:0} % of the area seen{(view.Grid.IsBothWays ? $", {view.Coverage.BothWaysShare * 100:0} % from both ways" : "")}. {(planned is null ? "How deep is not known: calibrate." : $"By ground, antenna and window nothing may be said below {Person.Length(Math.Min(planned.Plan.ReachMetres, WindowDepth(planned, view)))}; how much of that is noise its profiles tell.")}";
    }

    /// <summary>Depth at which the windows of its profiles end; without end where none was walked.</summary>
    private static double WindowDepth(PlannedRadar planned, GridView view) => view.Profiles.OfType<WalkedProfile>()
        .Select(p => p.Profile!.SamplesEach * p.Profile.IntervalNanoseconds * RadarWave.VelocityOf(planned.Permittivity) / 2).DefaultIfEmpty(double.PositiveInfinity).Min();

    private static string Minutes(IReadOnlyList<(SitePoint From, SitePoint To)> lines) => FormattableString.Invariant($"{Math.Max(1, Math.Round(GridOrder.Time(lines).TotalMinutes)):0}");

    public static string Flag(PlannedLine line, bool isEnd) => (isEnd ? line.To : line.From) is var p ? FormattableString.Invariant($"{p.East:0.00} E {p.North:0.00} N") : "";

    protected override PlanExtras OnPlan
    {
        get
        {
            var view = View;
            var lines = view?.Grid.Lines ?? (LaidErrors.Count == 0 ? Laid?.Lines : null) ?? [];
            var grid = new GridOverlay(
                [.. lines.Select((l, i) => (l.From, l.To, view is null || view.Profiles[i] is null ? view?.Next == i ? PassState.Next : PassState.Open : PassState.Walked, i + 1))],
                [.. view?.Coverage.Hatch(HatchMetres) ?? []]);
            return OverLines(lines.SelectMany(l => new[] { l.From, l.To })) with { RadarGrid = grid };
        }
    }

    private const double HatchMetres = 0.75;

    /// <summary>A grid as it would be begun here: the dig with a margin, lines square to the lines of the notice.</summary>
    private RadarGrid Suggested() => new()
    {
        JobId = Id, Area = Round(), ExpectedDegrees = Expected(), IsBothWays = false, DeepestMetres = Calibration?.DepthMetres ?? UsualDepth, BodyMetres = Calibration?.BodyMetres,
        SpacingMetres = Calibration?.Plan(Permittivity).LineSpacingMetres ?? RadarPlan.UtilityLines,
    };

    private List<SitePoint> Round() => Sheet.Job.DigCorners is { Count: >= 3 } corners ? [.. DigArea.Widened(corners, MarginMetres).Select(p => new SitePoint(Math.Round(p.East, 2), Math.Round(p.North, 2)))] : [];

    /// <summary>Most lines of the notice run across the dig: that way.</summary>
    private double? Expected() => Sheet.Cut is { } cut ? Math.Round(cut.DirectionAt(0).Right.Azimuth.Degrees % 180, 1) : null;

    private const double UsualDepth = 1.5;
    private const double MarginMetres = 1;

    private RadarGrid Typed(FormReader reader)
    {
        var suggested = Suggested();
        var area = reader.Places("area", SweepRules.MostCorners);
        var isAnyWay = reader.Ticked("anyway");
        return new RadarGrid
        {
            JobId = Id, Area = area.Count == 0 && reader.IsGood ? suggested.Area : area, ExpectedDegrees = isAnyWay ? null : reader.Number("expected", "°", new Bounds(-360, 360)) ?? suggested.ExpectedDegrees,
            IsBothWays = isAnyWay || reader.Ticked("both"), DeepestMetres = reader.Length("depth", Depth) ?? suggested.DeepestMetres, BodyMetres = reader.Length("body", Body),
            SpacingMetres = reader.Length("spacing", GridOrder.Spacing) ?? suggested.SpacingMetres,
        };
    }

    private void Lay(RadarGrid grid, IReadOnlyList<FieldError>? typed = null)
    {
        (Laid, LaidErrors) = (grid, [.. typed ?? []]);
        var order = GridView.OrderOf(grid);
        LaidErrors = LaidErrors.Count == 0 ? order.Check() : LaidErrors;
        if (LaidErrors.Count > 0)
        {
            return;
        }

        grid.Lines = [.. order.Lines(SheetSweeps.Obstacles(Sheet)).Select(l => new PlannedLine(Rounded(l.From), Rounded(l.To)))];
        if (grid.Lines.Count == 0)
        {
            LaidErrors = [new FieldError("spacing", $"No line fits, or more than {GridRules.MostLines}: widen the spacing, or walk it in parts.")];
        }
    }

    private static SitePoint Rounded(SitePoint place) => new(Math.Round(place.East, 3), Math.Round(place.North, 3));

    public string Len(double? metres) => metres is { } m ? LengthText.ForEntry(m, Person.Units) : "";
}
