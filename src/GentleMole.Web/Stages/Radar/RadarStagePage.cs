using GentleMole.Core.Job;
using GentleMole.Core.Radar;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Stages;

/// <summary>What the pages of the radar stage share: profiles, the calibration that holds, the velocity of the site.</summary>
internal abstract class RadarStagePage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    /// <summary>Profile at hand.</summary>
    [BindProperty(SupportsGet = true, Name = "profile")]
    public int? ProfileId { get; set; }

    public override JobStage Stage => JobStage.Radar;

    public IReadOnlyList<WalkedProfile> Profiles => [.. Sheet.Job.Profiles.OrderBy(p => p.Number)];

    /// <summary>The one asked for, else the first that is not read, else the last.</summary>
    public WalkedProfile? AtHand => Sheet.Job.Profiles.Find(p => p.Id == ProfileId) ?? Profiles.FirstOrDefault(p => p.ReadAt is null) ?? Profiles.LastOrDefault();

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

    protected override PlanExtras OnPlan => new(Radar: RadarOverlay.Of(Sheet, AtHand));
}
