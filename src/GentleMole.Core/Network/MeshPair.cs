namespace GentleMole.Core.Network;

/// <summary>
/// Two pieces that run side by side over a length: signed length, distance, its horizontal part, sum of depths.
/// </summary>
internal readonly record struct MeshPair(int First, int Second, double SignedLength, double DistanceMetres, double HorizontalMetres, double DepthsMetres);
