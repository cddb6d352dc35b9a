namespace GentleMole.Exchange.Scenes;

/// <summary>A line through points, or the area that they go round.</summary>
public sealed record ScenePath(Look Look, IReadOnlyList<ScenePoint> Points, bool IsArea = false) : SceneShape;
