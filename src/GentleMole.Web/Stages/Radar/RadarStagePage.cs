using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using GentleMole.Core.Job;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Stages;

/// <summary>What the pages of the radar stage share: profiles, the calibration that holds, the velocity of the site.</summary>
internal abstract class RadarStagePage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    /// <summary>Profile at hand.</summary>
    [BindProperty(SupportsGet = true, Name = "profile")]
    public int? ProfileId { get; set; }

    /// <summary>Grid whose lines are walked; 0 for one that is being laid.</summary>
    [BindProperty(SupportsGet = true, Name = "grid")]
    public int? GridId { get; set; }

    public override JobStage Stage => JobStage.Radar;

    public IReadOnlyList<WalkedProfile> Profiles => [.. Sheet.Job.Profiles.OrderBy(p => p.Number)];

    /// <summary>The one asked for, else the first that is not read, else the last.</summary>
    public WalkedProfile? AtHand => Sheet.Job.Profiles.Find(p => p.Id == ProfileId) ?? Profiles.FirstOrDefault(p => p.ReadAt is null) ?? Profiles.LastOrDefault();

    public IReadOnlyList<RadarGrid> Grids => [.. Sheet.Job.Grids.OrderBy(g => g.Number)];

    /// <summary>The grid asked for, else the first with something to walk, else the last; null where there is none, or a new one is laid.</summary>
    public GridView? View => _view ??= GridId == 0 ? null
        : Sheet.Job.Grids.Find(g => g.Id == GridId) is { } chosen ? ViewOf(chosen)
        : Grids.Select(ViewOf).OrderBy(v => v.Next is null ? 1 : 0).FirstOrDefault();

    private GridView? _view;

    /// <summary>The line of a grid that a profile is brought in for; null where none is at hand.</summary>
    public virtual PlannedLine? LineToWalk => null;

    /// <summary>What the ground lets one see, for the depth that a grid seeks; null before anything was calibrated.</summary>
    public PlannedRadar? PlannedFor(RadarGrid grid) => Calibration is { } c
        ? PlannedRadar.For(c.Ground, Permittivity, c.Conductivity, c.AntennaHertz, grid.DeepestMetres, grid.BodyMetres)
        : null;

    private GridView ViewOf(RadarGrid grid)
    {
        var planned = PlannedFor(grid);
        var footprint = planned is null ? 0 : RadarWave.FootprintRadius(Math.Min(ShallowMetres, grid.DeepestMetres), RadarWave.Wavelength(planned.Permittivity, planned.AntennaHertz));
        return GridView.Of(Sheet, grid, planned?.Plan.IsBlind(grid.DeepestMetres) == true ? 0 : Math.Max(grid.SpacingMetres / 2, footprint));
    }

    /// <summary>What lies shallower is looked at by a narrower cone.</summary>
    private const double ShallowMetres = 0.5;

    /// <summary>Calibrations, the latest first; it is the one that holds.</summary>
    public IReadOnlyList<RadarCalibration> Calibrations => [.. Sheet.Job.Calibrations.OrderByDescending(c => c.Id)];

    public RadarCalibration? Calibration => Calibrations.Count > 0 ? Calibrations[0] : null;

    /// <summary>Velocities of the curves that were laid for it.</summary>
    public IReadOnlyList<double> CurveVelocities =>
        [.. Sheet.Job.Profiles.SelectMany(p => p.Picks).Where(p => p is { TellsVelocity: true, State: not RadarPickState.Refused }).Select(p => p.VelocityMetresPerNanosecond)];

    /// <summary>Velocity of the site by the best that is known; null before anything was calibrated or laid.</summary>
    public GroundVelocity? Velocity => Calibration is { } calibration
        ? VelocityBy(calibration)
        : CurveVelocities.Count > 0 ? GroundVelocity.Of(CurveVelocities, null, RadarSoil.Table[(int)RadarSoilKind.Loam]) : null;

    /// <summary>The same by one of the calibrations.</summary>
    protected GroundVelocity VelocityBy(RadarCalibration calibration) => GroundVelocity.Of(CurveVelocities, calibration.Known, calibration.Soil);

    /// <summary>Permittivity by that velocity; that of moist sand before anything is known.</summary>
    public double Permittivity => RadarWave.PermittivityOf((Velocity?.Velocity ?? GroundVelocity.ByTable(RadarSoil.Table[(int)RadarSoilKind.MoistSand])).Value);

    /// <summary>
    /// Velocity with which times of all profiles together become depths, and by what it is known: the site's by curves or a known target,
    /// else what the profiles say of themselves as far as they were searched, else the table's.
    /// </summary>
    protected (double Value, string Source) VelocityOfAll(RadarDesk desk)
    {
        if (Velocity is { Source: not VelocitySource.Ground } site)
        {
            return (site.Velocity.Value, site.Source == VelocitySource.KnownTarget && Calibration is { } by ? RadarWords.KnownBy(by) : RadarWords.Source(site));
        }

        var told = GridFinds.Laid(Sheet).Select(p => desk.FindingIfThere(p.Profile!, p.WheelFactor)?.Velocity?.Value).OfType<double>().Order().ToList();
        return told.Count > 0 ? (Math.Round(told[told.Count / 2], 4), "by the curves in these profiles")
            : Velocity is { } table ? (table.Velocity.Value, RadarWords.Source(table)) : (UsualVelocity, "as of moist sand: calibrate");
    }

    private const double UsualVelocity = 0.1;

    /// <summary>
    /// What all profiles that lie somewhere show together; null while some are still searched, or there is none. A page does not wait: it sets searches going,
    /// some at a time, and says how far they are.
    /// </summary>
    protected async Task<GridFinds?> FindsAsync(RadarDesk desk, ProcessorGate gate, bool wait)
    {
        var read = new List<(WalkedProfile Profile, IReadOnlyList<ToldTarget> Targets)>();
        var (laid, searching, gone) = (GridFinds.Laid(Sheet), 0, 0);
        foreach (var profile in laid)
        {
            if (await desk.FactsAsync(profile.Profile!) is not { } facts)
            {
                gone++;
                continue;
            }

            var finding = desk.FindingIfThere(profile.Profile!, profile.WheelFactor);
            if (finding is null && (wait || searching++ < AtOnce))
            {
                var search = desk.FindingAsync(profile.Profile!, profile.WheelFactor);
                finding = wait ? await search : search.IsCompletedSuccessfully ? search.Result : null;
            }

            if (finding is not null)
            {
                read.Add((profile, ToldTarget.Join(profile, finding, facts)));
            }
        }

        (Progress, Gone) = ((laid.Count - gone, read.Count), gone);
        var known = Calibration?.Known;
        return Progress.All > 0 && read.Count == Progress.All ? await gate.RunAsync(() => GridFinds.Of(read, known, HttpContext.RequestAborted), HttpContext.RequestAborted) : null;
    }

    private const int AtOnce = 6;

    /// <summary>Whoever brings lines in or looks at runs looks at slices next: they are made ready meanwhile, line by line, and nobody waits for it.</summary>
    protected void MakeReady(RadarDesk desk)
    {
        if (GridFinds.Laid(Sheet).Count >= FewestSliced)
        {
            _ = GridVolume.OfAsync(desk, Sheet, VelocityOfAll(desk).Value);
        }
    }

    private const int FewestSliced = 3;

    /// <summary>Profiles that lie somewhere and have their traces, and those of them that are searched already.</summary>
    public (int All, int Searched) Progress { get; private set; }

    /// <summary>Profiles whose traces are gone.</summary>
    public int Gone { get; private set; }

    /// <summary>What says which volume a picture is of: another place of a profile is another picture.</summary>
    protected string VolumeVersion(double velocity)
    {
        var laid = string.Join('|', Sheet.Job.Profiles.OrderBy(p => p.Id).Select(p => string.Create(CultureInfo.InvariantCulture, $"{p.ProfileId} {p.StartEastMetres} {p.StartNorthMetres} {p.BearingDegrees} {p.WheelFactor}")));
        return string.Create(CultureInfo.InvariantCulture, $"{Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(laid)).AsSpan(0, 6))}-{velocity:0.####}");
    }

    /// <summary>Address of the picture of a cut. Lengths in it carry their unit: a bare number is read as the person reads.</summary>
    protected string CutPicture(IReadOnlyList<SitePoint> cut, double velocity) =>
        $"/jobs/{Id}/radar/slices?handler=Cut&cut={Uri.EscapeDataString(string.Join("\n", cut.Select(p => FormattableString.Invariant($"{p.East:0.###}m {p.North:0.###}m"))))}&v={VolumeVersion(velocity)}";

    /// <summary>The lines alone, and only so much of the site as they lie on: for what is about all of them together.</summary>
    protected PlanExtras OverLines(IEnumerable<SitePoint> more)
    {
        var radar = RadarOverlay.Of(Sheet, null) is { } overlay ? overlay with { IsQuiet = true } : null;
        IReadOnlyList<SitePoint> focus = [.. radar?.Lines.SelectMany(l => new[] { l.From, l.To }) ?? [], .. more];
        return new PlanExtras(Radar: radar, Focus: focus.Count > 0 ? focus : null);
    }

    protected override PlanExtras OnPlan => new(Radar: RadarOverlay.Of(Sheet, AtHand));
}
