using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Core.Together;
using GentleMole.Store.Model;

namespace GentleMole.Web.Drawing;

/// <summary>Where a run of radar responses that somebody decided crosses a cut.</summary>
/// <param name="Cover">From the surface to its top, metres.</param>
internal sealed record RadarCrossing(FoundLine Found, double ChainageMetres, Estimate Cover)
{
    /// <summary>All crossings of one run with a cut.</summary>
    public static IEnumerable<RadarCrossing> Of(FoundLine found, Run cut)
    {
        if (found is not { Source: FoundBy.Radar, Points.Count: >= 2 } || found.Becomes == FoundAs.Ghost || found.CoversMetres.Count != found.Points.Count || !SiteRules.IsRun(found.Points)
            || new Run(found.Points) is not { } run || run.Points.Count != found.Points.Count)
        {
            yield break;
        }

        foreach (var crossing in cut.CrossingsWith(run))
        {
            yield return new RadarCrossing(found, crossing.ChainageMetres, Estimate.Symmetric(run.ValueAt(found.CoversMetres, crossing.OtherChainageMetres), found.CoverHalfMetres ?? 0));
        }
    }
}
