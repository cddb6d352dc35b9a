using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Paint;

/// <summary>A line that was marked, as it is to be painted.</summary>
/// <param name="LineId">Which line.</param>
/// <param name="Traced">Its dots and stretches.</param>
/// <param name="Label">What is written beside it.</param>
/// <param name="OutsideMetres">How thick it is; null where nobody knows.</param>
public sealed record PaintLine(int LineId, UtilityKind Kind, TracedLine Traced, string Label, double? OutsideMetres)
{
    /// <summary>What was seen at a dot belongs to the mark that stands so near.</summary>
    internal const double AtDotMetres = 0.05;

    /// <summary>Somebody still has to say what it is: all of it is painted as a question.</summary>
    public bool IsAsked { get; init; }

    /// <summary>It is known to end at its first dot.</summary>
    public bool BeginsHere { get; init; }

    /// <summary>It is known to end at its last dot.</summary>
    public bool EndsHere { get; init; }

    /// <summary>Its first dot lies on another of its kind, off which it goes.</summary>
    public bool BeginsOnAnother { get; init; }

    /// <summary>Its last dot lies on another of its kind.</summary>
    public bool EndsOnAnother { get; init; }

    /// <summary>What the person with the receiver saw at its dots: bends, tees and ends.</summary>
    public IReadOnlyList<(SitePoint At, LineFeature What)> Noted { get; init; } = [];

    /// <summary>Somebody saw it bend at a dot.</summary>
    public bool IsSeenToBendAt(SitePoint dot) => Noted.Any(n => n.What == LineFeature.Bend && n.At.DistanceTo(dot) <= AtDotMetres);

    /// <summary>Where others go off it, each with a place on the branch.</summary>
    public IReadOnlyList<(SitePoint At, SitePoint Towards)> Tees { get; init; } = [];

    /// <summary>Where somebody saw a tee and no line that was marked goes off: the branch still has to be followed.</summary>
    public IReadOnlyList<SitePoint> TeesNotFollowed { get; init; } = [];
}
