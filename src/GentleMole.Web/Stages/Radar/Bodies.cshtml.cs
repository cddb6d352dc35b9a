using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Bodies;
using GentleMole.Core.Grids;
using GentleMole.Core.Job;
using GentleMole.Core.Site;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>What is wide in the ground and no line: hollows, tanks, slabs, graves, dug ground; somebody says what each is.</summary>
internal sealed class BodiesPage(MoleDb db, SheetLoader loader, PlaceClock clock, RadarDesk desk, ProcessorGate gate) : RadarStagePage(db, loader)
{
    private const int AtOnce = 4;
    private const int MostNote = 500;

    /// <summary>95 % of the velocity, as a part, where nothing better is known.</summary>
    private const double UsualDoubt = 0.06;

    /// <summary>Body at hand, by its number.</summary>
    [BindProperty(SupportsGet = true, Name = "body")]
    public int? BodyNumber { get; set; }

    /// <summary>What the profiles together show; null while some are still looked through, or there is none.</summary>
    public GroundBodies? Found { get; private set; }

    public IReadOnlyList<ToldBody> Bodies { get; private set; } = [];

    /// <summary>Profiles that are looked through for what is wide, after all are searched for pipes: those tell the velocity, and what is a pipe.</summary>
    private int Looked { get; set; }

    public (double Value, string Source) Depths { get; private set; }

    public ToldBody? AtPlace => Bodies.FirstOrDefault(b => b.Number == BodyNumber);

    public bool IsGraveyard => Sheet.Job.Sought == JobSought.Graves;

    public override (string Part, object Model)? Lower => AlongBody is { } along ? ("_Cut", along) : null;

    private CutDrawing? AlongBody { get; set; }

    protected override Task PrepareWindowAsync() => LookAsync(wait: false);

    public async Task<IActionResult> OnGetAsync()
    {
        await LookAsync(wait: false);
        return Page();
    }

    /// <summary>What a body is: somebody decides.</summary>
    public async Task<IActionResult> OnPostFoundAsync()
    {
        await LookAsync(wait: true);
        var reader = Reader();
        var key = Request.Form["key"].ToString();
        if (Bodies.FirstOrDefault(b => b.Key == key) is not { } told)
        {
            return Refused([new FieldError("becomes", "The body has changed since with what was read. Look at it again.")]);
        }

        BodyNumber = told.Number;
        var isNothing = Request.Form["becomes"] == Nothing;
        var becomes = isNothing ? BodyKind.Unknown : reader.Choice("becomes", told.Body.Kind);
        var (step, note) = (reader.Choice("step", BodyStep.WalkCloser), reader.Text("bodyNote", MostNote));
        if (isNothing && note.Length == 0)
        {
            reader.Refuse("bodyNote", "Say why it is nothing: rubble, roots, a layer that ends.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var found = told.Decision is { } before ? await Db.Bodies.SingleAsync(b => b.Id == before.Id) : Db.Bodies.Add(new FoundBody { JobId = Id, Number = told.Number }).Entity;
        Put(found, told.Body);
        (found.Becomes, found.IsNothing, found.NextStep, found.Note, found.By, found.At) = (becomes, isNothing, step, note, Visitor.Name, clock.Moment);
        await SaveAsync();
        return Done(new { body = told.Number });
    }

    /// <summary>An unknown body is known now.</summary>
    public async Task<IActionResult> OnPostSettledAsync()
    {
        var reader = Reader();
        var outcome = reader.Text("outcome", MostNote, required: true);
        var id = reader.Whole("found", "", 1, int.MaxValue);
        if (!reader.IsGood)
        {
            await LookAsync(wait: false);
            return Refused(reader);
        }

        if (await Db.Bodies.SingleOrDefaultAsync(b => b.JobId == Id && b.Id == id) is { } body)
        {
            (body.Outcome, body.SettledAt) = (outcome, clock.Moment);
        }

        await SaveAsync();
        return Done();
    }

    /// <summary>As a form says that a body is none.</summary>
    public const string Nothing = "Nothing";

    private static void Put(FoundBody found, RadarBody body)
    {
        found.Outline = [.. body.Box.Corners.Select(p => new SitePoint(Math.Round(p.East, 3), Math.Round(p.North, 3)))];
        (found.Guess, found.Probability) = (body.Kind, Math.Round(body.Kinds[0].Probability, 3));
        (found.LengthMetres, found.LengthHalfMetres) = Rounded(body.Length);
        (found.WidthMetres, found.WidthHalfMetres) = Rounded(body.Width);
        (found.CoverMetres, found.CoverHalfMetres) = Rounded(body.Cover);
        (found.BearingDegrees, found.IsTopSeen, found.IsOpen) = (Math.Round(body.Bearing.Value, Decimals), body.Facts.IsTopSeen, body.Facts.IsOpen);
        (found.HeightMetres, found.HeightHalfMetres) = Known(body.Height);
        (found.VolumeCubicMetres, found.VolumeHalfCubicMetres) = Known(body.Volume);
    }

    /// <summary>More than is shown: what is rounded twice is another figure on the handover than it was here.</summary>
    private const int Decimals = 6;

    private static (double? Value, double? Half) Known(Estimate? value) => value is { } known ? Rounded(known) : (null, null);

    private static (double Value, double Half) Rounded(Estimate value) => (Math.Round(value.Value, Decimals), Math.Round(value.HalfWidth, Decimals));

    /// <summary>One sentence to act on.</summary>
    public string Sentence
    {
        get
        {
            var open = Bodies.Count(b => b.Decision is null);
            return Progress.All == 0 ? "No profile lies on the site yet."
                : Found is null ? $"Looking through the profiles: {(Progress.Searched + Looked) / 2} of {Progress.All} done."
                : Bodies.Count == 0 ? $"Nothing wide shows under {Progress.All} line{(Progress.All == 1 ? "" : "s")}."
                : open > 0 ? $"{(Bodies.Count == 1 ? "One body" : $"{Bodies.Count} bodies")} under {Progress.All} lines; {(open == 1 ? "one" : open)} to be said what {(open == 1 ? "it is" : "they are")}."
                : $"{(Bodies.Count == 1 ? "One body, decided." : $"{Bodies.Count} bodies, all decided.")}";
        }
    }

    public string Shape => Found is null || Bodies.Any(b => b.Decision is null) ? "open" : Bodies.Count == 0 ? "caution" : "sound";

    /// <summary>That sentence with what stands under it; asked again until all is looked through.</summary>
    public Looking Looking => new(Found is null && Progress.All > 0 ? AddressOf(BodyNumber) : null, Shape, Sentence, Below);

    /// <summary>The page with one of them at hand.</summary>
    public string AddressOf(int? number) => $"/jobs/{Id}/radar/bodies{(number is { } n ? $"?body={n}" : "")}";

    /// <summary>What a reader must know below the sentence.</summary>
    public string Below
    {
        get
        {
            var layers = Found is { Layers: { Count: > 0 } all }
                ? $"Layers all along: {string.Join(", ", all.Select(l => $"at {Person.Length(l.CoverMetres)} (on {l.Share * 100:0} % of the lines)"))}. "
                : Found is not null ? "No layer goes on over the lines: broken ground cannot be told by one. " : "";
            return $"{layers}{Pattern}Depth by {Depths.Value.ToString("0.000", CultureInfo.InvariantCulture)} m/ns, {Depths.Source}. A radar tells shapes and contrasts, not what is in them; nothing seen is no proof.";
        }
    }

    /// <summary>How graves lie in rows: said where several bodies have one shape and one way.</summary>
    private string Pattern => Found is { } found && BodyPattern.Of(found.Bodies) is { } pattern
        ? $"{pattern.Count} of one shape lie along {pattern.BearingDegrees:0}°, the nearest {Person.Run(pattern.ApartMetres)} apart: a pattern that people make. "
        : "";

    /// <summary>What a body seems to be, or was said to be.</summary>
    public static string Says(ToldBody told)
    {
        if (told.Decision is { } decided)
        {
            var what = decided.IsNothing ? "nothing: no body" : BodyWords.Kind(decided.Becomes);
            var next = decided.IsUnsettled ? $" Next: {BodyWords.Step(decided.NextStep)}." : decided.Outcome.Length > 0 ? $" Settled: {decided.Outcome}." : "";
            return $"{char.ToUpperInvariant(what[0])}{what[1..]}, says {decided.By}.{(decided.Note.Length > 0 ? $" {decided.Note}." : "")}{next}";
        }

        if (told.Body.Kind != BodyKind.Unknown || told.Body.Facts.HitLines < 2)
        {
            return "";
        }

        var perhaps = told.Body.Kinds.Where(k => k.Kind != BodyKind.Unknown && k.Probability > 0.1).Select(k => $"{BodyWords.Short(k.Kind)} {FigureWords.Chance(k.Probability)}").ToList();
        return perhaps.Count > 0 ? $"Not told apart: {string.Join(", ", perhaps)}." : "It looks like none of what is known here.";
    }

    /// <summary>Said of a shallow body that nobody decided, near a tree that somebody placed.</summary>
    public string NearTree(ToldBody told) => told.Decision is null && told.Body.Kind is BodyKind.Unknown or BodyKind.Slab or BodyKind.Dug && TreeRoots.IsNear(told.Body.Box.Middle, told.Body.Cover.Value, Sheet.Trunks)
        ? " It lies shallow near a tree: its roots may answer so." : "";

    public static string Title(ToldBody told)
    {
        var body = told.Body;
        var sure = body.Kinds.Count > 0 ? body.Kinds[0].Probability : 0;
        var perhaps = body.Kind == BodyKind.Unknown ? "" : sure >= 0.9 ? "likely " : "perhaps ";
        return $"{perhaps}{BodyWords.Kind(body.Kind)}";
    }

    /// <summary>A line along a body, beyond both its ends: as the page that collects takes it.</summary>
    public static string AlongOf(ToldBody told) =>
        Along(told.Body.Box) is var (first, last) ? CollectPage.AlongOf(first, last) : "";

    private static (SitePoint First, SitePoint Last) Along(BodyBox box)
    {
        var way = box.Along * ((box.LengthMetres / 2) + BesideMetres);
        return (box.Middle - way, box.Middle + way);
    }

    protected override PlanExtras OnPlan => OverLines([]) with
    {
        Bodies = new BodiesOverlay([.. Bodies.Select(b => new BodiesOverlay.Shape(b.Body.Box.Corners, b.Number, b.Decision is not null, b.Body.Facts.IsTopSeen, $"/jobs/{Id}/radar/bodies?body={b.Number}#body-{b.Number}"))], BodyNumber),
    };

    /// <param name="wait">What is decided needs what was found; a page does not wait for it.</param>
    private async Task LookAsync(bool wait)
    {
        var finds = await FindsAsync(desk, gate, wait);
        Depths = VelocityOfAll(desk);
        if (finds is not null && await LevelsAsync(finds.Profiles, wait) is { } lines)
        {
            await JoinAsync(finds, lines, wait);
        }

        if (AtPlace is { } at && await GridVolume.OfAsync(desk, Sheet, Depths.Value) is { Volume: { } volume } grid)
        {
            var box = at.Body.Box;
            var (first, last) = Along(box);
            AlongBody = new CutDrawing(CutPicture([first, last], grid.Velocity), first.DistanceTo(last), volume.DeepestMetres, Person)
            {
                FloorMetres = grid.FloorMetres, Seen = volume.SeenAlong(new Run([first, last])),
                Body = (BesideMetres, BesideMetres + box.LengthMetres, at.Body.Cover.Value, at.Body.Height?.Value),
            };
        }
    }

    private const double BesideMetres = 1.2;

    /// <summary>What stays level under each of them; null while some are still looked through.</summary>
    private async Task<List<LevelLine>?> LevelsAsync(IReadOnlyList<WalkedProfile> laid, bool wait)
    {
        var (lines, working) = (new List<LevelLine>(), 0);
        foreach (var profile in laid)
        {
            var levels = desk.LevelsIfThere(profile.Profile!, profile.WheelFactor, Depths.Value);
            if (levels is null && (wait || working++ < AtOnce))
            {
                var search = desk.LevelsAsync(profile.Profile!, profile.WheelFactor, Depths.Value);
                levels = wait || search.IsCompleted ? await search : null;
            }

            if (levels is not null)
            {
                lines.Add(levels with { Start = profile.PlaceAt(0)!.Value, Way = Azimuth.Of(profile.BearingDegrees!.Value).Direction });
            }
        }

        Looked = lines.Count;
        return lines.Count == laid.Count ? lines : null;
    }

    private async Task JoinAsync(GridFinds finds, List<LevelLine> lines, bool wait)
    {
        // Runs are told anew with every response that somebody refuses: how many there are and where they begin is part of the key.
        var key = string.Join('|', finds.Profiles.Select(p => FormattableString.Invariant($"{p.ProfileId} {p.WheelFactor} {p.PlaceAt(0)} {p.BearingDegrees}")))
            + string.Join('|', finds.Runs.Runs.Select(r => FormattableString.Invariant($"{r.Points[0].Place} {r.Points[^1].Place} {r.Points.Count}")));
        var doubt = Velocity is { Source: not Core.Radar.VelocitySource.Ground, Velocity: var known } ? known.HalfWidth / known.Value : UsualDoubt;
        var velocity = Estimate.Symmetric(Depths.Value, Math.Clamp(doubt, 0.02, 0.25) * Depths.Value);
        Found = desk.BodiesIfThere(key, velocity, IsGraveyard);
        if (Found is null)
        {
            var search = desk.BodiesAsync(key, lines, velocity, finds.Runs.Runs, IsGraveyard);
            Found = wait || search.IsCompleted ? await search : null;
        }

        Bodies = Found is null ? [] : ToldBody.Of(Sheet, Found);
    }
}
