namespace GentleMole.Exchange.Scenes;

/// <summary>A drawing before anybody writes it: typed shapes in the units of the thing, by layer, and the names where they have room.</summary>
/// <param name="Name">What the drawing shows.</param>
public sealed record Scene(SceneFrame Frame, string Name, IReadOnlyList<SceneLayer> Layers, IReadOnlyList<PlacedLabel> Labels)
{
    public SceneLayer Layer(string name) => Layers.First(l => l.Name == name);
}
