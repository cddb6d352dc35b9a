namespace GentleMole.Core.Grids;

/// <summary>What the responses of a grid join up to.</summary>
/// <param name="Runs">Likeliest first.</param>
/// <param name="Isolated">Line and target of what belongs to none: rocks, roots, rubble, or a line that ends.</param>
/// <param name="Velocity">Of the ground by all of them, metres per nanosecond; null without responses.</param>
public sealed record GridRuns(IReadOnlyList<RadarRun> Runs, IReadOnlyList<(int Line, int Target)> Isolated, double? Velocity)
{
    /// <summary>
    /// The same with every run's covers by its own curves and by a velocity that somebody measured on the site. The errors of the two are
    /// independent: a curve's shape, and a depth that a tape, a trial hole or a receiver told (Bevington and Robinson, Data Reduction and
    /// Error Analysis, ch. 4).
    /// </summary>
    /// <param name="site">Metres per nanosecond.</param>
    public GridRuns At(Estimate site) => this with { Runs = [.. Runs.Select(r => r.At(site))] };
}
