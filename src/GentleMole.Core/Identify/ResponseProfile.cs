namespace GentleMole.Core.Identify;

/// <summary>The response across a dot in the ground that explains it best, if this or that makes it.</summary>
/// <param name="Points">Offset on the tape, metres, and response, nT.</param>
public sealed record ResponseProfile(HypothesisKind Kind, string? Line, IReadOnlyList<(double OffsetMetres, double Nanotesla)> Points);
