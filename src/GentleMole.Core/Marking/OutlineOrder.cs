using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Marking;

/// <summary>What is asked for.</summary>
/// <param name="Corners">Corners of the area, in order.</param>
/// <param name="Route">Middle of a trench or bore; empty for an area.</param>
/// <param name="Kerbs">Lines on site at which a mark must stand: kerbs, boundaries.</param>
/// <param name="SpacingMetres">Wanted distance between marks; null lets the tool choose.</param>
public sealed record OutlineOrder(
    IReadOnlyList<SitePoint> Corners,
    IReadOnlyList<SitePoint> Route,
    IReadOnlyList<IReadOnlyList<SitePoint>> Laterals,
    IReadOnlyList<Run> Kerbs,
    OutlineStyle Style,
    double? SpacingMetres,
    bool PoorSight);
