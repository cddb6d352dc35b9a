using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Store.Model;

namespace GentleMole.Web.Drawing;

/// <summary>Where a run of radar responses that somebody decided crosses a cut.</summary>
/// <param name="Cover">From the surface to its top, metres.</param>
internal sealed record RadarCrossing(FoundLine Found, double ChainageMetres, Estimate Cover)
{
    /// <summary>All crossings of one run with a cut.</summary>
    public static IEnumerable<RadarCrossing> Of(FoundLine found, Run cut)
    {
        if (found is not { Source: FoundBy.Radar, Points.Count: >= 2 } || found.Becomes == FoundAs.Ghost || found.CoversMetres.Count != found.Points.Count || !SiteRules.IsRun(found.Points))
        {
            yield break;
        }

        var run = new Run(found.Points);
        foreach (var crossing in cut.CrossingsWith(run))
        {
            yield return new RadarCrossing(found, crossing.ChainageMetres, Estimate.Symmetric(CoverAt(found, run, crossing.OtherChainageMetres), found.CoverHalfMetres ?? 0));
        }
    }

    /// <summary>Cover of a run so far along it, between its points as they are.</summary>
    public static double CoverAt(FoundLine found, Run run, double chainageMetres)
    {
        var next = Enumerable.Range(0, found.Points.Count).FirstOrDefault(i => run.ChainageOf(i) >= chainageMetres, found.Points.Count - 1);
        var (from, to) = (run.ChainageOf(Math.Max(0, next - 1)), run.ChainageOf(next));
        var part = to > from ? Math.Clamp((chainageMetres - from) / (to - from), 0, 1) : 1;
        return found.CoversMetres[Math.Max(0, next - 1)] + (part * (found.CoversMetres[next] - found.CoversMetres[Math.Max(0, next - 1)]));
    }
}
