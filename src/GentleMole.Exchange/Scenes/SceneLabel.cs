namespace GentleMole.Exchange.Scenes;

/// <summary>A name that wants a place by its thing.</summary>
/// <param name="Anchors">Places of the thing by any of which the name may stand, the best first.</param>
/// <param name="Importance">The more important is placed first; the least important goes when there is no room.</param>
/// <param name="Gap">Pixels from an anchor to the edge of what is drawn there.</param>
public sealed record SceneLabel(string Text, TextLook Look, IReadOnlyList<ScenePoint> Anchors, int Importance, double Gap)
{
    /// <summary>What is said where there is no room for all of it; empty to leave it out.</summary>
    public string Shorter { get; init; } = "";

    /// <summary>Corners of a thing that has room in it: its name stands wholly inside, or outside with a leader.</summary>
    public IReadOnlyList<ScenePoint> Area { get; init; } = [];
}
