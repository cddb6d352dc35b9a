namespace GentleMole.Exchange.Scenes;

/// <summary>Shapes that belong together and are drawn one after the other; layers lie on each other in their order.</summary>
/// <param name="IsDumb">Only to be seen: not read out.</param>
public sealed record SceneLayer(string Name, IReadOnlyList<SceneShape> Shapes, bool IsDumb = false);
