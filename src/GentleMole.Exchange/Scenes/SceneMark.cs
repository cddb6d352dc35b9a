namespace GentleMole.Exchange.Scenes;

/// <summary>A symbol at a place: it keeps its size whatever the scale.</summary>
public sealed record SceneMark(SceneSymbol Symbol, ScenePoint Place) : SceneShape
{
    /// <summary>Degrees clockwise on the drawing.</summary>
    public double Turn { get; init; }

    /// <summary>A letter or a figure on the symbol.</summary>
    public string Letter { get; init; } = "";

    /// <summary>How the letter is written.</summary>
    public TextLook? LetterLook { get; init; }
}
