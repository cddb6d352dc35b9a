using GentleMole.Core.Fault;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>What a meter showed on a wire that does not work.</summary>
public sealed class MeasuredWire : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int LineId { get; set; }

    public required string Name { get; set; }

    public double LengthMetres { get; set; }

    public double OhmsPerKilometre { get; set; }

    public double LoadOhms { get; set; }

    /// <summary>Ohms; what a meter calls open is stored as the most there is.</summary>
    public double? LoopOhms { get; set; }

    public double? EarthOhmsNear { get; set; }

    public double? EarthOhmsFar { get; set; }

    public double? FarLoopOhms { get; set; }

    public double? NanofaradsNear { get; set; }

    public double? NanofaradsFar { get; set; }

    public string Note { get; set; } = "";

    public string By { get; set; } = "";

    public Instant At { get; set; }

    public WireTest Test => new(LengthMetres, OhmsPerKilometre, LoadOhms, LoopOhms, EarthOhmsNear, EarthOhmsFar, FarLoopOhms, NanofaradsNear, NanofaradsFar);
}
