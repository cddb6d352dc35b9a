using GentleMole.Core.Site;

namespace GentleMole.Core.Network;

/// <summary>A straight piece of a line between two nodes.</summary>
internal readonly record struct MeshSegment(int Line, int From, int To, double LengthMetres, Vector3 Direction, double DepthMetres, double FromChainage, double ToChainage);
