using GentleMole.Core;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;
using GentleMole.Exchange;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.StandIns;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>What carries no signal is traced by what is pushed through it: check, stops, the pipe that they make, what the camera saw.</summary>
[RequestSizeLimit(PhotoFile.MostBytes + 1_000_000)]
[RequestFormLimits(MultipartBodyLengthLimit = PhotoFile.MostBytes + 1_000_000)]
internal sealed partial class SondePage(MoleDb db, SheetLoader loader, PlaceClock clock, PhotoShelf shelf, UploadQuota quota, WalkDesk walks) : SheetPage(db, loader)
{
    private const int MostPushes = 40;
    private const int MostFinds = 300;

    /// <summary>Push at hand.</summary>
    [BindProperty(SupportsGet = true, Name = "push")]
    public int? PushId { get; set; }

    /// <summary>Stop at hand; null for a new one.</summary>
    [BindProperty(SupportsGet = true, Name = "stop")]
    public int? StopId { get; set; }

    /// <summary>What the camera saw, looked at again.</summary>
    [BindProperty(SupportsGet = true, Name = "find")]
    public int? FindId { get; set; }

    public CameraFind? FindAtHand => Told?.Finds.FirstOrDefault(f => f.Find.Id == FindId)?.Find;

    /// <summary>A new push is to be begun beside others.</summary>
    [BindProperty(SupportsGet = true, Name = "new")]
    public bool IsNew { get; set; }

    public override JobStage Stage => JobStage.Trace;

    protected override bool IsFieldWork => true;

    /// <summary>The line asked for, else the first that was pushed into, else the first that carries nothing.</summary>
    public override SheetLine? LineAtHand => Sheet.LineById(LineId)
        ?? Sheet.Lines.FirstOrDefault(l => l.Pushes.Count > 0) ?? Sheet.Lines.FirstOrDefault(l => Material.Of(l.Line.Material).CarriesNothing) ?? (Sheet.Lines.Count > 0 ? Sheet.Lines[0] : null);

    public IReadOnlyList<PushTold> Pushes => LineAtHand?.Pushes ?? [];

    public PushTold? Told => IsNew ? null : Pushes.FirstOrDefault(p => p.Push.Id == PushId) ?? (Pushes.Count > 0 ? Pushes[^1] : null);

    /// <summary>Stop that is looked at again.</summary>
    public StopTold? StopAtHand => Told?.Stops.FirstOrDefault(s => s.Fix.Id == StopId);

    /// <summary>What was just typed, worked out; null while nothing was.</summary>
    public Result<SondeStop>? Judged { get; private set; }

    /// <summary>What of it cannot be read yet.</summary>
    public string? Trouble { get; private set; }

    /// <summary>What a receiver has sent by lengths of cable that are no stops yet.</summary>
    public IReadOnlyList<(double Cable, int Readings)> Sent { get; private set; } = [];

    public WalkProgress? Walk => walks.Of(Id);

    public bool MayBePushed => walks.IsOn && Walk is null or { Ended: true } && Sheet.Job.HandedOverAt is null && Told is { Push.IsChecked: true, Stops.Count: 0 } && LineAtHand?.BestRun is { Length: > 8 };

    public override bool IsSimulated => Walk is not null;

    public override (string Part, object Model)? Lower => Told?.Route is not null ? ("_Pipe", this) : null;

    protected override PlanExtras OnPlan => new(Silent: SilentOverlay.OfPushes(Sheet, Told, StopId));

    /// <summary>Number of a stop of the route, as the list has it.</summary>
    public int NumberOf(int routeFix) => Told is { } told ? told.Stops.ToList().IndexOf(told.Joined[routeFix]) + 1 : 0;

    public string Sentence
    {
        get
        {
            if (Told is not { } told)
            {
                return Pushes.Count == 0 ? "Begin with the check on the ground: quiet with the sonde off, strong and steady with it on." : "A push from another access: check first.";
            }

            return !told.Push.IsChecked ? "The check on the ground is not passed: find what is heard at this frequency, or take another, before anything is pushed."
                : told.Stops.Count == 0 ? "Checked. Push 3 to 6 m, no more before the first stop, and find the sonde."
                : told.Route is { } route ? SondeWords.Route(route, Person, NumberOf)
                : told.Stops[^1].Stop is { IsGood: true } last ? SondeWords.Stop(last.Value, Person) + " " + SondeWords.Try(last.Value.Next)
                : "Nothing can be said of the stops yet: " + told.Stops[^1].Stop.Errors[0].Sentence;
        }
    }

    public string Shape => Told is not { Stops.Count: > 0, Push.IsChecked: true } told ? Told is { Push.IsChecked: false } ? "reject" : "open"
        : told.Route is { } route ? route.Outliers.Count + route.Backfalls.Count > 0 || told.Stops.Any(s => !s.Stop.IsGood || s.Stop.Value.Found.Verdict != Verdict.Sound) ? "caution" : "sound"
        : told.Stops[^1].Stop is { IsGood: true } stop ? ReasonWords.Verdict(stop.Value.Found.Verdict) : "open";

    /// <summary>What stops the pipe, from each end that was pushed from; and how far apart the two lie.</summary>
    public string? FromBothEnds
    {
        get
        {
            var found = Pushes.SelectMany(p => p.Finds.Where(f => f.Find.Seen is CameraSeen.Blockage or CameraSeen.Broken && f.Spot is not null).Select(f => (p.Push, f))).ToList();
            return found.Select(f => f.Push.Id).Distinct().Count() < 2 ? null
                : $"From both ends: {string.Join("; ", found.Select(f => $"from {f.Push.Access} {SondeWords.Seen(f.f.Find.Seen)} after {Person.Run(f.f.Find.PaidOutMetres)} of cable"))}. Between the two lie {Person.Length(found[0].f.Spot!.Place.DistanceTo(found[^1].f.Spot!.Place))}.";
        }
    }

    public string Len(double? metres) => metres is { } m ? LengthText.ForEntry(m, Person.Units) : "";

    public async Task<IActionResult> OnGetAsync()
    {
        if ((PushId is not null && Told?.Push.Id != PushId) || (StopId is not null && StopAtHand is null) || (FindId is not null && FindAtHand is null))
        {
            return NotFound();
        }

        await LookAsync();
        return Page();
    }

    /// <summary>A push is begun, or its check and its pipe are put right.</summary>
    public async Task<IActionResult> OnPostPushAsync()
    {
        var reader = Reader();
        var (access, note) = (reader.Text("access", 100, required: true), reader.Text("pushNote", 500));
        var hertz = reader.Number("frequency", "Hz", 10, 500_000);
        var check = reader.Length("checkDepth", 0.2, 5);
        var inside = reader.Length("inside", 0.02, 3);
        if (LineAtHand is not { } line)
        {
            return NotFound();
        }

        if (reader.IsGood && PushId is null && Sheet.Job.Pushes.Count >= MostPushes)
        {
            reader.Refuse("access", $"{MostPushes} pushes are the most on one job.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var push = PushId is { } id ? await Db.Pushes.SingleOrDefaultAsync(p => p.Id == id && p.JobId == Id) : null;
        push ??= Db.Pushes.Add(new SondePush { JobId = Id, LineId = line.Line.Id, Access = access, By = Visitor.Name, At = clock.Moment }).Entity;
        (push.Access, push.Note, push.FrequencyHertz, push.CheckMetres, push.InsideMetres) = (access, note, hertz, check, inside);
        (push.IsQuiet, push.IsSteady) = (reader.Ticked("quiet"), reader.Ticked("steady"));
        await SaveAsync();
        return Done(new { line = line.Line.Id, push = push.Id });
    }

    /// <summary>What is typed so far, worked out.</summary>
    public IActionResult OnPostJudge()
    {
        var reader = Reader();
        var fix = Read(reader, growing: true);
        Judged = fix is null ? null : PushTold.StopOf(fix, AheadOf(fix));
        Trouble = reader.IsGood ? null : reader.Errors[0].Sentence;
        return Partial("_StopTold", this);
    }

    /// <summary>A stop.</summary>
    public async Task<IActionResult> OnPostStopAsync()
    {
        if (Told is not { } told)
        {
            return NotFound();
        }

        var reader = Reader();
        var read = Read(reader, growing: false);
        if (reader.IsGood && !told.Push.IsChecked)
        {
            reader.Refuse("paid", "The check on the ground comes first: tick what was found, or find out why not.");
        }

        if (read is not null && reader.IsGood)
        {
            Judged = PushTold.StopOf(read, AheadOf(read));
            reader.Refuse(Judged.Errors.Select(e => e with { Field = FieldOf(e.Field) }));
        }

        if (reader.IsGood && StopId is null && told.Stops.Count >= SondeRules.MostFixes)
        {
            reader.Refuse("paid", $"{SondeRules.MostFixes} stops are the most of one push.");
        }

        if (read is null || !reader.IsGood)
        {
            await LookAsync();
            return Refused(reader);
        }

        var fix = StopId is { } id ? await Db.Fixes.SingleOrDefaultAsync(f => f.Id == id && f.JobId == Id) : null;
        fix ??= Db.Fixes.Add(new PushedFix { JobId = Id, PushId = told.Push.Id, By = Visitor.Name, At = clock.Moment }).Entity;
        Take(read, fix);
        await SaveAsync();
        return Done(new { line = LineAtHand!.Line.Id, push = told.Push.Id });
    }

    public async Task<IActionResult> OnPostRemoveStopAsync()
    {
        if (await Db.Fixes.SingleOrDefaultAsync(f => f.Id == StopId && f.JobId == Id) is { } fix)
        {
            Db.Fixes.Remove(fix);
            await SaveAsync();
        }

        return Done(new { push = PushId });
    }

    /// <summary>What the camera saw.</summary>
    public async Task<IActionResult> OnPostFindAsync()
    {
        if (Told is not { } told)
        {
            return NotFound();
        }

        var reader = Reader();
        var paid = reader.Length("findPaid", SondeRules.Paid, required: true);
        var seen = reader.Choice("what", CameraSeen.Crack);
        var face = reader.Whole("clock", "", 1, 12);
        var note = reader.Text("findNote", 300);
        var photo = await PhotoShelf.OfFormAsync(Request.Form, reader, Id, quota, HttpContext.RequestAborted);
        if (reader.IsGood && told.Finds.Count >= MostFinds)
        {
            reader.Refuse("findPaid", $"{MostFinds} entries are the most of one push.");
        }

        if (!reader.IsGood)
        {
            await LookAsync();
            return Refused(reader);
        }

        var find = FindId is { } known ? await Db.CameraFinds.SingleOrDefaultAsync(f => f.Id == known && f.JobId == Id) : null;
        find ??= Db.CameraFinds.Add(new CameraFind { JobId = Id, PushId = told.Push.Id, By = Visitor.Name, At = clock.Moment }).Entity;
        (find.PaidOutMetres, find.Seen, find.Clock, find.Note) = (paid!.Value, seen, face, note);
        if (photo is { } taken)
        {
            find.Photos.Add(await shelf.KeepAsync(Id, taken.Content, taken.Facts, HttpContext.RequestAborted));
        }

        await SaveAsync();
        return Done(new { line = LineAtHand!.Line.Id, push = told.Push.Id });
    }

    public async Task<IActionResult> OnPostRemoveFindAsync()
    {
        if (await Db.CameraFinds.Include(f => f.Photos).SingleOrDefaultAsync(f => f.Id == FindId && f.JobId == Id) is { } row)
        {
            Db.CameraFinds.Remove(row);
            await SaveAsync();
        }

        return Done(new { push = PushId });
    }

    /// <summary>The pipe is marked by this push, or no longer.</summary>
    public async Task<IActionResult> OnPostMarkAsync()
    {
        if (Told is not { Route: not null } told)
        {
            return NotFound();
        }

        var push = await Db.Pushes.SingleAsync(p => p.Id == told.Push.Id && p.JobId == Id);
        push.TakenAt = push.TakenAt is null ? clock.Moment : null;
        await SaveAsync();
        return Done(new { line = LineAtHand!.Line.Id, push = told.Push.Id });
    }

    /// <summary>Which way the pipe runs at a stop that is being typed: from the stop before it.</summary>
    private Azimuth? AheadOf(PushedFix fix)
    {
        var before = Told?.Stops.Select(s => s.Fix).Where(f => f.PaidOutMetres < fix.PaidOutMetres && f.Id != fix.Id).MaxBy(f => f.PaidOutMetres);
        return SondeRun.AheadFrom(fix.Place, before?.Place, LineAtHand?.Expected);
    }

    /// <summary>What the form says of a stop; null while it says too little to be worked out.</summary>
    private PushedFix? Read(FormReader reader, bool growing)
    {
        var paid = reader.Length("paid", SondeRules.Paid, required: !growing);
        var place = reader.Place("east", "north");
        if (!growing && place is null && reader.IsGood)
        {
            reader.Refuse("east", "Say where it was heard most: click the plan, or type east and north.");
        }

        var fix = new PushedFix
        {
            Id = StopId ?? 0, PaidOutMetres = paid ?? 0, EastMetres = place?.East ?? 0, NorthMetres = place?.North ?? 0,
            AheadMetres = reader.Length("ahead", 0.02, 40), BehindMetres = reader.Length("behind", 0.02, 40), HeightMetres = reader.Length("height", SondeRules.Height) ?? 0,
            ShownMetres = reader.Length("depth", SondeRules.Shown), TurnedMetres = reader.Length("turned", SondeRules.Shown),
            Level = reader.Number("level", "", 1e-6, SondeRules.Level.Most), LiftedLevel = reader.Number("lifted", "", 1e-6, SondeRules.Level.Most), LiftedHeightMetres = reader.Length("liftedHeight", SondeRules.Height),
            OffLineMetres = StopAtHand?.Fix.OffLineMetres, AheadDegrees = reader.Number("direction", "°", 0, 360), GroundMetres = reader.Length("ground", SondeRules.Ground) ?? 0, Row = StopAtHand?.Fix.Row ?? [],
        };
        ByPlaces(reader, fix, place);
        if (reader.IsGood && fix.AheadMetres is null != fix.BehindMetres is null)
        {
            if (!growing)
            {
                reader.Refuse(fix.AheadMetres is null ? "ahead" : "behind", "Both nulls, or none: one alone says nothing.");
            }

            return growing ? null : fix;
        }

        var isSaid = fix.AheadMetres is not null || fix.ShownMetres is not null || fix.LiftedLevel is not null || fix.Row.Count > 0;
        return growing && !(reader.IsGood && isSaid) ? null : fix;
    }

    /// <summary>Nulls that were clicked are turned into distances from the strongest place, and whether all three lie in line.</summary>
    private static void ByPlaces(FormReader reader, PushedFix fix, SitePoint? strongest)
    {
        var (ahead, behind) = (reader.Place("aheadEast", "aheadNorth"), reader.Place("behindEast", "behindNorth"));
        if (!reader.IsGood || strongest is not { } middle || ahead is not { } front || behind is not { } rear || front.DistanceTo(rear) < LeastNulls)
        {
            return;
        }

        var way = (front - rear).Unit();
        (fix.AheadMetres, fix.BehindMetres) = (Math.Round((front - middle).Dot(way), 3), Math.Round((middle - rear).Dot(way), 3));
        (fix.OffLineMetres, fix.AheadDegrees) = (Math.Round(Math.Abs((middle - rear).Dot(way.Right)), 3), fix.AheadDegrees ?? Math.Round(way.Azimuth.Degrees, 1));
        if (fix.AheadMetres < NearestNull || fix.BehindMetres < NearestNull)
        {
            reader.Refuse("aheadEast", "The strongest place must lie between the two nulls.");
        }
    }

    private const double LeastNulls = 0.1;
    private const double NearestNull = 0.02;

    private static void Take(PushedFix from, PushedFix to)
    {
        (to.PaidOutMetres, to.EastMetres, to.NorthMetres, to.AheadMetres, to.BehindMetres, to.HeightMetres) = (from.PaidOutMetres, from.EastMetres, from.NorthMetres, from.AheadMetres, from.BehindMetres, from.HeightMetres);
        (to.ShownMetres, to.TurnedMetres, to.Level, to.LiftedLevel, to.LiftedHeightMetres) = (from.ShownMetres, from.TurnedMetres, from.Level, from.LiftedLevel, from.LiftedHeightMetres);
        (to.AheadDegrees, to.GroundMetres, to.OffLineMetres) = (from.AheadDegrees, from.GroundMetres, from.OffLineMetres);
        if (!to.Row.SequenceEqual(from.Row))
        {
            to.Row = from.Row;
        }
    }

    /// <summary>The field of the form at which a sentence of the core belongs.</summary>
    private static string FieldOf(string field) => field switch
    {
        "frontNullMetres" => "ahead",
        "rearNullMetres" or "strongestMetres" => "behind",
        "heightMetres" => "height",
        "depthMetres" => "depth",
        "turnedDepthMetres" => "turned",
        "strength" => "level",
        "liftedStrength" => "lifted",
        "liftedHeightMetres" => "liftedHeight",
        _ => "paid",
    };
}
