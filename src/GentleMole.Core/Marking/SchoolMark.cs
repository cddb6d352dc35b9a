namespace GentleMole.Core.Marking;

/// <summary>A mark by one school.</summary>
/// <param name="OffsetMetres">Middle of the mark, across.</param>
/// <param name="WidthMetres">Painted width; 0 for a line.</param>
/// <param name="ToleranceLeftMetres">
/// What is left of the tolerance on the worse side when the line is at the worse end of its 95 % interval; negative when it
/// may lie outside the zone.
/// </param>
/// <param name="ReachMetres">Half-width of the strip that the mark and its tolerance protect.</param>
/// <param name="Chance">That the line lies within the tolerance of the mark.</param>
public sealed record SchoolMark(MarkSchool School, double OffsetMetres, double WidthMetres, double ToleranceLeftMetres, double ReachMetres, double Chance);
