using GentleMole.Core.Lines;
using GentleMole.Core.Paint;

namespace GentleMole.Store.Model;

/// <summary>What stands for a utility on the ground of a place.</summary>
public sealed record PlaceSign(UtilityKind Kind, PaintColour Colour, string Letters);
