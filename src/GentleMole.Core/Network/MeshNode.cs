using GentleMole.Core.Site;

namespace GentleMole.Core.Network;

/// <summary>A node of the mesh: a place on a line.</summary>
internal readonly record struct MeshNode(Vector3 Place, double ChainageMetres);
