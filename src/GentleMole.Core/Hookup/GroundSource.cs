using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>A line as the sheet knows it, before anything is supposed of it.</summary>
/// <param name="Of">Its name in the ground: <c>line-3</c>, <c>record-5</c>, <c>drawn-2</c>.</param>
/// <param name="Material">As the sheet says it.</param>
/// <param name="Depth">To the centre, measured or from the plan's cover; null when nobody knows.</param>
/// <param name="Said">What somebody says of it beyond that.</param>
public sealed record GroundSource(
    string Of, string Name, UtilityKind Kind, string Material, double? OutsideMetres, IReadOnlyList<SitePoint> Points, Depth? Depth, SaidOfLine? Said);
