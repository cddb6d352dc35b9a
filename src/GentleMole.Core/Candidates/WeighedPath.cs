namespace GentleMole.Core.Candidates;

/// <summary>A path with the responses that are of it and what it is worth.</summary>
/// <param name="LogOdds">Λ: logarithm of the odds that a line lies there.</param>
/// <param name="Hits">Its responses, in the order along it, counted as the site counts them.</param>
/// <param name="Modes">Bit of every mode in which it was heard.</param>
/// <param name="First">Along the path, at its first response.</param>
/// <param name="Last">At its last.</param>
/// <param name="Crossings">Crossings in between that count, in modes in which it was heard.</param>
internal sealed record WeighedPath(CandidatePath Path, double LogOdds, IReadOnlyList<int> Hits, int Modes, double First, double Last, int Crossings);
