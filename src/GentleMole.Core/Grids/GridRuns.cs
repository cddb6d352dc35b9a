namespace GentleMole.Core.Grids;

/// <summary>What the responses of a grid join up to.</summary>
/// <param name="Runs">Likeliest first.</param>
/// <param name="Isolated">Line and target of what belongs to none: rocks, roots, rubble, or a line that ends.</param>
/// <param name="Velocity">Of the ground by all of them, metres per nanosecond; null without responses.</param>
public sealed record GridRuns(IReadOnlyList<RadarRun> Runs, IReadOnlyList<(int Line, int Target)> Isolated, double? Velocity);
