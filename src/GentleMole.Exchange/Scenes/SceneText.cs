namespace GentleMole.Exchange.Scenes;

/// <summary>Words that stand where they are put: figures of a grid, of a scale. Names go to the label placer instead.</summary>
/// <param name="Right">Pixels from the place to the right.</param>
/// <param name="Down">Pixels from the place down to the line on which the words stand.</param>
/// <param name="Anchor">−1 begins there, 0 stands over it, 1 ends there.</param>
public sealed record SceneText(TextLook Look, ScenePoint Place, string Text, double Right = 0, double Down = 0, int Anchor = -1) : SceneShape
{
    public double Width => TextWidth.Of(Text, Look);
}
