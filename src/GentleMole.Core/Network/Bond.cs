namespace GentleMole.Core.Network;

/// <summary>Two lines joined by metal, through a resistance; zero for a weld or a tee.</summary>
public sealed record Bond(LinePlace From, LinePlace To, double Ohms);
