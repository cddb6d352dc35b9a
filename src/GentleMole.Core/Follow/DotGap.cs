namespace GentleMole.Core.Follow;

/// <summary>Two dots that stand too far apart for what lies between them.</summary>
/// <param name="AllowedMetres">How far apart they should stand here at most.</param>
/// <param name="HalfWidthMetres">± of the line across in the middle between them, 95 %.</param>
public sealed record DotGap(int From, int To, double LengthMetres, double AllowedMetres, GapReason Reason, double HalfWidthMetres);
