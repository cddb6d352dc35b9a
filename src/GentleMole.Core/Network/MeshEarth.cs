namespace GentleMole.Core.Network;

/// <summary>An earth at a node.</summary>
internal readonly record struct MeshEarth(int Node, double Ohms);
