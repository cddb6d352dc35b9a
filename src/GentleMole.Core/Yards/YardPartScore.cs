namespace GentleMole.Core.Yards;

/// <summary>Points of one part, to a tenth.</summary>
public sealed record YardPartScore(YardPart Part, double Points, double OutOf);
