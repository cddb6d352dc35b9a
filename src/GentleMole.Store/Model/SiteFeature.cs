using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

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
    public Core.Site.Surface Surface { get; set; }

    /// <summary>What becomes of paint inside an outline.</summary>
    public Core.Paint.PaintGround PaintGround { get; set; }

    /// <summary>What it belongs to, if it can be told.</summary>
    public UtilityKind? Utility { get; set; }

    public string Material { get; set; } = "";

    public string Note { get; set; } = "";

    /// <summary>Where it used to be: a meter that was moved.</summary>
    public double? WasEast { get; set; }

    public double? WasNorth { get; set; }

    /// <summary>How well its place is known, 95 %.</summary>
    public double DoubtMetres { get; set; } = 0.3;

    /// <summary>To its centre, where it lies in the ground: a buried marker, a splice.</summary>
    public double? DepthMetres { get; set; }

    /// <summary>The line that it belongs to, where somebody has said so.</summary>
    public int? LineId { get; set; }

    public string PlacedBy { get; set; } = "";

    public Instant? PlacedAt { get; set; }

    public List<Photo> Photos { get; } = [];

    public SitePoint? Was => WasEast is { } e && WasNorth is { } n ? new SitePoint(e, n) : null;
}
