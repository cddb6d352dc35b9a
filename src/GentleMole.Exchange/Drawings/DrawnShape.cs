using GentleMole.Core.Site;

namespace GentleMole.Exchange.Drawings;

/// <summary>One thing in an owner's drawing, in the drawing's own coordinates (x to the east, y to the north; degrees where geographic).</summary>
public sealed record DrawnShape(
    string Layer, DrawnKind Kind, IReadOnlyList<SitePoint> Points, string Text, IReadOnlyDictionary<string, string> Properties);
