namespace GentleMole.Core.Follow;

/// <summary>A stretch on which the line dives or rises.</summary>
/// <param name="FromDepthMetres">To the centre, where it begins.</param>
/// <param name="ToDepthMetres">Where it ends.</param>
public sealed record DepthChange(double FromMetres, double ToMetres, double FromDepthMetres, double ToDepthMetres);
