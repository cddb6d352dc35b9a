using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>A line as it is supposed to lie: traced, by its plan, or drawn by hand.</summary>
/// <param name="Conductor">Null where there is no metal; then it carries nothing.</param>
/// <param name="NetMilliamps">Net mains current that it is stated to carry when it is live; null when it is not a power line.</param>
public sealed record SupposedLine(
    string Id, string Name, UtilityKind Kind, IReadOnlyList<SitePoint> Points, Depth Depth, Conductor? Conductor, SupposedEnd Start, SupposedEnd End, double? NetMilliamps = null)
{
    /// <summary>Current that a service unbalanced in the usual way gives back through the earth.</summary>
    public const double UsualNetMilliamps = 200;

    /// <summary>Corners of the line; not to be changed on a copy, since its run is made from them once.</summary>
    public IReadOnlyList<SitePoint> Points { get; } = Points;

    /// <summary>Its run on the plan.</summary>
    public Run Run { get; } = new(Points);
}
