namespace GentleMole.Exchange.Scenes;

/// <summary>How a shape is drawn.</summary>
/// <param name="Name">Its name, by which a style sheet and a test find it.</param>
/// <param name="Width">Width of the stroke in pixels, or in units of the scene where <see cref="InUnits"/>.</param>
public sealed record Look(string Name, Tint Stroke = Tint.None, double Width = 0, Tint Fill = Tint.None)
{
    public double StrokeOpacity { get; init; } = 1;

    public double FillOpacity { get; init; } = 1;

    /// <summary>Lengths of dashes and gaps in pixels, as an SVG writes them; empty for a whole line.</summary>
    public string Dash { get; init; } = "";

    public bool RoundEnds { get; init; }

    /// <summary>The stroke is as wide as the thing on the ground: it grows with the scale.</summary>
    public bool InUnits { get; init; }
}
