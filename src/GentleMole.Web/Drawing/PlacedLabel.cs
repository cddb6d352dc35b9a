namespace GentleMole.Web.Drawing;

/// <summary>A label in its place, in pixels from the top left of the drawing; the anchor is what it speaks of.</summary>
internal sealed record PlacedLabel(string Text, string Style, double X, double Y, double AnchorX, double AnchorY, bool Leader);
