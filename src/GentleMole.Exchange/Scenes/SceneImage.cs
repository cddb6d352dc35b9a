namespace GentleMole.Exchange.Scenes;

/// <summary>A picture stretched between two corners.</summary>
/// <param name="Address">Where it is fetched from.</param>
public sealed record SceneImage(string Address, ScenePoint TopLeft, ScenePoint BottomRight) : SceneShape;
