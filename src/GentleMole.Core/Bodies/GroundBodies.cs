namespace GentleMole.Core.Bodies;

/// <summary>What is wide in a walked ground.</summary>
/// <param name="Bodies">From the surface down.</param>
/// <param name="Layers">From the surface down.</param>
public sealed record GroundBodies(IReadOnlyList<RadarBody> Bodies, IReadOnlyList<GroundLayer> Layers);
