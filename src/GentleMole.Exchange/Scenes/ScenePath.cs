namespace GentleMole.Exchange.Scenes;

/// <summary>A line through points, or the area that they go round.</summary>
public sealed record ScenePath(Look Look, IReadOnlyList<ScenePoint> Points, bool IsArea = false) : SceneShape
{
    /// <summary>The area between two values each way.</summary>
    public static ScenePath Box(Look look, double left, double top, double right, double bottom) =>
        new(look, [new(left, top), new(right, top), new(right, bottom), new(left, bottom)], IsArea: true);
}
