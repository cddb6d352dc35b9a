namespace GentleMole.Core.Network;

/// <summary>Metal across two nodes: a bond, or a jumper over a joint.</summary>
internal readonly record struct MeshBridge(int From, int To, double Ohms);
