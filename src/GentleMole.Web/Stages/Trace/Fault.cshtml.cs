using GentleMole.Core;
using GentleMole.Core.Fault;
using GentleMole.Core.Job;
using GentleMole.Core.Ledger;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
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

/// <summary>Where a cable leaks: in order from the earths lifted to the frame walked; and wires that do not work, by what a meter shows.</summary>
internal sealed class FaultPage(MoleDb db, SheetLoader loader, PlaceClock clock, WalkDesk walks) : SheetPage(db, loader)
{
    private const int MostSearches = 40;
    private const int MostWires = 60;
    private const int MostPinned = 40;
    private const double SamePlaceMetres = 0.03;

    /// <summary>Search at hand.</summary>
    [BindProperty(SupportsGet = true, Name = "search")]
    public int? SearchId { get; set; }

    /// <summary>A new search is to be begun beside others.</summary>
    [BindProperty(SupportsGet = true, Name = "new")]
    public bool IsNew { get; set; }

    /// <summary>Reading that is looked at again.</summary>
    [BindProperty(SupportsGet = true, Name = "reading")]
    public int? LevelId { get; set; }

    public FrameLevel? LevelAtHand => Told?.Search.Levels.Find(l => l.Id == LevelId);

    /// <summary>Wire at hand.</summary>
    [BindProperty(SupportsGet = true, Name = "wire")]
    public int? WireId { get; set; }

    public override JobStage Stage => JobStage.Trace;

    protected override bool IsFieldWork => true;

    /// <summary>The line asked for, else the first that is searched, else the first that carries a current.</summary>
    public override SheetLine? LineAtHand => Sheet.LineById(LineId)
        ?? Sheet.Lines.FirstOrDefault(l => Sheet.Job.FaultSearches.Exists(s => s.LineId == l.Line.Id))
        ?? Sheet.Lines.FirstOrDefault(l => l.Line.Kind is UtilityKind.Electric or UtilityKind.Communications) ?? Sheet.Lines.FirstOrDefault(l => !Material.Of(l.Line.Material).CarriesNothing)
        ?? (Sheet.Lines.Count > 0 ? Sheet.Lines[0] : null);

    public IReadOnlyList<SearchTold> Searches => [.. Sheet.Searches.Where(s => s.Line == LineAtHand)];

    public SearchTold? Told => IsNew ? null : Searches.FirstOrDefault(s => s.Search.Id == SearchId) ?? (Searches.Count > 0 ? Searches[^1] : null);

    public FaultPrep Prep => Told?.Search.Prep ?? new FaultPrep(false, false, null, null, null, null);

    public IReadOnlyList<MeasuredWire> Wires => [.. Sheet.Job.MeasuredWires.Where(w => w.LineId == LineAtHand?.Line.Id).OrderBy(w => w.Id)];

    public MeasuredWire? Wire => Wires.FirstOrDefault(w => w.Id == WireId);

    /// <summary>What the locating current along this line says; null where too little was read.</summary>
    public LedgerTold? Ledger => LineAtHand is { } line && Sheet.HookupOf(line.Line.Id) is { } hookup && LineLedger.TaskOf(line, hookup) is { } task
        ? new LedgerTold(task, Sheet.Drawn.Get((nameof(LineLedger), line.Line.Id, (int?)hookup.Id), () => CurrentLedger.Of(task).Value), Person) : null;

    /// <summary>Readings that a frame has sent and that are not taken over yet.</summary>
    public int Sent { get; private set; }

    public WalkProgress? Walk => walks.Of(Id);

    public bool MayBeWalked => walks.IsOn && Sheet.Job.HandedOverAt is null && Walk is null or { Ended: true } && Told is { Next: not null, Search.Levels.Count: 0, Cable.Length: > 12 };

    public override bool IsSimulated => Walk is not null;

    public override (string Part, object Model)? Lower => Told is { Profile.Readings.Count: > 0 } ? ("_FrameProfile", this) : null;

    protected override PlanExtras OnPlan => new(Silent: SilentOverlay.OfSearch(Told));

    public string Sentence => Told is not { } told ? "Begin a search: what is isolated, measured and set is ticked off in order; the walk follows."
        : told.Next is null ? FaultWords.Prep(told.Search.Prep)
        : told.Finding is { Faults.Count: > 0 } finding ? FaultWords.Finding(finding, Person.Units, told.Search.PinnedMetres)
        : FaultWords.Next(told.Next, Person.Units);

    public string Shape => Told is not { } told ? "open" : told.Search.Prep.Next is FaultPrepStep.Stop ? "reject" : told.Search.Prep.Next is FaultPrepStep.NothingToFind ? "sound"
        : told.Finding is { Faults.Count: > 0 } finding ? finding.IsPoor || finding.Faults.All(f => f.Grade != FaultGrade.Major) ? "caution" : "sound" : "open";

    public string Len(double? metres) => metres is { } m ? LengthText.ForEntry(m, Person.Units) : "";

    public async Task<IActionResult> OnGetAsync()
    {
        if ((SearchId is not null && Told?.Search.Id != SearchId) || (WireId is not null && Wire is null) || (LevelId is not null && LevelAtHand is null))
        {
            return NotFound();
        }

        await LookAsync();
        return Page();
    }

    /// <summary>What was done and measured before the walk; kept step by step.</summary>
    public async Task<IActionResult> OnPostPrepAsync()
    {
        if (LineAtHand is not { } line)
        {
            return NotFound();
        }

        var reader = Reader();
        var frame = reader.Length("frame", FaultRules.Frame, required: true);
        var (volts, ohms) = (reader.Number("volts", "V", FaultRules.Foreign), Ohms(reader, "ohms"));
        var (stake, reference) = (reader.Length("stake", 0, 200), reader.Number("reference", "", FaultRules.Reference));
        var note = reader.Text("searchNote", 500);
        if (reader.IsGood && Told is null && Sheet.Job.FaultSearches.Count >= MostSearches)
        {
            reader.Refuse("frame", $"{MostSearches} searches are the most on one job.");
        }

        if (!reader.IsGood)
        {
            return await RefusedAsync(reader);
        }

        var search = Told is { } told ? await Db.FaultSearches.SingleOrDefaultAsync(s => s.Id == told.Search.Id && s.JobId == Id) : null;
        search ??= Db.FaultSearches.Add(new FaultSearch { JobId = Id, LineId = line.Line.Id, By = Visitor.Name, At = clock.Moment }).Entity;
        (search.FrameWidthMetres, search.IsNearLifted, search.IsFarLifted, search.IsFromFarEnd) = (frame!.Value, reader.Ticked("near"), reader.Ticked("far"), reader.Ticked("fromFar"));
        (search.ForeignVolts, search.SheathOhms, search.StakeMetres, search.ReferenceLevel, search.Note) = (volts, ohms, stake, reference, note);
        await SaveAsync();
        return Done(new { line = line.Line.Id, search = search.Id });
    }

    /// <summary>One reading of the frame.</summary>
    public async Task<IActionResult> OnPostLevelAsync()
    {
        if (Told is not { } told)
        {
            return NotFound();
        }

        var reader = Reader();
        var along = reader.Length("along", FaultRules.Along, required: true);
        var level = reader.Number("level", "", FaultRules.Level);
        var surface = reader.Choice("surface", FrameSurface.Soil);
        if (reader.IsGood && level is null)
        {
            reader.Refuse("level", "Type what the frame shows, with a minus while its arrow points ahead.");
        }

        if (reader.IsGood && told.Next is null)
        {
            reader.Refuse("along", "What comes before is not done: " + FaultWords.Prep(told.Search.Prep));
        }

        if (reader.IsGood && told.Search.Levels.Count >= FaultRules.MostReadings)
        {
            reader.Refuse("along", $"{FaultRules.MostReadings} readings are the most of one search.");
        }

        if (!reader.IsGood)
        {
            return await RefusedAsync(reader);
        }

        // A reading at the same place takes the place of the one before.
        var near = await Db.FrameLevels.Where(l => l.SearchId == told.Search.Id && l.JobId == Id && (l.Id == LevelId || (l.AlongMetres > along - SamePlaceMetres && l.AlongMetres < along + SamePlaceMetres))).OrderBy(l => l.Id).ToListAsync();
        var kept = near.Find(l => l.Id == LevelId) ?? near.FirstOrDefault() ?? Db.FrameLevels.Add(new FrameLevel { JobId = Id, SearchId = told.Search.Id, By = Visitor.Name, At = clock.Moment }).Entity;
        Db.FrameLevels.RemoveRange(near.Where(l => l != kept));
        (kept.AlongMetres, kept.Level, kept.Surface) = (along!.Value, level!.Value, surface);
        await SaveAsync();
        return Done(new { line = LineAtHand!.Line.Id, search = told.Search.Id });
    }

    public async Task<IActionResult> OnPostRemoveLevelAsync()
    {
        if (await Db.FrameLevels.SingleOrDefaultAsync(l => l.Id == LevelId && l.JobId == Id) is { } row)
        {
            Db.FrameLevels.Remove(row);
            await SaveAsync();
        }

        return Done(new { search = SearchId });
    }

    /// <summary>The reversal was found across the cable too.</summary>
    public async Task<IActionResult> OnPostPinAsync()
    {
        var reader = Reader();
        var along = reader.Length("pinned", FaultRules.Along, required: true);
        if (Told is not { } told)
        {
            return NotFound();
        }

        if (reader.IsGood && told.Search.PinnedMetres.Count >= MostPinned)
        {
            reader.Refuse("pinned", $"{MostPinned} places are the most of one search.");
        }

        if (!reader.IsGood)
        {
            return await RefusedAsync(reader);
        }

        var search = await Db.FaultSearches.SingleAsync(s => s.Id == told.Search.Id && s.JobId == Id);
        search.PinnedMetres = [.. search.PinnedMetres, Math.Round(along!.Value, 2)];
        await SaveAsync();
        return Done(new { line = LineAtHand!.Line.Id, search = told.Search.Id });
    }

    /// <summary>What a frame has sent becomes readings.</summary>
    public async Task<IActionResult> OnPostSentAsync()
    {
        if (Told is not { } told)
        {
            return NotFound();
        }

        var reader = Reader();
        var sent = told.Next is null ? [] : await SentAsync(told);
        if (sent.Count == 0)
        {
            reader.Refuse("sent", told.Next is null ? "What comes before is not done: " + FaultWords.Prep(told.Search.Prep) : told.Cable is null ? "Nobody has said where the cable runs; places cannot be brought onto it." : "No frame has sent anything for this search that is not here yet.");
            return await RefusedAsync(reader);
        }

        Db.FrameLevels.AddRange(sent.Take(FaultRules.MostReadings - told.Search.Levels.Count).Select(r => new FrameLevel
        {
            JobId = Id, SearchId = told.Search.Id, AlongMetres = r.AlongMetres, Level = r.Level, By = Visitor.Name, At = clock.Moment,
        }));
        await SaveAsync();
        return Done(new { line = LineAtHand!.Line.Id, search = told.Search.Id });
    }

    /// <summary>In the demo: a simulated frame over hidden leaks.</summary>
    public IActionResult OnPostSimulate()
    {
        if (!MayBeWalked || Told is not { Cable: { } cable } told)
        {
            return NotFound();
        }

        var random = new Random((Id * 1000) + told.Search.Id);
        var reference = told.Search.ReferenceLevel!.Value;
        var (small, main) = ((0.2 + (0.15 * random.NextDouble())) * cable.Length, (0.55 + (0.25 * random.NextDouble())) * cable.Length);
        var sheath = new MadeUpSheath([(small, 0.7, 0.05 * reference), (main, 0.6 + (0.4 * random.NextDouble()), 0.45 * reference)], told.Search.FrameWidthMetres);
        walks.Start(new FrameWalkOrder(Id, sheath, cable, 0.75, clock.Moment, random.Next()));
        return Done(new { line = LineAtHand!.Line.Id, search = told.Search.Id });
    }

    /// <summary>What a meter showed on a wire.</summary>
    public async Task<IActionResult> OnPostWireAsync()
    {
        if (LineAtHand is not { } line)
        {
            return NotFound();
        }

        var reader = Reader();
        var (name, note) = (reader.Text("wireName", 60, required: true), reader.Text("wireNote", 300));
        var length = reader.Length("wireLength", WireTest.Length, required: true);
        var each = reader.Number("perKilometre", "Ω", WireTest.PerKilometre);
        var load = reader.Number("load", "Ω", WireTest.Load);
        var (loop, far) = (Ohms(reader, "loop"), Ohms(reader, "farLoop"));
        var (earthNear, earthFar) = (Ohms(reader, "earthNear"), Ohms(reader, "earthFar"));
        var (nanoNear, nanoFar) = (reader.Number("nanoNear", "nF", WireTest.Nanofarads), reader.Number("nanoFar", "nF", WireTest.Nanofarads));
        if (reader.IsGood && each is null)
        {
            reader.Refuse("perKilometre", "Type the resistance of a kilometre of one wire: 13.2 Ω for 1.3 mm².");
        }

        if (reader.IsGood && Wire is null && Sheet.Job.MeasuredWires.Count >= MostWires)
        {
            reader.Refuse("wireName", $"{MostWires} wires are the most on one job.");
        }

        if (!reader.IsGood)
        {
            return await RefusedAsync(reader);
        }

        var wire = WireId is { } id ? await Db.MeasuredWires.SingleOrDefaultAsync(w => w.Id == id && w.JobId == Id) : null;
        wire ??= Db.MeasuredWires.Add(new MeasuredWire { JobId = Id, LineId = line.Line.Id, Name = name, By = Visitor.Name, At = clock.Moment }).Entity;
        (wire.Name, wire.Note, wire.LengthMetres, wire.OhmsPerKilometre, wire.LoadOhms) = (name, note, length!.Value, each!.Value, load ?? 0);
        (wire.LoopOhms, wire.FarLoopOhms, wire.EarthOhmsNear, wire.EarthOhmsFar, wire.NanofaradsNear, wire.NanofaradsFar) = (loop, far, earthNear, earthFar, nanoNear, nanoFar);
        await SaveAsync();
        return Done(new { line = line.Line.Id, wire = wire.Id });
    }

    public async Task<IActionResult> OnPostRemoveWireAsync()
    {
        if (await Db.MeasuredWires.SingleOrDefaultAsync(w => w.Id == WireId && w.JobId == Id) is { } wire)
        {
            Db.MeasuredWires.Remove(wire);
            await SaveAsync();
        }

        return Done();
    }

    /// <summary>Ohms as a meter shows them: with k or M, or the word open.</summary>
    private static double? Ohms(FormReader reader, string name) => reader.Ohms(name, WireTest.Ohms);

    private async Task<IActionResult> RefusedAsync(FormReader reader)
    {
        await LookAsync();
        return Refused(reader);
    }

    private async Task LookAsync() => Sent = Told is { Next: not null, Cable: not null } told ? (await SentAsync(told)).Count : 0;

    private async Task<List<FrameReading>> SentAsync(SearchTold told)
    {
        var sent = new List<FrameReading>();
        if (told.Cable is not { } cable)
        {
            return sent;
        }

        await foreach (var (_, sample) in EvidenceStore.StreamedAsync(Db, Id, told.Search.At, HttpContext.RequestAborted))
        {
            if (FrameTrack.IsNamed(sample.Utility) && sample is { Peak: { } level, DirectionDegrees: { } arrow } && SiteRules.IsPlace(new SitePoint(sample.EastMetres, sample.NorthMetres))
                && FrameTrack.Of(cable, new SitePoint(sample.EastMetres, sample.NorthMetres), level, Azimuth.Of(arrow)) is { } reading
                && FaultRules.Level.Hold(reading.Level) && !told.Search.Levels.Exists(l => Math.Abs(l.AlongMetres - reading.AlongMetres) < SamePlaceMetres))
            {
                sent.Add(reading);
            }
        }

        return sent;
    }
}
