using GentleMole.Core.Candidates;
using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>A run as it lay when somebody decided what it is, to be known again among those that are joined up now.</summary>
/// <param name="Way">Its way then.</param>
/// <param name="CoversMetres">Its cover then at each point of that way; empty where it was not kept.</param>
/// <param name="LateralMetres">Half the width of the 95 % interval of its place then.</param>
public sealed record DecidedRun(Run Way, IReadOnlyList<double> CoversMetres, double LateralMetres)
{
    /// <summary>A decision holds for a run that still lies where it did, metres beside its strip.</summary>
    private const double SamePlaceMetres = 0.4;

    /// <summary>
    /// Which of the decisions each run has. The nearest in place and cover has it. Of two runs that lie over each other only one has a
    /// decision: what was said of the upper pipe says nothing of the lower one. Two pieces of one run may both have it.
    /// </summary>
    /// <param name="runs">As they are joined up now.</param>
    /// <param name="decided">The latest first: it has a run that two lie equally near to.</param>
    /// <returns>For each run the index of its decision; null for one that nobody decided.</returns>
    public static IReadOnlyList<int?> Of(IReadOnlyList<RadarRun> runs, IReadOnlyList<DecidedRun> decided)
    {
        var has = new int?[runs.Count];
        var near = runs.SelectMany((r, i) => decided.Select((d, k) => (Run: i, Decision: k, Apart: d.ApartFrom(r))))
            .Where(n => n.Apart is not null).OrderBy(n => n.Apart).ThenBy(n => n.Decision);
        foreach (var (run, decision, _) in near)
        {
            if (has[run] is null && !runs.Where((r, i) => has[i] == decision && (r.OverOrUnder(runs[run]) ?? runs[run].OverOrUnder(r)) is not null).Any())
            {
                has[run] = decision;
            }
        }

        return has;
    }

    /// <summary>How far a run lies from it beside and below together, metres; null when it lies elsewhere.</summary>
    private double? ApartFrom(RadarRun run) => new KnownRun("", Way, LateralMetres + SamePlaceMetres).ApartFrom(run.AsLine()) is { } beside
        ? beside + (CoversMetres.Count == 0 ? 0 : run.Points.Average(p => Math.Abs(p.CoverMetres - Way.ValueAt(CoversMetres, Way.Project(p.Place).ChainageMetres))))
        : null;
}
