using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Yards;

/// <summary>A mark on the ground of a yard.</summary>
/// <param name="DepthMetres">To the centre, as the player says; null where nothing is said.</param>
public sealed record YardPoint(SitePoint Place, double? DepthMetres)
{
    /// <summary>Depths that anybody means.</summary>
    public static readonly Bounds Depths = new(0, 10);

    /// <summary>A hand puts two marks no nearer to each other.</summary>
    private const double OnePlaceMetres = 0.006;

    /// <summary>Marks in the order in which they were made, put in order along the line that they make: each where it lengthens the line least.</summary>
    /// <param name="made">Of marks in one place the last counts. Where one is in no place of a site all are left as they are: whoever takes them refuses them.</param>
    public static IReadOnlyList<YardPoint> AlongTheLine(IReadOnlyList<YardPoint> made)
    {
        ArgumentNullException.ThrowIfNull(made);
        if (!made.All(p => SiteRules.IsPlace(p.Place)))
        {
            return made;
        }

        var last = made.Where((p, i) => !made.Skip(i + 1).Any(l => l.Place.DistanceTo(p.Place) < OnePlaceMetres)).ToList();
        return [.. TracedLine.Join(last.Select((p, i) => new MarkPoint(p.Place, 0, null, Verdict.Sound, i))).Points.Select(p => last[p.Number])];
    }
}
