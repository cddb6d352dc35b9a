using GentleMole.Core;
using GentleMole.Core.Measures;
using GentleMole.Core.Radar;
using GentleMole.Core.Together;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>A radar is made ready for the ground: wheel, velocity, window, reach, and how long that took.</summary>
internal sealed class CalibratePage(MoleDb db, SheetLoader loader, PlaceClock clock, RadarDesk desk) : RadarStagePage(db, loader)
{
    private const int Most = 40;

    /// <summary>Conductivity that a meter shows, millisiemens a metre.</summary>
    private static readonly Bounds Millisiemens = new(0.001, 5000);
    private static readonly Bounds Megahertz = new(10, 5000);
    private static readonly Bounds Depth = new(0.1, 30);
    private static readonly Bounds Body = new(0.02, 20);

    protected override bool IsFieldWork => true;

    /// <summary>Calibration that is looked at again.</summary>
    [BindProperty(SupportsGet = true, Name = "again")]
    public int? AgainId { get; set; }

    /// <summary>A new one is begun: other ground, or another wheel.</summary>
    [BindProperty(SupportsGet = true, Name = "new")]
    public bool IsNew { get; set; }

    /// <summary>Something known that the radar is run over: its line and its dot.</summary>
    [BindProperty(SupportsGet = true, Name = "over")]
    public string? OverName { get; set; }

    /// <summary>Places of known depth to begin with.</summary>
    public IReadOnlyList<KnownPlace> Places => [.. KnownCrossing.Places(Sheet).Take(MostPlaces)];

    private const int MostPlaces = 3;

    /// <summary>The one that was chosen, and what a profile shows there; null where none was.</summary>
    public KnownCrossing? Over { get; private set; }

    /// <summary>The one at hand; null for a new one.</summary>
    public RadarCalibration? CalibrationAtHand => IsNew ? null : Sheet.Job.Calibrations.Find(c => c.Id == AgainId) ?? Calibration;

    /// <summary>What stands in the form, worked out; null while it says too little.</summary>
    public RadarCalibration? Judged { get; private set; }

    public string? Trouble { get; private set; }

    public RadarCalibration? Told => Judged ?? CalibrationAtHand;

    public GroundVelocity? ToldVelocity => Told is { } told ? VelocityBy(told) : null;

    public PlannedRadar? Planned => Told is { } told && ToldVelocity is { } velocity
        ? PlannedRadar.For(told.Ground, RadarWave.PermittivityOf(velocity.Velocity.Value), told.Conductivity, told.AntennaHertz, told.DepthMetres, told.BodyMetres)
        : null;

    /// <summary>Minutes that the ground deserves; null while nothing is told.</summary>
    public int? Deserved => Planned is { } planned ? CalibrationTime.Deserved(planned.Ground, planned.Plan, planned.DepthMetres) : null;

    /// <summary>The velocity without what is known of a target: what there was before it.</summary>
    public GroundVelocity? Before => Told is { Known: not null } told ? GroundVelocity.Of(CurveVelocities, null, told.Soil) : null;

    public async Task<IActionResult> OnGetAsync()
    {
        await LookAsync();
        return AgainId is not null && CalibrationAtHand?.Id != AgainId ? NotFound() : Page();
    }

    protected override Task PrepareWindowAsync() => LookAsync();

    private async Task LookAsync()
    {
        if (OverName is { Length: > 0 } && KnownCrossing.Places(Sheet).FirstOrDefault(k => KnownCrossing.NameOf(k) == OverName) is { } known)
        {
            Over = await KnownCrossing.OfAsync(Sheet, known, desk);
            Judged = Over.Nanoseconds is null ? null : WithKnown(CalibrationAtHand);
        }
    }

    /// <summary>What the form says before anybody has typed: what is kept, or what is usual, with the target that was chosen.</summary>
    private RadarCalibration WithKnown(RadarCalibration? kept)
    {
        var (cover, half, time, radius, by) = KnownFields;
        return new RadarCalibration
        {
            Ground = kept?.Ground ?? RadarSoilKind.MoistSand, SiemensPerMetre = kept?.SiemensPerMetre, AntennaHertz = kept?.AntennaHertz ?? UsualHertz, SeparationMetres = kept?.SeparationMetres ?? UsualSeparation,
            DepthMetres = kept?.DepthMetres ?? UsualDepth, BodyMetres = kept?.BodyMetres, BaseMetres = kept?.BaseMetres, CountedMetres = kept?.CountedMetres ?? [], Minutes = kept?.Minutes ?? 0,
            KnownCoverMetres = cover, KnownHalfMetres = half, KnownNanoseconds = time, KnownRadiusMetres = radius, KnownBy = by,
        };
    }

    public const double UsualHertz = 4e8;
    public const double UsualSeparation = 0.14;
    public const double UsualDepth = 1.5;

    /// <summary>What stands in a field of the known target: as it is kept, or as what was chosen says.</summary>
    public (double? Cover, double? Half, double? Nanoseconds, double? Radius, string By) KnownFields => Over is { Nanoseconds: { } time } over
        ? (Math.Round(over.Known.Cover.Value, 3), Math.Round(Math.Max(KnownTarget.Half.Least, over.Known.Cover.HalfWidth), 3), Math.Round(time, 2), over.Line.Line.OutsideDiameterMetres / 2, over.By)
        : (CalibrationAtHand?.KnownCoverMetres, CalibrationAtHand?.KnownHalfMetres, CalibrationAtHand?.KnownNanoseconds, CalibrationAtHand?.KnownRadiusMetres, CalibrationAtHand?.KnownBy ?? "");

    public IActionResult OnPostJudge()
    {
        var reader = Reader();
        Judged = Read(reader, growing: true);
        Trouble = reader.IsGood ? null : reader.Errors[0].Sentence;
        Judged = reader.IsGood ? Judged : null;
        return Partial("_CalibrateTold", this);
    }

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var typed = Read(reader, growing: false);
        if (CalibrationAtHand is null && Calibrations.Count >= Most)
        {
            reader.Refuse("where", $"There are {Most} calibrations on this job; that is the most.");
        }

        if (!reader.IsGood || typed is null)
        {
            await LookAsync();
            return Refused(reader);
        }

        RadarCalibration kept;
        if (CalibrationAtHand is { } known)
        {
            kept = await Db.Calibrations.SingleAsync(c => c.Id == known.Id && c.JobId == Id);
        }
        else
        {
            kept = new RadarCalibration { JobId = Id };
            Db.Calibrations.Add(kept);
        }

        (kept.Where, kept.Ground, kept.SiemensPerMetre, kept.AntennaHertz, kept.SeparationMetres) = (typed.Where, typed.Ground, typed.SiemensPerMetre, typed.AntennaHertz, typed.SeparationMetres);
        (kept.DepthMetres, kept.BodyMetres, kept.BaseMetres, kept.Minutes) = (typed.DepthMetres, typed.BodyMetres, typed.BaseMetres, typed.Minutes);
        (kept.KnownCoverMetres, kept.KnownNanoseconds, kept.KnownRadiusMetres, kept.KnownHalfMetres, kept.KnownBy) = (typed.KnownCoverMetres, typed.KnownNanoseconds, typed.KnownRadiusMetres, typed.KnownHalfMetres, typed.KnownBy);
        if (!kept.CountedMetres.SequenceEqual(typed.CountedMetres))
        {
            kept.CountedMetres = typed.CountedMetres;
        }

        (kept.By, kept.At) = (Visitor.Name, clock.Moment);
        await SaveAsync();
        return Done(new { again = kept.Id });
    }

    public async Task<IActionResult> OnPostRemoveAsync()
    {
        if (CalibrationAtHand is not { } known)
        {
            return NotFound();
        }

        Db.Calibrations.Remove(await Db.Calibrations.SingleAsync(c => c.Id == known.Id && c.JobId == Id));
        await SaveAsync();
        return Done();
    }

    private static RadarCalibration? Read(FormReader reader, bool growing)
    {
        var (where, ground) = (reader.Text("where", 200), reader.Choice("soil", RadarSoilKind.MoistSand));
        var (siemens, antenna) = (reader.Number("conductivity", "mS/m", Millisiemens), reader.Number("antenna", "MHz", Megahertz));
        var separation = reader.Length("separation", RadarRules.Separation) ?? 0;
        var (depth, body) = (reader.Length("depth", Depth, required: !growing), reader.Length("body", Body));
        var length = reader.Length("base", RadarRules.Base);
        var counted = reader.Has("counted") ? reader.Lengths("counted", 0.1, 30_000) : [];
        var (cover, time, radius) = (reader.Length("knownCover", RadarRules.Cover), reader.Number("knownTime", "ns", KnownTarget.Time), reader.Length("knownRadius", RadarRules.Radius));
        var (half, by) = (reader.Length("knownHalf", KnownTarget.Half), reader.Text("knownBy", 200));
        var minutes = reader.Number("minutes", "min", CalibrationTime.Minutes) ?? 0;
        if (!growing && antenna is null && reader.IsGood)
        {
            reader.Refuse("antenna", "Say the antenna’s frequency, like 400.");
        }

        if (reader.IsGood && counted.Count > 0)
        {
            if (length is not { } known)
            {
                reader.Refuse("base", "How long is the base that was measured?");
            }
            else
            {
                reader.Refuse(WheelCheck.Of(known, counted).Errors.Select(e => e with { Field = e.Field == "trueMetres" ? "base" : "counted" }));
            }
        }

        if (reader.IsGood && cover is null != time is null && !growing)
        {
            reader.Refuse(cover is null ? "knownCover" : "knownTime", "Cover and time, or neither: one alone tells no velocity.");
        }

        if (reader.IsGood && cover is { } c && time is { } t && new KnownTarget(c, t, radius ?? 0, half).Velocity(separation) is null)
        {
            reader.Refuse("knownTime", "No ground is so quick or so slow; is the time counted from when the pulse left?");
        }

        return reader.IsGood && depth is { } deepest && antenna is { } megahertz
            ? new RadarCalibration
            {
                Where = where, Ground = ground, SiemensPerMetre = siemens / 1000, AntennaHertz = megahertz * 1e6, SeparationMetres = separation, DepthMetres = deepest, BodyMetres = body,
                BaseMetres = length, CountedMetres = counted, KnownCoverMetres = cover, KnownNanoseconds = time, KnownRadiusMetres = radius, KnownHalfMetres = cover is null ? null : half, KnownBy = cover is null ? "" : by, Minutes = minutes,
            }
            : null;
    }

    public string Len(double? metres) => metres is { } m ? LengthText.ForEntry(m, Person.Units) : "";
}
