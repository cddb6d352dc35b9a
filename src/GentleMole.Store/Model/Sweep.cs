using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A sweep as it was laid out: what is sought, where, how.</summary>
public sealed class Sweep : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public SweepKind Kind { get; set; }

    public SweepMode Mode { get; set; }

    /// <summary>Corners of what is swept; empty for a way round a place.</summary>
    public List<SitePoint> Area { get; set; } = [];

    public double CentreEast { get; set; }

    public double CentreNorth { get; set; }

    public double RadiusMetres { get; set; }

    /// <summary>Azimuth along which the first passes run; for a circle, where it begins.</summary>
    public double AlongDegrees { get; set; }

    /// <summary>How far round a circle.</summary>
    public double Degrees { get; set; } = 360;

    public double SpacingMetres { get; set; }

    public bool IsBothWays { get; set; }

    public double ShallowestMetres { get; set; }

    public double DeepestMetres { get; set; }

    public double SoughtMilliamps { get; set; }

    public double ThresholdNanotesla { get; set; }

    public double SoughtLengthMetres { get; set; }

    /// <summary>How a response scatters square to its line, metres.</summary>
    public double PositionSigmaMetres { get; set; } = 0.15;

    /// <summary>Which load was switched on, who walked, what was in the way.</summary>
    public string Note { get; set; } = "";

    public string LaidBy { get; set; } = "";

    public Instant LaidAt { get; set; }

    public List<SweptPass> Passes { get; } = [];

    public SweepOrder Order => new(Kind, Mode, Area, new SitePoint(CentreEast, CentreNorth), RadiusMetres, Azimuth.Of(AlongDegrees), Degrees, SpacingMetres, IsBothWays);

    public SweepSought Sought => new(new Depth(ShallowestMetres), new Depth(DeepestMetres), SoughtMilliamps, ThresholdNanotesla, SoughtLengthMetres);
}
