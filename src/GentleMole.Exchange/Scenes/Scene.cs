using GentleMole.Core.Paint;

namespace GentleMole.Exchange.Scenes;

/// <summary>A drawing before anybody writes it: typed shapes in the units of the thing, by layer, and the names where they have room.</summary>
/// <param name="Name">What the drawing shows.</param>
public sealed record Scene(SceneFrame Frame, string Name, IReadOnlyList<SceneLayer> Layers, IReadOnlyList<PlacedLabel> Labels)
{
    /// <summary>Paint of utilities by the custom of the place.</summary>
    public PaintCustom Custom { get; init; } = PaintCustom.Shipped[0];

    /// <summary>The same for somebody who may go nowhere from it.</summary>
    public Scene WithoutLinks() => this with { Layers = [.. Layers.Select(l => l with { Shapes = [.. l.Shapes.Select(s => s.Link is null ? s : s with { Link = null })] })] };

    public SceneLayer Layer(string name) => Layers.First(l => l.Name == name);
}
