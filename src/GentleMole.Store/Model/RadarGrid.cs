using GentleMole.Core.Site;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A grid of radar lines as it was laid out: what is sought, where, and the lines to walk in their order.</summary>
public sealed class RadarGrid : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>Number of it on the site, from 1.</summary>
    public int Number { get; set; }

    /// <summary>Corners of what is walked.</summary>
    public List<SitePoint> Area { get; set; } = [];

    /// <summary>Which way what is sought is expected to run; the first lines go square to it. Null where nothing is expected: both ways then.</summary>
    public double? ExpectedDegrees { get; set; }

    public double SpacingMetres { get; set; }

    public bool IsBothWays { get; set; }

    /// <summary>Deepest that is sought, metres.</summary>
    public double DeepestMetres { get; set; }

    /// <summary>Length or width of the smallest that must not be missed, where it is no line; null for lines.</summary>
    public double? BodyMetres { get; set; }

    public List<PlannedLine> Lines { get; set; } = [];

    public string Note { get; set; } = "";

    public string By { get; set; } = "";

    public Instant At { get; set; }
}
