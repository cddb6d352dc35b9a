namespace GentleMole.Core.Network;

/// <summary>Net current that a live line is stated to carry from its start to its end, coming back through the earth.</summary>
public sealed record NetCurrentSource(string Line, double Amperes) : SignalSource;
