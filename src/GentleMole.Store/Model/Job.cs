using GentleMole.Core.Site;

namespace GentleMole.Store.Model;

/// <summary>One job, from notice to handover. Lengths in metres, times in UTC, local days as days.</summary>
public sealed class Job
{
    public int Id { get; set; }

    public required string Name { get; set; }

    public string Where { get; set; } = "";

    /// <summary>Who digs, and how to reach them.</summary>
    public string Digger { get; set; } = "";

    public string Contact { get; set; } = "";

    /// <summary>What is dug, and by what means (hand, machine, bore).</summary>
    public string Purpose { get; set; } = "";

    public string Means { get; set; } = "";

    public double? DigDepthMetres { get; set; }

    /// <summary>Local date and time at which the notice came in.</summary>
    public DateTime? ReceivedAt { get; set; }

    public DateOnly? DigPlanned { get; set; }

    public List<SitePoint> DigCorners { get; set; } = [];

    /// <summary>Two points, or none: the tape that dots are measured along.</summary>
    public List<SitePoint> Tape { get; set; } = [];

    public double OriginLatitude { get; set; }

    public double OriginLongitude { get; set; }

    /// <summary>True until somebody has tied the site's origin to a measured position.</summary>
    public bool OriginProvisional { get; set; } = true;

    public DateTime CreatedAt { get; set; }

    public DateTime? HandedOverAt { get; set; }

    public List<SoughtLine> Lines { get; } = [];

    public List<Hookup> Hookups { get; } = [];

    public List<Reading> Readings { get; } = [];

    public List<SiteFeature> Features { get; } = [];

    public SiteOrigin Origin => new(OriginLatitude, OriginLongitude);
}

/// <summary>What stands on the site and helps to read the plan: a building, a kerb, a valve box.</summary>
public sealed class SiteFeature
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public FeatureShape Shape { get; set; }

    public required string Name { get; set; }

    public List<SitePoint> Points { get; set; } = [];
}

public enum FeatureShape
{
    /// <summary>A closed outline: a building, a bed.</summary>
    Outline,

    /// <summary>An open line: a kerb, a wall, a bay line.</summary>
    Line,

    /// <summary>One point: a valve box, a lamp post.</summary>
    Spot,
}
