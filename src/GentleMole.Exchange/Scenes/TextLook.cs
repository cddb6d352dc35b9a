namespace GentleMole.Exchange.Scenes;

/// <summary>How words are written.</summary>
/// <param name="Name">Its name, by which a style sheet and a test find it.</param>
/// <param name="Size">Height of the type in pixels.</param>
/// <param name="Halo">Colour of the rim that keeps the words readable over what lies under them.</param>
public sealed record TextLook(string Name, double Size, Tint Fill, bool Bold = false, Tint Halo = Tint.None);
