namespace GentleMole.Core.Trace;

/// <summary>A dot of one pass, as it is compared with another pass.</summary>
/// <param name="Mark">Where its mark goes, with its ± across and its depth.</param>
/// <param name="OnTarget">Chance that the line that is wanted made its response; null where nobody can say.</param>
public sealed record PassDot(MarkPoint Mark, double? OnTarget);
