using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Marking;

/// <summary>The marks, and what they need.</summary>
/// <param name="FitsCentreStake">True when the whole dig lies within 15 m of one stake.</param>
/// <param name="PaintMillilitres">White paint for dashes, dots and arrows; 0 for flags and stakes.</param>
public sealed record OutlinePlan(
    IReadOnlyList<OutlineMark> Marks,
    double SpacingMetres,
    SitePoint Centre,
    double RadiusMetres,
    bool FitsCentreStake,
    double PaintMillilitres)
{
    /// <summary>How many of a kind.</summary>
    public int CountOf(OutlineMarkKind kind) => Marks.Count(m => m.Kind == kind);
}
