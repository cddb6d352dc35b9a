namespace GentleMole.Exchange.Scenes;

/// <summary>A name in its place: pixels from its anchor to the left end and the middle of its height, so that it stays by its thing at any scale.</summary>
/// <param name="LeaderRight">Pixels from the anchor to where the leader meets the name; null when the name stands at its thing.</param>
public sealed record PlacedLabel(SceneLabel Label, ScenePoint Anchor, double Right, double Down, double? LeaderRight = null, double LeaderDown = 0)
{
    public double Width => TextWidth.Of(Label.Text, Label.Look);

    /// <summary>Length of the leader in pixels; 0 without one.</summary>
    public double LeaderLength => LeaderRight is { } right ? Math.Sqrt((right * right) + (LeaderDown * LeaderDown)) : 0;
}
