namespace GentleMole.Core.Grids;

/// <summary>A stretch of a run over which the ground may be wet: a possible leak.</summary>
/// <param name="FromMetres">Along the run, from the first line that shows it.</param>
/// <param name="ToMetres">To the last.</param>
/// <param name="Lines">How many lines show it.</param>
/// <param name="LateNanoseconds">The most by which an echo comes late there; 0 where none does.</param>
/// <param name="Decibels">The most by which one is weaker; 0 where none is.</param>
/// <param name="RingDecibels">The most by which more comes after one; 0 where nothing does.</param>
public sealed record WetStretch(double FromMetres, double ToMetres, int Lines, double LateNanoseconds, double Decibels, double RingDecibels);
