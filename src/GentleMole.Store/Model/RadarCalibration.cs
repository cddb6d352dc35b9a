using GentleMole.Core.Radar;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A radar made ready for one ground of a site: wheel, ground, what is sought, a known target, and how long that took.</summary>
public sealed class RadarCalibration : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>Of which ground and wheel it tells.</summary>
    public string Where { get; set; } = "";

    public RadarSoilKind Ground { get; set; }

    /// <summary>Conductivity that was measured, siemens a metre; null for that of the table.</summary>
    public double? SiemensPerMetre { get; set; }

    public double AntennaHertz { get; set; }

    public double SeparationMetres { get; set; }

    /// <summary>Deepest target sought.</summary>
    public double DepthMetres { get; set; }

    /// <summary>Width of what is sought where it is no line; null for lines.</summary>
    public double? BodyMetres { get; set; }

    public double? BaseMetres { get; set; }

    /// <summary>What the wheel counted over the base, walk by walk.</summary>
    public List<double> CountedMetres { get; set; } = [];

    /// <summary>Cover of a target that was measured.</summary>
    public double? KnownCoverMetres { get; set; }

    /// <summary>Of its echo, after time zero.</summary>
    public double? KnownNanoseconds { get; set; }

    public double? KnownRadiusMetres { get; set; }

    /// <summary>Half the width of the 95 % interval of that cover; null for a tape's.</summary>
    public double? KnownHalfMetres { get; set; }

    /// <summary>By what its cover is known, where not by tape: which dots of which line.</summary>
    public string KnownBy { get; set; } = "";

    /// <summary>Spent on it.</summary>
    public double Minutes { get; set; }

    public string By { get; set; } = "";

    public Instant At { get; set; }

    public RadarSoil Soil => RadarSoil.Table[(int)Ground];

    /// <summary>Conductivity that is reckoned with, siemens a metre: measured, else that of the table.</summary>
    public double Conductivity => SiemensPerMetre ?? Soil.Usual.SiemensPerMetre;

    /// <summary>How the radar is set by it.</summary>
    /// <param name="permittivity">By what is known of the velocity.</param>
    public RadarPlan Plan(double permittivity) => RadarPlan.For(permittivity, Conductivity, AntennaHertz, DepthMetres, BodyMetres);

    /// <summary>Velocity by the known target; null without one.</summary>
    public Core.Estimate? Known => KnownCoverMetres is { } cover && KnownNanoseconds is { } time ? new KnownTarget(cover, time, KnownRadiusMetres ?? 0, KnownHalfMetres).Velocity(SeparationMetres) : null;

    /// <summary>The wheel held against its base; null while it was not walked.</summary>
    public WheelCheck? Wheel => BaseMetres is { } length && CountedMetres.Count > 0 && WheelCheck.Of(length, CountedMetres) is { IsGood: true } check ? check.Value : null;
}
