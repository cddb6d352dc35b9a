using GentleMole.Core.Soil;

namespace GentleMole.Core.Network;

/// <summary>Lines in the ground with what joins and breaks them.</summary>
/// <param name="Coupled">False leaves out the coupling of lines through the air and soil between them.</param>
public sealed record BuriedNetwork(
    SoilGround Soil, IReadOnlyList<NetworkLine> Lines, IReadOnlyList<Bond> Bonds, IReadOnlyList<InsulatingJoint> Joints, bool Coupled = true)
{
    /// <summary>A line by its name.</summary>
    public NetworkLine Line(string id) => Lines.First(l => l.Id == id);
}
