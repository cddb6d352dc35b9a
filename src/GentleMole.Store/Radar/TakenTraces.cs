namespace GentleMole.Store.Radar;

/// <summary>What became of traces that were sent.</summary>
/// <param name="Total">Traces of the walk so far.</param>
/// <param name="Conflict">Why nothing was taken; null when it was.</param>
public sealed record TakenTraces(int Accepted, int Duplicates, int Total, string? Conflict = null);
