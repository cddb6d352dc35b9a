using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Measures;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>A profile is read: what it shows, what is taken from it, by which steps it is shown, where it lies.</summary>
internal sealed partial class RadarPage(MoleDb db, SheetLoader loader, PlaceClock clock, RadarDesk desk) : RadarStagePage(db, loader)
{
    private const int MostPicks = 2000;

    /// <summary>Response at hand, by its number.</summary>
    [BindProperty(SupportsGet = true, Name = "target")]
    public int? TargetNumber { get; set; }

    /// <summary>Part of the panel that stays open after something was done in it.</summary>
    [BindProperty(SupportsGet = true, Name = "part")]
    public string? Part { get; set; }

    public ProfileFacts? Facts { get; private set; }

    /// <summary>The profile as it is shown; null while it has no traces.</summary>
    public ShownProfile? Shown { get; private set; }

    /// <summary>What the search found; null while it still looks.</summary>
    public RadarFinding? Finding { get; private set; }

    public IReadOnlyList<ToldTarget> Targets { get; private set; } = [];

    public ToldTarget? TargetAtHand => Targets.FirstOrDefault(t => t.Number == TargetNumber);

    /// <summary>Where the traces are gone, or none have come yet, there is nothing to show.</summary>
    public bool IsReadable => Facts is not null && Shown is not null;

    /// <summary>Velocity with which depth is written beside the picture: the site's by curves or a known target, else the profile's own, else the table's.</summary>
    public double DepthVelocity => Velocity is { Source: not VelocitySource.Ground } site ? site.Velocity.Value : Finding?.Velocity?.Value ?? Velocity?.Velocity.Value ?? UsualVelocity;

    private const double UsualVelocity = 0.1;

    public override (string Part, object Model)? Lower => IsReadable ? ("_Radargram", this) : null;

    public async Task<IActionResult> OnGetAsync()
    {
        if (ProfileId is not null && AtHand?.Id != ProfileId)
        {
            return NotFound();
        }

        await LookAsync();
        return Page();
    }

    /// <summary>A piece of the picture.</summary>
    public async Task<IActionResult> OnGetTileAsync(string? steps, string? across, string? down, string? column, string? row)
    {
        static int? Whole(string? text) => int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;
        if (AtHand is not { Profile: { } record } walked || walked.Id != ProfileId || ChainText.Read(steps) is not { } chain
            || Whole(across) is not { } a || Whole(down) is not { } d || Whole(column) is not { } c || Whole(row) is not { } r
            || await desk.ShownAsync(record, chain) is not { } shown || shown.Picture.Tile(a, d, c, r) is not { } tile)
        {
            return NotFound();
        }

        // The address says everything that it depends on.
        Response.Headers.CacheControl = record.IsOpen ? "no-store" : "private, max-age=604800, immutable";
        return File(tile, "application/octet-stream");
    }

    /// <summary>The list of responses when the search has ended.</summary>
    public async Task<IActionResult> OnGetTargetsAsync()
    {
        if (AtHand is not { Profile: { IsOpen: false } record } walked || walked.Id != ProfileId)
        {
            return NotFound();
        }

        await desk.FindingAsync(record, walked.WheelFactor);
        await LookAsync();
        return Partial("_RadarTargets", this);
    }

    /// <summary>What the search found is taken as it is, or refused.</summary>
    public async Task<IActionResult> OnPostDecideAsync()
    {
        if (AtHand is not { } walked)
        {
            return NotFound();
        }

        await LookAsync(wait: true);
        var reader = Reader();
        var note = reader.Text("pickNote", 300);
        if (Aimed is not { Found: { } found } target)
        {
            return Refused([NoLongerThere]);
        }

        var isRefused = Request.Form["verdict"] == "refuse";
        if (isRefused && note.Length == 0)
        {
            reader.Refuse("pickNote", "Say why it is none: a stone, a layer, a repeat, a lamp post beside the line.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var pick = target.Pick is { } known ? await Db.RadarPicks.SingleAsync(p => p.Id == known.Id && p.JobId == Id) : Add(new RadarPick { JobId = Id, WalkedProfileId = walked.Id });
        pick.TakeOver(found, walked.WheelFactor);
        (pick.State, pick.Note, pick.By, pick.At) = (isRefused ? RadarPickState.Refused : RadarPickState.Accepted, note, Visitor.Name, clock.Moment);
        await SaveAsync();
        return Done(new { profile = walked.Id, target = NextUndecided(target) });
    }

    /// <summary>A curve that was laid is kept: a pick moved, or one by hand.</summary>
    public async Task<IActionResult> OnPostPickAsync()
    {
        if (AtHand is not { } walked)
        {
            return NotFound();
        }

        await LookAsync(wait: true);
        var reader = Reader();
        var (target, note) = (Aimed, reader.Text("curveNote", 300));
        if (target is null && Request.Form["aim"].Count > 0)
        {
            return Refused([NoLongerThere]);
        }

        var laid = await LaidAsync(reader, growing: false);
        if (laid is not null && laid.TimeNanoseconds >= walked.Profile!.SamplesEach * walked.Profile.IntervalNanoseconds)
        {
            reader.Refuse("cover", "The window ends above that.");
        }

        if (walked.Picks.Count >= MostPicks)
        {
            reader.Refuse("along", $"This profile has {MostPicks} picks; that is the most.");
        }

        if (!reader.IsGood || laid is null)
        {
            return Refused(reader);
        }

        var pick = target?.Pick is { } known ? await Db.RadarPicks.SingleAsync(p => p.Id == known.Id && p.JobId == Id) : Add(new RadarPick { JobId = Id, WalkedProfileId = walked.Id });
        pick.State = target?.Found is null && pick.FoundAlongMetres is null ? RadarPickState.ByHand : RadarPickState.Moved;
        if (target?.Found is { } found)
        {
            (pick.FoundAlongMetres, pick.FoundNanoseconds, pick.Confidence) = (Counted(found.Along.Value), Rounded(found.TimeNanoseconds), Math.Round(found.Confidence, 3));
        }

        (pick.AlongMetres, pick.TimeNanoseconds, pick.CoverMetres, pick.CoverHalfMetres) = (Counted(laid.Curve.AlongMetres), Rounded(laid.TimeNanoseconds), Rounded(laid.Curve.CoverMetres), Rounded(laid.Cover.HalfWidth));
        (pick.VelocityMetresPerNanosecond, pick.VelocityHalfMetresPerNanosecond, pick.RadiusMetres) = (Rounded(laid.Curve.Velocity), laid.Velocity is { } velocity ? Rounded(velocity.HalfWidth) : null, laid.Curve.RadiusMetres);
        (pick.CrossingDegrees, pick.IsNormal, pick.TellsVelocity) = (Math.Round(laid.Curve.CrossingDegrees, 1), laid.Verdict == Verdict.Reject ? null : laid.IsNormal, reader.Ticked("tells") && laid.Verdict != Verdict.Reject);
        (pick.Note, pick.By, pick.At) = (note, Visitor.Name, clock.Moment);
        await SaveAsync();
        return Done(new { profile = walked.Id, target = target?.Number });
    }

    /// <summary>What was decided is taken back.</summary>
    public async Task<IActionResult> OnPostUndecideAsync()
    {
        await LookAsync(wait: true);
        if (AtHand is not { } walked || Aimed is not { Pick: { } known } target)
        {
            return NotFound();
        }

        Db.RadarPicks.Remove(await Db.RadarPicks.SingleAsync(p => p.Id == known.Id && p.JobId == Id));
        await SaveAsync();
        return Done(new { profile = walked.Id, target = target.Found is null ? null : (int?)target.Number });
    }

    /// <summary>The profile is read to its end, or is not after all.</summary>
    public async Task<IActionResult> OnPostReadAsync()
    {
        if (AtHand is not { } known)
        {
            return NotFound();
        }

        var walked = await TrackedAsync(known.Id);
        walked.ReadAt = walked.ReadAt is null ? clock.Moment : null;
        await SaveAsync();
        return Done(new { profile = known.Id });
    }

    private static readonly FieldError NoLongerThere = new("decide", "This response is no longer there; look at the list again.");

    /// <summary>The response that a form means: by what it was when the form was drawn, whatever its number is now.</summary>
    private ToldTarget? Aimed => Request.Form["aim"].ToString() is { Length: > 0 } aim ? Targets.FirstOrDefault(t => t.Aim == aim) : TargetAtHand;

    private RadarPick Add(RadarPick pick)
    {
        Db.RadarPicks.Add(pick);
        return pick;
    }

    private Task<WalkedProfile> TrackedAsync(int id) => Db.WalkedProfiles.SingleAsync(p => p.Id == id && p.JobId == Id);

    private int? NextUndecided(ToldTarget after) =>
        Targets.Where(t => t.State == 0 && t != after).Select(t => (int?)t.Number).OrderBy(n => n < after.Number).ThenBy(n => n).FirstOrDefault();

    private double Counted(double trueMetres) => Rounded(trueMetres / AtHand!.WheelFactor);

    private static double Rounded(double value) => Math.Round(value, 5);

    /// <param name="wait">What is decided needs what was found; a page does not wait for it.</param>
    private async Task LookAsync(bool wait = false)
    {
        if (AtHand is not { Profile: { } record } walked || await desk.FactsAsync(record) is not { } facts)
        {
            return;
        }

        Facts = facts;
        Shown = await desk.ShownAsync(record, Chain);
        Finding = record.IsOpen ? null : wait ? await desk.FindingAsync(record, walked.WheelFactor) : desk.FindingIfThere(record, walked.WheelFactor);
        Targets = ToldTarget.Join(walked, Finding, facts);
        if (TargetNumber is not null && Finding is not null && TargetAtHand is null)
        {
            TargetNumber = null;
        }
    }

    public string Len(double? metres) => metres is { } m ? LengthText.ForEntry(m, Person.Units) : "";

    public static string Num(double? value, string format = "0.####") => value?.ToString(format, CultureInfo.InvariantCulture) ?? "";
}
