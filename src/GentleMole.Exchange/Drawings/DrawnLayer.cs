namespace GentleMole.Exchange.Drawings;

/// <summary>What a layer holds.</summary>
public sealed record DrawnLayer(string Name, int Lines, int Areas, int Points, int Texts);
