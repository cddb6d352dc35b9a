namespace GentleMole.Core.Records;

/// <summary>A run read off a plan: cover over offset, at a chainage along the boundary.</summary>
/// <param name="ChainageMetres">Along the boundary from its start; null where the figure holds for the whole of it.</param>
/// <param name="OffsetMetres">From the boundary, right of its direction positive.</param>
public sealed record CoverOverOffset(double? ChainageMetres, double CoverMetres, double OffsetMetres);
