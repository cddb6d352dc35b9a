using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Store.Model;

namespace GentleMole.Web.Drawing;

/// <summary>Where a cut goes over a body that somebody decided.</summary>
/// <param name="From">Chainage at which it begins.</param>
/// <param name="To">Chainage at which it ends.</param>
internal sealed record BodyCrossing(FoundBody Body, double From, double To)
{
    /// <summary>Surface to its top.</summary>
    public Estimate Cover => Estimate.Symmetric(Body.CoverMetres, Body.CoverHalfMetres).Within(0, double.PositiveInfinity);

    /// <summary>All crossings of one body with a cut; none of what is nothing.</summary>
    public static IEnumerable<BodyCrossing> Of(FoundBody body, Run cut)
    {
        for (var i = 1; body.IsDrawable && i < cut.Points.Count; i++)
        {
            var (start, length) = (cut.Points[i - 1], cut.Points[i - 1].DistanceTo(cut.Points[i]));
            if (length > 0 && body.Box.Chord(start, (cut.Points[i] - start).Unit()) is var (from, to) && from < length && to > 0)
            {
                yield return new BodyCrossing(body, cut.ChainageOf(i - 1) + Math.Max(0, from), cut.ChainageOf(i - 1) + Math.Min(length, to));
            }
        }
    }
}
