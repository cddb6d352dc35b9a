using GentleMole.Core.Lines;

namespace GentleMole.Core.Hookup;

/// <summary>A line where a cut crosses it.</summary>
/// <param name="AlongMetres">From the start of the cut.</param>
/// <param name="Milliamps">Current in it there; negative where it runs against the target's (or the first line's).</param>
public sealed record CutLine(string Line, double AlongMetres, Depth Depth, double Milliamps);
