namespace GentleMole.Core.Candidates;

/// <summary>Where a path crosses a pass.</summary>
/// <param name="Leg">Of the path.</param>
/// <param name="X">Along that leg.</param>
/// <param name="Along">Along the path, over all its legs.</param>
/// <param name="OnPass">Along the pass.</param>
/// <param name="Sine">Of the angle between the two.</param>
internal readonly record struct PathCrossing(int Pass, int Leg, double X, double Along, double OnPass, double Sine);
