using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>Something that was heard on a pass.</summary>
public sealed class SweptResponse : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int SweptPassId { get; set; }

    /// <summary>From the start of the pass.</summary>
    public double AlongMetres { get; set; }

    public double? DepthMetres { get; set; }

    public double? CurrentMilliamps { get; set; }

    /// <summary>Azimuth of the line there.</summary>
    public double? DirectionDegrees { get; set; }

    public string By { get; set; } = "";

    public Instant At { get; set; }
}
