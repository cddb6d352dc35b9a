using GentleMole.Core.Radar;

namespace GentleMole.Core.Practice;

/// <summary>A line as a radar meets it: what it looks like in section.</summary>
/// <param name="Line">Where and how deep it lies, to its centre.</param>
public sealed record BuriedPipe(BuriedLine Line, BuriedKind Kind, double RadiusMetres);
