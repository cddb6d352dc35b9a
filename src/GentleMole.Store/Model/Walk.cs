using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Walk;
using GentleMole.Store.Log;

namespace GentleMole.Store.Model;

/// <summary>A caution read and accepted before field work, by whom and when.</summary>
public sealed class CautionAck : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public SiteCaution Caution { get; set; }

    /// <summary>Local day for which it holds: a new day is a new look.</summary>
    public DateOnly Day { get; set; }

    public string By { get; set; } = "";

    public DateTime At { get; set; }
}

/// <summary>What stands on the site: helps to read the plan, or is a clue and a possible hookup.</summary>
public sealed class SiteFeature : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public FeatureShape Shape { get; set; }

    public FeatureKind Kind { get; set; }

    public required string Name { get; set; }

    public List<SitePoint> Points { get; set; } = [];

    /// <summary>What an outline is covered with, for finding a place for the stake.</summary>
    public Core.Signal.Surface Surface { get; set; }

    /// <summary>What it belongs to, if it can be told.</summary>
    public UtilityKind? Utility { get; set; }

    public string Material { get; set; } = "";

    public string Note { get; set; } = "";

    /// <summary>Where it used to be: a meter that was moved.</summary>
    public double? WasEast { get; set; }

    public double? WasNorth { get; set; }

    /// <summary>How well its place is known, 95 %.</summary>
    public double DoubtMetres { get; set; } = 0.3;

    public string PlacedBy { get; set; } = "";

    public DateTime? PlacedAt { get; set; }

    public List<Photo> Photos { get; } = [];

    public SitePoint? Was => WasEast is { } e && WasNorth is { } n ? new SitePoint(e, n) : null;
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

/// <summary>A photograph of a feature; the bytes lie beside the database.</summary>
public sealed class Photo : IJobPart
{
    public Guid Id { get; set; }

    public int JobId { get; set; }

    public int FeatureId { get; set; }

    /// <summary><c>jpg</c> or <c>png</c>.</summary>
    public required string Format { get; set; }

    public long Bytes { get; set; }

    /// <summary>SHA-256 of the file as it came, so that the log proves which picture it was.</summary>
    public string Sha256 { get; set; } = "";

    public DateTime? TakenAt { get; set; }

    public double? Latitude { get; set; }

    public double? Longitude { get; set; }
}

/// <summary>How a disagreement of record and site was settled.</summary>
public sealed class Settlement : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int FeatureId { get; set; }

    public int RecordLineId { get; set; }

    /// <summary>The distance that was looked at; a question that has changed since is open again.</summary>
    public double DistanceMetres { get; set; }

    public string Outcome { get; set; } = "";

    public string By { get; set; } = "";

    public DateTime At { get; set; }
}
