using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Grids;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Exchange.Radar;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.StandIns;
using GentleMole.Store.Radar;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>Profiles come in: as files, from devices, from recordings that the firm has; and go out as SEG-Y.</summary>
[RequestSizeLimit(ProfileShelf.MostBytes + 1_000_000)]
[RequestFormLimits(MultipartBodyLengthLimit = ProfileShelf.MostBytes + 1_000_000)]
internal sealed class CollectPage(MoleDb db, SheetLoader loader, PlaceClock clock, ProfileShelf shelf, RadarDesk desk, UploadQuota quota, ProcessorGate gate, WalkDesk walks, DataFolder folder) : RadarStagePage(db, loader)
{
    private const int MostProfiles = 400;
    private const int MostShown = 30;

    /// <summary>File that waits for the unit of its interval.</summary>
    [BindProperty(SupportsGet = true, Name = "import")]
    public Guid? WaitingId { get; set; }

    /// <summary>Name of the file that waits.</summary>
    public string? Waiting { get; private set; }

    /// <summary>What its data say of the unit.</summary>
    public IntervalGuess? Guess { get; private set; }

    /// <summary>Recordings of the firm that lie on no job.</summary>
    public IReadOnlyList<RadarRecord> Loose { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync()
    {
        await LookAsync();
        if (Velocity is { Source: not VelocitySource.Ground })
        {
            // With a velocity that stays, what is made ready now is not made anew with the next line.
            MakeReady(desk);
        }

        return WaitingId is not null && Waiting is null ? NotFound() : Page();
    }

    /// <summary>A file comes in.</summary>
    public async Task<IActionResult> OnPostUploadAsync()
    {
        var reader = Reader();
        var place = ProfilePlace.Read(reader, 200);
        if (Request.Form.Files.GetFile("file") is not { Length: > 0 } file)
        {
            reader.Refuse("file", "Choose a SEG-Y file.");
            return await AgainAsync(reader.Errors);
        }

        if (file.Length > ProfileShelf.MostBytes)
        {
            reader.Refuse("file", "A radar file may have 512 MB.");
        }

        if (await quota.RefuseAsync(Id, file.Length, "file", HttpContext.RequestAborted) is { } full)
        {
            reader.Refuse([full]);
        }

        if (Profiles.Count >= MostProfiles)
        {
            reader.Refuse("file", $"This job has {MostProfiles} profiles; that is the most.");
        }

        if (!reader.IsGood || place is null)
        {
            return await AgainAsync(reader.Errors);
        }

        var id = await shelf.WaitAsync(Id, file, HttpContext.RequestAborted);
        return await TakeAsync(id, null, place);
    }

    /// <summary>The unit of a file that waits is said.</summary>
    public async Task<IActionResult> OnPostUnitAsync()
    {
        var reader = Reader();
        var place = ProfilePlace.Read(reader, 200);
        var unit = reader.Choice("unit", SampleIntervalUnit.Picoseconds);
        if (WaitingId is not { } id || shelf.Waiting(Id, id) is null)
        {
            return NotFound();
        }

        return !reader.IsGood || place is null ? await AgainAsync(reader.Errors) : await TakeAsync(id, unit, place);
    }

    /// <summary>A file that waits is not wanted after all.</summary>
    public IActionResult OnPostForget()
    {
        if (WaitingId is { } id)
        {
            shelf.Forget(Id, id);
        }

        return RedirectToPage(new { id = Id });
    }

    /// <summary>A recording of the firm is laid on this job.</summary>
    public async Task<IActionResult> OnPostLayAsync(Guid record)
    {
        if (await Db.Profiles.SingleOrDefaultAsync(p => p.Id == record && !Db.WalkedProfiles.Any(w => w.ProfileId == p.Id)) is not { } known)
        {
            return await AgainAsync([new FieldError("record", "Somebody has laid this recording on a job meanwhile.")]);
        }

        var walked = await ProfileShelf.LayAsync(Db, Id, known, Visitor.Name, clock.Moment, HttpContext.RequestAborted);
        await SaveAsync();
        return RedirectToPage("/Stages/Radar/Radar", new { id = Id, profile = walked.Id });
    }

    /// <summary>A recording that lies on no job is not wanted any more.</summary>
    public async Task<IActionResult> OnPostDeleteAsync(Guid record)
    {
        if (await shelf.DeleteAsync(Db, record, HttpContext.RequestAborted) is not { } gone)
        {
            return await AgainAsync([new FieldError("record", "Somebody has laid this recording on a job meanwhile; it stays.")]);
        }

        await SaveAsync();
        gone();
        return RedirectToPage(new { id = Id });
    }

    /// <summary>A walk whose device does not come back is ended here.</summary>
    public async Task<IActionResult> OnPostEndAsync()
    {
        if (AtHand is not { Profile.IsOpen: true } walked || walked.Id != ProfileId || !await TraceWalks.EndAsync(Db, folder, Id, walked.ProfileId, HttpContext.RequestAborted))
        {
            return NotFound();
        }

        return RedirectToPage("/Stages/Radar/Radar", new { id = Id, profile = walked.Id });
    }

    public WalkProgress? Walk => walks.Of(Id);

    public override bool IsSimulated => Walk is not null;

    /// <summary>True where a simulated cart may be pushed: the demo, with an area to cross.</summary>
    public bool MayBePushed => walks.IsOn && Walk is null or { Ended: true } && Sheet.Job.HandedOverAt is null && NextWay is not null;

    /// <summary>Line of the grid that is walked, counted from 1; the next one where none is asked for.</summary>
    [BindProperty(SupportsGet = true, Name = "line")]
    public int? LineNumber { get; set; }

    /// <summary>A line that is walked along a find or over something known, from one place to the other, as an address says it: east and north of both, in metres.</summary>
    [BindProperty(SupportsGet = true, Name = "along")]
    public string? AlongText { get; set; }

    private PlannedLine? AlongFind
    {
        get
        {
            double[] read = [.. (AlongText ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(5).Select(t => double.TryParse(t, NumberStyles.Float, CultureInfo.InvariantCulture, out var metres) ? metres : double.NaN)];
            return read is [var e1, var n1, var e2, var n2] && SiteRules.IsRun([new(e1, n1), new(e2, n2)]) ? new PlannedLine(new(e1, n1), new(e2, n2)) : null;
        }
    }

    /// <summary>A line to walk as an address of this page says it.</summary>
    public static string AlongOf(SitePoint from, SitePoint to) => FormattableString.Invariant($"{from.East:0.##} {from.North:0.##} {to.East:0.##} {to.North:0.##}");

    /// <summary>True for a line of no grid: along a find, or over something known.</summary>
    public bool IsAlong => AlongFind is not null;

    public override PlannedLine? LineToWalk => AlongFind is { } along ? along : View is { } view && (LineNumber is { } n ? n - 1 : view.Next) is { } at && at >= 0 && at < view.Grid.Lines.Count ? view.Grid.Lines[at] : null;

    /// <summary>Number of it, from 1.</summary>
    public int? PlannedNumber => !IsAlong && LineToWalk is { } planned ? View!.Grid.Lines.IndexOf(planned) + 1 : null;

    /// <summary>The line that is walked next: of the grid, else beside the last one, else along the middle of the dig.</summary>
    private Run? NextWay => LineToWalk is { } planned ? new Run([planned.From, planned.To]) : Profiles.LastOrDefault(p => p.PlaceAt(0) is not null) is { } last && last.Way(last.Profile!.LengthMetres) is { } way
        ? new Run([way.At(0, -RadarPlan.UtilityLines), way.At(way.Length, -RadarPlan.UtilityLines)])
        : Sheet.Cut is { } cut && cut.Points.Count >= 2 ? new Run([cut.Points[0], cut.Points[^1]]) : null;

    /// <summary>In the demo: a simulated cart over a hidden ground near what is planned and known.</summary>
    public async Task<IActionResult> OnPostSimulateAsync()
    {
        if (!MayBePushed || NextWay is not { } way || way.Length > MostPushed)
        {
            return NotFound();
        }

        walks.Start(OrderOf(way, Profiles.Count + 1, await FindsAsync(desk, gate, wait: true)));
        return RedirectToPage(new { id = Id, grid = GridId, along = AlongText });
    }

    /// <summary>Lines of the grid that nobody has walked.</summary>
    public int OpenLines => IsAlong ? 0 : View?.Open.Count ?? 0;

    /// <summary>The same over all lines of the grid that are left.</summary>
    public async Task<IActionResult> OnPostSimulateGridAsync()
    {
        if (!MayBePushed || View is not { } view || OpenLines < 2 || Profiles.Count + OpenLines > MostProfiles)
        {
            return NotFound();
        }

        var (first, finds) = (Profiles.Count + 1, await FindsAsync(desk, gate, wait: true));
        walks.Start([.. view.Open.Select(l => new Run([l.From, l.To])).Where(w => w.Length <= MostPushed).Select((w, i) => OrderOf(w, first + i, finds))]);
        return RedirectToPage(new { id = Id, grid = GridId });
    }

    private const double MostPushed = 200;

    private CartOrder OrderOf(Run way, int number, GridFinds? walked)
    {
        // The ground stays what it is from line to line: what was met before lies there still. Stones differ.
        var hidden = new Random(Id * 1000);
        var runs = walked?.Runs.Runs ?? [];
        var pipes = Sheet.Lines.Where(l => l.BestRun is not null).OrderBy(l => l.Line.Id).Select(l => (Line: l, Pipe: HiddenPipe(l, hidden))).Where(l => !runs.Any(r => IsMet(l.Line, r))).Select(l => l.Pipe)
            .Concat(runs.Select(WalkedGround.Pipe)).ToList();
        var random = new Random((Id * 1000) + number);
        var factor = Math.Round(Calibration?.Wheel?.Factor ?? 1, 4);
        SoilLayer[] soil = walked?.Runs.Velocity is { } velocity ? [new(0, RadarWave.PermittivityOf(velocity), 0.004)] : [new(0, 8.8, 0.004), new(0.9, 10.4, 0.006)];
        return new CartOrder(Id, $"line {number} (simulated)", way, RadarGround.Under(pipes, way, soil, 0.05, 400e6, 20, random), factor, random.Next());
    }

    /// <summary>True for a line that lies under a run that was met.</summary>
    private static bool IsMet(SheetLine line, RadarRun run) => run.Points[run.Points.Count / 2].Place is var middle && line.BestRun!.Project(middle).Foot.DistanceTo(middle) < MetMetres;

    private const double MetMetres = 0.8;

    /// <summary>A line near where it is known or drawn, as a radar meets it: as deep as the receiver has it, give or take what a receiver is off; else by chance.</summary>
    private static BuriedPipe HiddenPipe(SheetLine line, Random random)
    {
        var run = line.WithoutRadar.Run ?? line.BestRun!;
        var read = line.WithoutRadar.MiddleDepth?.Metres;
        var aside = (read is null ? 0.3 : 0.05) * ((2 * random.NextDouble()) - 1);
        var points = run.Points.Select((_, i) => run.At(run.ChainageOf(i), aside)).ToList();
        var (chance, radius) = (random.NextDouble(), Math.Clamp((line.Line.OutsideDiameterMetres ?? 0.06) / 2, 0.01, 0.3));
        var depth = Math.Max(radius + 0.1, read is { } known ? known * (0.97 + (0.06 * chance)) : 0.5 + (0.7 * chance));
        var lies = new SupposedLine(line.Line.Owner, line.Line.Owner, line.Line.Kind, points, new Depth(depth), LineBuild.Of(line.Line.Kind, Material.Of(line.Line.Material), line.Line.OutsideDiameterMetres), SupposedEnd.GoesOn, SupposedEnd.GoesOn);
        return new BuriedPipe(BuriedLine.Level(lies), Material.Of(line.Line.Material).CarriesNothing ? BuriedKind.Air : BuriedKind.Metal, radius);
    }

    /// <summary>A profile as SEG-Y: as it came, or after steps.</summary>
    public async Task<IActionResult> OnGetFileAsync(string? steps)
    {
        if (AtHand is not { Profile: { } record } walked || walked.Id != ProfileId || ChainText.Read(steps) is not { } chain || await desk.ProfileAsync(record, 1) is not { } profile)
        {
            return NotFound();
        }

        var run = chain.Count == 0 ? null : await gate.RunAsync(() => RadarChain.Follow(profile, chain), HttpContext.RequestAborted);
        var done = run?.Profile ?? profile;
        Response.ContentLength = SegYWriter.LengthOf(done);
        Response.ContentType = "application/octet-stream";
        Response.Headers.ContentDisposition = $"attachment; filename=\"profile-{walked.Number}{(run is null ? "" : "-steps")}.sgy\"";
        string[] says = run is null ? ["SAMPLES AS THEY CAME"] : [.. run.Steps.Select(s => $"STEP: {RadarWords.Step(s.Kind)} {RadarWords.Settings(s)}".ToUpperInvariant())];
        await SegYWriter.WriteAsync(done, says, Response.Body, HttpContext.RequestAborted);
        return new EmptyResult();
    }

    private async Task<IActionResult> TakeAsync(Guid id, SampleIntervalUnit? unit, ProfilePlace place)
    {
        var read = await shelf.ReadAsync(Id, id, unit, HttpContext.RequestAborted);
        if (!read.IsGood)
        {
            if (read.Errors.Any(e => e.Field == "sampleIntervalUnit"))
            {
                WaitingId = id;
                return await AgainAsync([.. read.Errors.Select(e => e with { Field = "unit" })]);
            }

            shelf.Forget(Id, id);
            WaitingId = null;
            return await AgainAsync(read.Errors);
        }

        var name = place.Name.Length > 0 ? place.Name : shelf.Waiting(Id, id) ?? "profile";
        var (record, undo) = await shelf.KeepAsync(Db, read.Value, name, Visitor.Name, clock.Moment, HttpContext.RequestAborted);
        WalkedProfile walked;
        try
        {
            walked = await ProfileShelf.LayAsync(Db, Id, record, Visitor.Name, clock.Moment, HttpContext.RequestAborted);
            (place with { Name = name }).Put(walked);
            await SaveAsync();
        }
        catch
        {
            undo();
            throw;
        }

        shelf.Forget(Id, id);
        return RedirectToPage("/Stages/Radar/Radar", new { id = Id, profile = walked.Id });
    }

    private async Task<IActionResult> AgainAsync(IReadOnlyList<FieldError> errors)
    {
        await LookAsync();
        return Refused(errors);
    }

    private async Task LookAsync()
    {
        Loose = !MayChange ? [] : await Db.Profiles.AsNoTracking().Where(p => !Db.WalkedProfiles.Any(w => w.ProfileId == p.Id)).OrderByDescending(p => p.At).Take(MostShown).ToListAsync(HttpContext.RequestAborted);
        Waiting = WaitingId is { } id ? shelf.Waiting(Id, id) : null;
        if (Waiting is not null && await shelf.ReadAsync(Id, WaitingId!.Value, SampleIntervalUnit.Picoseconds, HttpContext.RequestAborted) is { IsGood: true } counted)
        {
            Guess = IntervalGuess.Of(counted.Value);
        }
    }

    public bool IsAllRead => Profiles.Count > 0 && Profiles.All(p => p.ReadAt is not null);

    public string Run(RadarRecord record) => LengthText.FormatRun(record.LengthMetres, Person.Units);
}
