namespace GentleMole.Core.Network;

/// <summary>A place on a line.</summary>
public sealed record LinePlace(string Line, double ChainageMetres);
